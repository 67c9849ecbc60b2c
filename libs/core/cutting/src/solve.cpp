// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/solve.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

#include <nlopt.hpp>

#include "objective.hpp"

namespace euryth::cutting {

namespace {

using geometry::kSectorCount;
using Vector = std::vector<double>;

constexpr double kSmallGradient = 1e-4;

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
    return Objective(problem, weights)(depths);
}

Solution solve(const CutProblem& problem, const CutWeights& weights)
{
    const Bounds bounds = boundsOf(problem);
    Objective objective(problem, weights);
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
