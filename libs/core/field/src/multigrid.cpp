// SPDX-License-Identifier: GPL-3.0-or-later
#include "multigrid.hpp"

#include <algorithm>

#include "parallel.hpp"

namespace euryth::field {

namespace {

using Share = Interpolation::Share;

/// Every second of 0..last with both ends; where the number of intervals is odd, the first one stays as it is. Nothing
/// is left out unless `halved`.
class Halving {
public:
    Halving(std::size_t last, bool halved) : m_step(halved ? 2 : 1), m_odd(last % m_step) {}

    [[nodiscard]] std::size_t coarse(std::size_t fine) const { return fine < m_odd ? fine : (fine + m_odd) / m_step; }
    /// The coarse ones between which a fine one lies half way, or twice the one that it is.
    [[nodiscard]] std::array<std::size_t, 2> of(std::size_t fine) const
    {
        const std::size_t before = coarse(fine);
        const bool kept = fine < m_odd || (fine + m_odd) % m_step == 0;
        return {before, kept ? before : before + 1};
    }

private:
    std::size_t m_step;
    std::size_t m_odd;
};

/// Equal shares of places, of which some may be the same.
template <std::size_t N>
void addMean(Interpolation& interpolation, std::array<std::uint32_t, N> of)
{
    std::ranges::sort(of);
    std::vector<Share> shares;
    for (const std::uint32_t place : of) {
        if (shares.empty() || shares.back().of != place)
            shares.push_back({place, 0.0F});
        shares.back().weight += 1.0F / static_cast<float>(N);
    }
    interpolation.add(shares);
}

Places coarserPlaces(const Places& fine)
{
    return {fine.core() % 2 == 0 ? fine.core() / 2 : fine.core(), (fine.rings() + 1) / 2};
}

Interpolation betweenPlaces(const Places& fine, const Places& coarse)
{
    const Halving across(fine.core(), coarse.core() < fine.core());
    const Halving out(fine.rings(), coarse.rings() < fine.rings());
    Interpolation result;
    for (std::size_t j = 0; j <= fine.core(); ++j) {
        for (std::size_t i = 0; i <= fine.core(); ++i) {
            const auto [i0, i1] = across.of(i);
            const auto [j0, j1] = across.of(j);
            addMean(result,
                    std::array{coarse.core(i0, j0), coarse.core(i1, j0), coarse.core(i0, j1), coarse.core(i1, j1)});
        }
    }
    for (std::size_t r = 1; r <= fine.rings(); ++r) {
        for (std::size_t k = 0; k < fine.around(); ++k) {
            const auto [r0, r1] = out.of(r);
            const auto [k0, k1] = across.of(k);
            addMean(result,
                    std::array{coarse.ring(r0, k0), coarse.ring(r1, k0), coarse.ring(r0, k1), coarse.ring(r1, k1)});
        }
    }
    return result;
}

/// Of the layers between entry and exit, where the solution is given: those of the next grid are counted the same way.
Interpolation betweenLayers(std::size_t fine, std::size_t& coarse)
{
    const std::size_t last = fine + 1;
    const Halving along(last, fine > 2);
    const std::size_t coarseLast = along.coarse(last);
    coarse = coarseLast - 1;
    Interpolation result;
    for (std::size_t layer = 1; layer < last; ++layer) {
        std::vector<Share> shares;
        const auto [before, after] = along.of(layer);
        for (const std::size_t k : {before, after}) {
            if (k > 0 && k < coarseLast && (shares.empty() || before != after))
                shares.push_back({static_cast<std::uint32_t>(k - 1), before == after ? 1.0F : 0.5F});
        }
        result.add(shares);
    }
    return result;
}

/// What an entry of the fine matrix's neighbours adds to which entry of the coarse one's.
struct Product {
    std::size_t coarse = 0;
    float weight = 0.0F;
};

/// For each entry of the fine neighbours.
std::vector<std::vector<Product>> productsOf(const Neighbours& fine, const Neighbours& coarse,
                                             const Interpolation& places)
{
    std::vector<std::vector<Product>> products(fine.near.size());
    for (std::size_t p = 0; p < fine.places(); ++p) {
        for (std::size_t e = fine.begin[p]; e < fine.begin[p + 1]; ++e) {
            for (const Share& row : places.at(p)) {
                for (const Share& column : places.at(fine.near[e]))
                    products[e].push_back({coarse.entry(row.of, column.of), row.weight * column.weight});
            }
        }
    }
    return products;
}

/// What joins two layers of the fine matrix adds to what joins two of the coarse one.
struct Term {
    std::size_t layer = 0;
    std::size_t which = 0;
    std::size_t coarseWhich = 0;
    float weight = 0.0F;
};

/// For each layer of the coarse matrix.
std::vector<std::vector<Term>> termsOf(std::size_t fineLayers, const Interpolation& layers,
                                       const Interpolation& reversed)
{
    std::vector<std::vector<Term>> terms(reversed.size());
    for (std::size_t coarse = 0; coarse < terms.size(); ++coarse) {
        for (const Share& row : reversed.at(coarse)) {
            for (std::size_t which = 0; which < 3; ++which) {
                const std::size_t other = row.of + which;  // counted from 1
                if (other == 0 || other > fineLayers)
                    continue;
                for (const Share& column : layers.at(other - 1))
                    terms[coarse].push_back({row.of, which, column.of + 1 - coarse, row.weight * column.weight});
            }
        }
    }
    return terms;
}

/// Galerkin's product: the fine matrix between the coarse grid's shape functions.
LayeredMatrix<float> coarserMatrix(const LayeredMatrix<float>& fine, const Places& places,
                                   const Interpolation& betweenPlaces, const Interpolation& betweenLayers,
                                   const Interpolation& fineLayers)
{
    LayeredMatrix<float> coarse(fineLayers.size(), neighboursOf(places.count(), places.faces()));
    const auto products = productsOf(fine.neighbours(), coarse.neighbours(), betweenPlaces);
    const auto terms = termsOf(fine.layers(), betweenLayers, fineLayers);
    parallelFor(coarse.layers(), [&](std::size_t begin, std::size_t end) {
        for (std::size_t e = 0; e < products.size(); ++e) {
            for (std::size_t layer = begin; layer < end; ++layer) {
                std::array<float, 3> along{};
                for (const Term& term : terms[layer])
                    along[term.coarseWhich] += term.weight * fine.at(term.layer, term.which, e);
                for (const Product& product : products[e]) {
                    for (std::size_t which = 0; which < 3; ++which)
                        coarse.at(layer, which, product.coarse) += product.weight * along[which];
                }
            }
        }
    });
    return coarse;
}

Eigen::SparseMatrix<double> sparse(const LayeredMatrix<float>& matrix)
{
    const std::size_t perLayer = matrix.perLayer();
    const Neighbours& neighbours = matrix.neighbours();
    std::vector<Eigen::Triplet<double>> entries;
    for (std::size_t layer = 0; layer < matrix.layers(); ++layer) {
        for (std::size_t place = 0; place < perLayer; ++place) {
            for (std::size_t which = layer > 0 ? 0 : 1; which < 3 && layer + which <= matrix.layers(); ++which) {
                for (std::size_t e = neighbours.begin[place]; e < neighbours.begin[place + 1]; ++e) {
                    entries.emplace_back(static_cast<int>(layer * perLayer + place),
                                         static_cast<int>((layer + which - 1) * perLayer + neighbours.near[e]),
                                         matrix.at(layer, which, e));
                }
            }
        }
    }
    const auto rows = static_cast<Eigen::Index>(matrix.layers() * perLayer);
    Eigen::SparseMatrix<double> result(rows, rows);
    result.setFromTriplets(entries.begin(), entries.end());
    return result;
}

LineShares lineShares(const Interpolation& layers, const LayeredMatrix<float>& from, const LayeredMatrix<float>& to)
{
    LineShares shares(2 * to.lineLength());
    for (std::size_t layer = 0; layer < layers.size(); ++layer) {
        auto& own = shares[to.inLines(layer)];
        std::ranges::transform(layers.at(layer), own.begin(), [&](const Share& share) {
            return Share{static_cast<std::uint32_t>(from.inLines(share.of)), share.weight};
        });
    }
    return shares;
}

/// Adds to a vector what lies between the places and layers of another grid's.
void addBetween(const LayeredMatrix<float>& from, const Eigen::VectorXf& values, const Interpolation& places,
                const LineShares& layers, const LayeredMatrix<float>& to, Eigen::VectorXf& sum)
{
    const auto half = static_cast<Eigen::Index>(from.lineLength());
    const auto add = [&](std::size_t begin, std::size_t end) {
        Eigen::VectorXf lines(2 * half);
        for (std::size_t place = begin; place < end; ++place) {
            lines.setZero();
            for (const Share& share : places.at(place)) {
                lines.head(half) +=
                    share.weight * values.segment(static_cast<Eigen::Index>(from.line(0, share.of)), half);
                lines.tail(half) +=
                    share.weight * values.segment(static_cast<Eigen::Index>(from.line(1, share.of)), half);
            }
            const float* line = lines.data();
            for (const std::size_t parity : {std::size_t{0}, std::size_t{1}}) {
                float* own = sum.data() + to.line(parity, place);
                const auto* shares = layers.data() + parity * to.lineLength();
                for (std::size_t i = 0; i < to.lineLength(); ++i) {
                    const auto& [a, b, c] = shares[i];
                    own[i] += a.weight * line[a.of] + b.weight * line[b.of] + c.weight * line[c.of];
                }
            }
        }
    };
    parallelFor(to.perLayer(), static_cast<std::size_t>(std::max(from.rows(), to.rows())), add);
}

}  // namespace

void Interpolation::add(std::span<const Share> of)
{
    shares.insert(shares.end(), of.begin(), of.end());
    begin.push_back(shares.size());
}

Interpolation Interpolation::reversed(std::size_t coarse) const
{
    std::vector<std::vector<Share>> lists(coarse);
    for (std::size_t fine = 0; fine < size(); ++fine) {
        for (const Share& share : at(fine))
            lists[share.of].push_back({static_cast<std::uint32_t>(fine), share.weight});
    }
    Interpolation result;
    for (const auto& list : lists)
        result.add(list);
    return result;
}

Multigrid::Level Multigrid::levelOf(LayeredMatrix<float> matrix)
{
    Eigen::VectorXf inverse = matrix.inverseDiagonal();
    return {std::move(matrix), std::move(inverse), {}, {}, {}, {}};
}

Multigrid::Multigrid(const LayeredMatrix<double>& finest, Places places)
{
    constexpr std::size_t few = 500;  // as many are solved exactly in no time
    m_levels.push_back(levelOf(LayeredMatrix<float>(finest)));
    for (;;) {
        Level& fine = m_levels.back();
        const Places coarse = coarserPlaces(places);
        std::size_t layers = 0;
        const Interpolation along = betweenLayers(fine.matrix.layers(), layers);
        const bool same = coarse.count() == places.count() && layers == fine.matrix.layers();
        if (same || fine.matrix.layers() * fine.matrix.perLayer() <= few)
            break;
        const Interpolation fineLayers = along.reversed(layers);
        fine.places = betweenPlaces(places, coarse);
        fine.finePlaces = fine.places.reversed(coarse.count());
        LayeredMatrix<float> matrix = coarserMatrix(fine.matrix, coarse, fine.places, along, fineLayers);
        fine.layers = lineShares(along, matrix, fine.matrix);
        fine.fineLayers = lineShares(fineLayers, fine.matrix, matrix);
        m_levels.push_back(levelOf(std::move(matrix)));
        places = coarse;
    }
    m_coarsest.compute(sparse(m_levels.back().matrix));
}

Eigen::VectorXd Multigrid::cycle(const Eigen::VectorXd& right) const
{
    return solve(0, right.cast<float>()).cast<double>();
}

Eigen::VectorXf Multigrid::solve(std::size_t number, const Eigen::VectorXf& right) const
{
    using Direction = LayeredMatrix<float>::Direction;
    if (number + 1 == m_levels.size())
        return solveCoarsest(right);
    const Level& level = m_levels[number];
    const float* inverse = level.inverseDiagonal.data();
    Eigen::VectorXf x = Eigen::VectorXf::Zero(right.size());
    level.matrix.relax(right.data(), inverse, x.data(), Direction::Forward);
    Eigen::VectorXf rest(right.size());
    level.matrix.multiply(x.data(), rest.data());
    rest = right - rest;
    addBetween(m_levels[number + 1].matrix, solve(number + 1, restricted(number, rest)), level.places, level.layers,
               level.matrix, x);
    level.matrix.relax(right.data(), inverse, x.data(), Direction::Backward);
    return x;
}

Eigen::VectorXf Multigrid::restricted(std::size_t number, const Eigen::VectorXf& fine) const
{
    const Level& level = m_levels[number];
    Eigen::VectorXf coarse = Eigen::VectorXf::Zero(m_levels[number + 1].matrix.rows());
    addBetween(level.matrix, fine, level.finePlaces, level.fineLayers, m_levels[number + 1].matrix, coarse);
    return coarse;
}

Eigen::VectorXf Multigrid::solveCoarsest(const Eigen::VectorXf& right) const
{
    const LayeredMatrix<float>& matrix = m_levels.back().matrix;
    const std::size_t perLayer = matrix.perLayer();
    Eigen::VectorXd packed(m_coarsest.rows());
    for (std::size_t row = 0; row < matrix.layers() * perLayer; ++row)
        packed.data()[row] = right.data()[matrix.index(row / perLayer, row % perLayer)];
    packed = m_coarsest.solve(packed);
    Eigen::VectorXf x = Eigen::VectorXf::Zero(right.size());
    for (std::size_t row = 0; row < matrix.layers() * perLayer; ++row)
        x.data()[matrix.index(row / perLayer, row % perLayer)] = static_cast<float>(packed.data()[row]);
    return x;
}

}  // namespace euryth::field
