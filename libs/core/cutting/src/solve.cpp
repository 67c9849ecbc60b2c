// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/solve.hpp"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <limits>

#include <nlopt.hpp>

#include "floor_line.hpp"
#include "geometry/wall_contour.hpp"
#include "speed_model.hpp"

namespace euryth::cutting {

namespace {

using geometry::kSectorCount;
using geometry::PerSector;
using geometry::WallContour;
using Vector = std::vector<double>;

constexpr double kSmallGradient = 1e-4;

/// What the objective needs of one station, worked out once.
struct StationTerms {
    WallContour::CutForm form;
    double netArea = 0.0;
    double target = 0.0;  ///< 0: no plan
    PerSector<std::optional<double>> ratio{};
};

StationTerms termsOf(const CutStation& station)
{
    const WallContour wall(station.section);
    StationTerms terms;
    terms.form = wall.cutForm();
    terms.netArea = (geometry::area(station.section) - station.blockedAfter()).si();
    terms.target = station.plan ? std::max(station.plan->si(), terms.netArea) : 0.0;
    terms.ratio = station.speedRatio;
    return terms;
}

class Objective {
public:
    /// `lower`: depths that are taken anyhow, mm.
    Objective(const CutProblem& problem, const CutWeights& weights, const Vector& lower)
        : m_problem(problem),
          m_weights(weights),
          m_speeds(problem),
          m_radius(problem, lower)
    {
        for (const CutStation& station : problem.stations)
            m_terms.push_back(termsOf(station));
    }

    /// Sum of squares at depths `x` (mm); adds its gradient to `g`, which starts at zero.
    double operator()(const Vector& x, Vector& g) const
    {
        double sum = 0.0;
        for (std::size_t i = 0; i < m_terms.size(); ++i)
            sum += stationTerm(i, x, g);
        for (std::size_t i = 0; i + 1 < m_terms.size(); ++i)
            sum += alongTerm(i, x, g);
        return sum;
    }

private:
    double stationTerm(std::size_t i, const Vector& x, Vector& g) const
    {
        const StationTerms& t = m_terms[i];
        const std::size_t base = i * kSectorCount;
        const Growth growth = growthOf(t.form, x, base);
        double sum = areaTerm(t, base, growth, g);
        for (std::size_t j = 0; j < kSectorCount; ++j) {
            sum += speedTerm(i, j, x, g);
            sum += radiusTerm(i, j, x, g);
            sum += difference(x, g, base + j, base + (j + 1) % kSectorCount, 1.0 / inMm(m_weights.aroundScale));
            const double metal = x[base + j] / inMm(m_weights.metalScale);
            g[base + j] += 2.0 * metal / inMm(m_weights.metalScale);
            sum += metal * metal;
        }
        return sum;
    }

    double areaTerm(const StationTerms& t, std::size_t base, const Growth& growth, Vector& g) const
    {
        if (t.target <= 0.0)
            return 0.0;
        const double scale = 1.0 / (m_weights.areaScale * t.target);
        const double miss = (t.netArea + growth.added - t.target) * scale;
        for (std::size_t j = 0; j < kSectorCount; ++j)
            g[base + j] += 2.0 * miss * growth.slope[j] * scale;
        return miss * miss;
    }

    double speedTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const
    {
        const auto after = m_speeds.after(i, j, x, m_slopes);
        if (!after)
            return 0.0;
        const double ratio = *m_terms[i].ratio[j];
        // A fast place asks for room until it runs like the mean. A slow or dead one asks for none, here or elsewhere:
        // all that counts is that it is not made slower.
        const double over = std::max(0.0, *after - 1.0);
        const double under = ratio < 1.0 ? std::min(0.0, *after - ratio) : 0.0;
        const double miss = (over + under) / m_weights.speedScale;
        if (miss == 0.0)
            return 0.0;
        for (const SpeedModel::Slope& slope : m_slopes)
            g[slope.unknown] += 2.0 * miss * slope.perMm / m_weights.speedScale;
        return miss * miss;
    }

    double radiusTerm(std::size_t i, std::size_t j, const Vector& x, Vector& g) const
    {
        if (!m_radius.holds(i, j))
            return 0.0;
        const RadiusLimit::Over over = m_radius.over(i, x);
        const double miss = over.share / m_weights.radiusScale;
        if (miss <= 0.0)
            return 0.0;
        const double perShare = 2.0 * miss / m_weights.radiusScale;
        const std::size_t here = i * kSectorCount + j;
        g[here] += perShare * over.slopes.perHere;
        if (over.slopes.perBefore > 0.0) {
            g[here - kSectorCount] += perShare * over.slopes.perBefore;
            g[here + kSectorCount] += perShare * over.slopes.perBehind;
        }
        return miss * miss;
    }

    double alongTerm(std::size_t i, const Vector& x, Vector& g) const
    {
        const auto& stations = m_problem.stations;
        const double gap = inMm(stations[i + 1].s - stations[i].s);
        const double whole = inMm(stations.back().s - stations.front().s);
        const double share = gap / whole * static_cast<double>(stations.size() - 1);
        const double weight = std::sqrt(share) / (m_weights.alongScale * gap);
        double sum = 0.0;
        for (std::size_t j = 0; j < kSectorCount; ++j)
            sum += difference(x, g, i * kSectorCount + j, (i + 1) * kSectorCount + j, weight);
        return sum;
    }

    static double difference(const Vector& x, Vector& g, std::size_t a, std::size_t b, double weight)
    {
        const double miss = (x[a] - x[b]) * weight;
        g[a] += 2.0 * miss * weight;
        g[b] -= 2.0 * miss * weight;
        return miss * miss;
    }

