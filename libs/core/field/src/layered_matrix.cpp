// SPDX-License-Identifier: GPL-3.0-or-later
#include "layered_matrix.hpp"

#include <algorithm>

#include "parallel.hpp"

namespace euryth::field {

std::size_t Neighbours::entry(std::size_t place, std::uint32_t neighbour) const
{
    const auto first = near.begin() + static_cast<std::ptrdiff_t>(begin[place]);
    const auto last = near.begin() + static_cast<std::ptrdiff_t>(begin[place + 1]);
    return static_cast<std::size_t>(std::lower_bound(first, last, neighbour) - near.begin());
}

Neighbours neighboursOf(std::size_t places, std::span<const std::array<std::uint32_t, 4>> faces)
{
    std::vector<std::vector<std::uint32_t>> near(places);
    for (const auto& face : faces) {
        for (const std::uint32_t place : face)
            near[place].insert(near[place].end(), face.begin(), face.end());
    }
    Neighbours neighbours;
    neighbours.begin.push_back(0);
    for (auto& list : near) {
        std::ranges::sort(list);
        list.erase(std::ranges::unique(list).begin(), list.end());
        neighbours.near.insert(neighbours.near.end(), list.begin(), list.end());
        neighbours.begin.push_back(neighbours.near.size());
    }
    return neighbours;
}

template <class Value>
LayeredMatrix<Value>::LayeredMatrix(std::size_t layers, Neighbours neighbours)
    : m_layers(layers),
      m_neighbours(std::move(neighbours)),
      m_values(6 * lineLength() * m_neighbours.near.size(), Value{})
{
}

/// Rows times x for one place.
template <class Value>
inline typename LayeredMatrix<Value>::Side LayeredMatrix<Value>::rowsTimes(const Value* x, std::size_t parity,
                                                                           std::size_t place, std::size_t side) const
{
    using Numbers = Eigen::Map<const Side>;
    const std::size_t first = side * kSide;
    const Value* value = &m_values[slot(parity, side, m_neighbours.begin[place])];
    Side sum = Side::Zero();
    for (std::size_t e = m_neighbours.begin[place]; e < m_neighbours.begin[place + 1]; ++e) {
        const Value* own = x + line(parity, m_neighbours.near[e]) + first;
        // Layer 2i lies between 2i - 1 and 2i + 1, which are numbers i - 1 and i of the odd ones.
        const Value* before = x + line(1 - parity, m_neighbours.near[e]) + first + parity - 1;
        sum += Numbers(value) * Numbers(before);
        sum += Numbers(value + kSide) * Numbers(own);
        sum += Numbers(value + 2 * kSide) * Numbers(before + 1);
        value += 3 * kSide;
    }
    return sum;
}

/// Calls work(side) for all of them.
template <class Value>
template <class Work>
void LayeredMatrix<Value>::forSides(const Work& work) const
{
    parallelFor(sides(), static_cast<std::size_t>(rows()), [&](std::size_t from, std::size_t to) {
        for (; from < to; ++from)
            work(from);
    });
}

template <class Value>
void LayeredMatrix<Value>::multiply(const Value* x, Value* result) const
{
    std::fill_n(result, rows(), Value{});
    forSides([&](std::size_t side) {
        for (const std::size_t parity : {std::size_t{0}, std::size_t{1}}) {
            for (std::size_t place = 0; place < perLayer(); ++place)
                Eigen::Map<Side>(result + line(parity, place) + side * kSide) = rowsTimes(x, parity, place, side);
        }
    });
}

template <class Value>
void LayeredMatrix<Value>::relax(const Value* right, const Value* inverseDiagonal, Value* x, Direction direction) const
{
    using Numbers = Eigen::Map<const Side>;
    const bool forward = direction == Direction::Forward;
    for (const std::size_t turn : {std::size_t{0}, std::size_t{1}}) {
        const std::size_t parity = forward ? turn : 1 - turn;
        forSides([&](std::size_t side) {
            for (std::size_t i = 0; i < perLayer(); ++i) {
                const std::size_t place = forward ? i : perLayer() - 1 - i;
                const std::size_t begin = line(parity, place) + side * kSide;
                Eigen::Map<Side>(x + begin) +=
                    (Numbers(right + begin) - rowsTimes(x, parity, place, side)) * Numbers(inverseDiagonal + begin);
            }
        });
    }
}

template <class Value>
typename LayeredMatrix<Value>::Vector LayeredMatrix<Value>::inverseDiagonal() const
{
    Vector inverse = Vector::Zero(rows());
    for (std::size_t place = 0; place < perLayer(); ++place) {
        const std::size_t own = m_neighbours.entry(place, static_cast<std::uint32_t>(place));
        for (std::size_t layer = 0; layer < m_layers; ++layer)
            inverse[static_cast<Eigen::Index>(index(layer, place))] = Value{1} / at(layer, 1, own);
    }
    return inverse;
}

template class LayeredMatrix<double>;
template class LayeredMatrix<float>;

}  // namespace euryth::field
