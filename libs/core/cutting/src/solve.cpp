// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/solve.hpp"

#include <algorithm>
#include <cmath>

#include <nlopt.hpp>

#include "geometry/wall_contour.hpp"

namespace euryth::cutting {

namespace {

using geometry::kSectorCount;
using geometry::PerSector;
using geometry::WallContour;
using Vector = std::vector<double>;

constexpr double kMm = 1e-3;  // the unknowns are in mm, which scales them to about 1
constexpr double kSmallGradient = 1e-4;

/// What the objective needs of one station, worked out once.
struct StationTerms {
    WallContour::CutForm form;
    double netArea = 0.0;
    double section = 0.0;
    double target = 0.0;  ///< 0: no plan
    PerSector<double> shares{};
    PerSector<std::optional<double>> ratio{};
};

StationTerms termsOf(const CutStation& station)
{
    const WallContour wall(station.section);
    StationTerms terms;
    terms.form = wall.cutForm();
    terms.netArea = (geometry::area(station.section) - station.blockedAfter()).si();
    terms.section = geometry::area(station.section).si();
    terms.target = station.plan ? std::max(station.plan->si(), terms.netArea) : 0.0;
    terms.shares = wall.areaShares();
    terms.ratio = station.speedRatio;
    return terms;
}

class Objective {
public:
    Objective(const CutProblem& problem, const CutWeights& weights) : m_problem(problem), m_weights(weights)
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
        PerSector<double> areaSlope{};  // d(dA)/dx, m2 per mm
        double added = 0.0;
        for (std::size_t j = 0; j < kSectorCount; ++j) {
            double bend = 0.0;
            for (std::size_t k = 0; k < kSectorCount; ++k)
                bend += t.form.quadratic[j][k] * x[base + k] * kMm;
            added += x[base + j] * kMm * (t.form.linear[j] + 0.5 * bend);
            areaSlope[j] = kMm * (t.form.linear[j] + bend);
        }
        double sum = areaTerm(t, base, added, areaSlope, g);
        for (std::size_t j = 0; j < kSectorCount; ++j) {
            sum += speedTerm(t, base, j, x, added, areaSlope, g);
            sum += difference(x, g, base + j, base + (j + 1) % kSectorCount, 1.0 / inMm(m_weights.aroundScale));
            const double metal = x[base + j] / inMm(m_weights.metalScale);
            g[base + j] += 2.0 * metal / inMm(m_weights.metalScale);
            sum += metal * metal;
        }
        return sum;
    }

    double areaTerm(const StationTerms& t, std::size_t base, double added, const PerSector<double>& slope,
                    Vector& g) const
    {
        if (t.target <= 0.0)
            return 0.0;
        const double scale = 1.0 / (m_weights.areaScale * t.target);
        const double miss = (t.netArea + added - t.target) * scale;
        for (std::size_t j = 0; j < kSectorCount; ++j)
            g[base + j] += 2.0 * miss * slope[j] * scale;
        return miss * miss;
    }

    double speedTerm(const StationTerms& t, std::size_t base, std::size_t j, const Vector& x, double added,
                     const PerSector<double>& slope, Vector& g) const
    {
        if (!t.ratio[j])
            return 0.0;
        const double ratio = *t.ratio[j];
        const double tubeSlope = t.form.linear[j] * kMm / (t.shares[j] * t.section);
        const double after = ratio * (1.0 + added / t.section - tubeSlope * x[base + j]);
        // A fast place asks for room until it runs like the mean. A slow or dead one asks for none, here or elsewhere:
        // all that counts is that it is not made slower.
        const double over = std::max(0.0, after - 1.0);
        const double under = ratio < 1.0 ? std::min(0.0, after - ratio) : 0.0;
        const double miss = (over + under) / m_weights.speedScale;
        if (miss == 0.0)
            return 0.0;
        const double f = 2.0 * miss * ratio / m_weights.speedScale;
        for (std::size_t k = 0; k < kSectorCount; ++k)
            g[base + k] += f * slope[k] / t.section;
        g[base + j] -= f * tubeSlope;
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
        const bool held = (x[i] <= lower[i] && g[i] >= 0.0) || (x[i] >= upper[i] && g[i] <= 0.0);
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

}  // namespace

Solution solve(const CutProblem& problem, const CutWeights& weights)
{
    const std::size_t unknowns = problem.stations.size() * kSectorCount;
    Vector lower;
    Vector upper;
    for (const CutStation& station : problem.stations) {
        for (const geometry::Sector sector : geometry::kSectors) {
            upper.push_back(inMm(depthBound(station, sector, problem.limits).greatest));
            lower.push_back(std::min(upper.back(), inMm(station.least[geometry::index(sector)])));
        }
    }
    Objective objective(problem, weights);
    Vector x = lower;
    const double atRest = projectedGradient(objective, x, lower, upper);
    Solution solution;
    if (atRest > 0.0) {
        for (const auto method : {nlopt::LD_LBFGS, nlopt::LD_MMA, nlopt::LD_LBFGS}) {
            minimise(method, objective, lower, upper, x);
            solution.projectedGradient = projectedGradient(objective, x, lower, upper) / atRest;
            if (solution.projectedGradient < kSmallGradient)
                break;
        }
    }
    solution.converged = solution.projectedGradient < kSmallGradient;
    solution.depths.resize(problem.stations.size());
    const double step = inMm(problem.limits.step);
    for (std::size_t i = 0; i < unknowns; ++i) {
        const double rounded = std::floor(x[i] / step + 1e-9) * step;
        const bool cut = rounded >= inMm(problem.limits.leastCut);
        solution.depths[i / kSectorCount][i % kSectorCount] = cut ? lengthFromMm(rounded) : Length{};
    }
    return solution;
}

}  // namespace euryth::cutting