    const CutProblem& m_problem;
    CutWeights m_weights;
    SpeedModel m_speeds;
    RadiusLimit m_radius;
    mutable std::vector<SpeedModel::Slope> m_slopes;  ///< room for each term's
    std::vector<StationTerms> m_terms;
};

double callObjective(const Vector& x, Vector& gradient, void* data)
{
    Vector g(x.size(), 0.0);
    const double value = (*static_cast<const Objective*>(data))(x, g);
    if (!gradient.empty())
        gradient = g;
    return value;
}

/// Largest component of the gradient that does not push against a bound.
double projectedGradient(const Objective& objective, const Vector& x, const Vector& lower, const Vector& upper)
{
    Vector g(x.size(), 0.0);
    objective(x, g);
    double largest = 0.0;
    for (std::size_t i = 0; i < x.size(); ++i) {
        const bool held =
            lower[i] == upper[i] || (x[i] <= lower[i] && g[i] >= 0.0) || (x[i] >= upper[i] && g[i] <= 0.0);
        if (!held)
            largest = std::max(largest, std::abs(g[i]));
    }
    return largest;
}

void minimise(nlopt::algorithm method, Objective& objective, const Vector& lower, const Vector& upper, Vector& x)
{
    nlopt::opt opt(method, static_cast<unsigned>(x.size()));
    opt.set_min_objective(callObjective, &objective);
    opt.set_lower_bounds(lower);
    opt.set_upper_bounds(upper);
    opt.set_ftol_rel(1e-13);
    opt.set_maxeval(4000);
    double value = 0.0;
    try {
        opt.optimize(x, value);
    } catch (const nlopt::roundoff_limited&) {
        // The best point so far is in x; whether it is good enough is for the projected gradient to say.
    } catch (const std::runtime_error&) {
        // NLopt's L-BFGS reports a plain failure when its line search cannot improve; the same holds.
    }
}

/// Depths between which the solution lies, mm.
struct Bounds {
    Vector lower;
    Vector upper;
    std::vector<bool> settled;  ///< by a hand: taken as they are, not in steps
};

Bounds boundsOf(const CutProblem& problem)
{
    Bounds bounds;
    for (const CutStation& station : problem.stations) {
        for (const geometry::Sector sector : geometry::kSectors) {
            const double most = inMm(depthBound(station, sector, problem.limits).greatest);
            const auto& hand = station.settled[geometry::index(sector)];
            bounds.settled.push_back(hand.has_value());
            bounds.upper.push_back(hand ? std::min(most, inMm(*hand)) : most);
            bounds.lower.push_back(hand ? bounds.upper.back()
                                        : std::min(most, inMm(station.least[geometry::index(sector)])));
        }
    }
    return bounds;
}

/// The solution as a hand cuts it: in whole steps, and nothing that is too little to be cut on purpose.
DepthField asCut(const CutProblem& problem, const Bounds& bounds, Vector x)
{
    const double step = inMm(problem.limits.step);
    const double least = inMm(problem.limits.leastCut);
    const auto inSteps = [&](double depth) {
        const double rounded = std::floor(depth / step + 1e-9) * step;
        return rounded >= least ? rounded : 0.0;
    };
    Vector anyhow = bounds.lower;
    for (std::size_t i = 0; i < x.size(); ++i) {
        x[i] = bounds.settled[i] ? x[i] : inSteps(x[i]);
        anyhow[i] = bounds.settled[i] ? x[i] : inSteps(bounds.lower[i]);
    }
    RadiusLimit(problem, anyhow).keep(x, anyhow, step, least);
    DepthField depths(problem.stations.size());
    for (std::size_t i = 0; i < x.size(); ++i)
        depths[i / kSectorCount][i % kSectorCount] = lengthFromMm(x[i]);
    return depths;
}

}  // namespace

CutWeights CutWeights::times(double area, double speed, double metal) const
{
    CutWeights weights = *this;
    weights.areaScale /= std::sqrt(area);
    weights.speedScale /= std::sqrt(speed);
    weights.metalScale = weights.metalScale / std::sqrt(metal);
    return weights;
}

CutWeights CutWeights::withoutRadius() const
{
    CutWeights weights = *this;
    weights.radiusScale = std::numeric_limits<double>::infinity();
    return weights;
}

double objective(const CutProblem& problem, const CutWeights& weights, const DepthField& depths)
{
    Vector x;
    for (const auto& station : depths)
        std::ranges::transform(station, std::back_inserter(x), [](Length d) { return inMm(d); });
    Vector g(x.size(), 0.0);
    return Objective(problem, weights, boundsOf(problem).lower)(x, g);
}

Solution solve(const CutProblem& problem, const CutWeights& weights)
{
    const Bounds bounds = boundsOf(problem);
    Objective objective(problem, weights, bounds.lower);
    Vector x = bounds.lower;
    const double atRest = projectedGradient(objective, x, bounds.lower, bounds.upper);
    Solution solution;
    if (atRest > 0.0) {
        for (const auto method : {nlopt::LD_LBFGS, nlopt::LD_MMA, nlopt::LD_LBFGS}) {
            minimise(method, objective, bounds.lower, bounds.upper, x);
            solution.projectedGradient = projectedGradient(objective, x, bounds.lower, bounds.upper) / atRest;
            if (solution.projectedGradient < kSmallGradient)
                break;
        }
    }
    Vector gradient(x.size(), 0.0);
    solution.sum = objective(x, gradient);
    solution.converged = solution.projectedGradient < kSmallGradient;
    solution.depths = asCut(problem, bounds, std::move(x));
    return solution;
}

}  // namespace euryth::cutting
