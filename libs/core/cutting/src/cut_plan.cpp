// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/cut_plan.hpp"

#include <algorithm>
#include <cmath>
#include <stdexcept>

#include "geometry/area_curve.hpp"
#include "geometry/wall_contour.hpp"
#include "group_cuts.hpp"

namespace euryth::cutting {

namespace {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

std::vector<Area> areasNow(const CutProblem& problem)
{
    std::vector<Area> areas;
    for (const CutStation& station : problem.stations)
        areas.push_back(station.netArea());
    return areas;
}

PortState stateOf(const CutProblem& problem, std::vector<Area> areas, const DepthField& depths)
{
    PortState state;
    state.areas = std::move(areas);
    std::vector<geometry::AreaAt> knots;
    double squares = 0.0;
    int planned = 0;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        knots.push_back({problem.stations[i].s, state.areas[i]});
        if (const auto plan = problem.stations[i].plan) {
            const double miss = state.areas[i] / *plan - 1.0;
            squares += miss * miss;
            ++planned;
        }
    }
    if (planned > 0)
        state.areaMiss = std::sqrt(squares / planned);
    state.volume = geometry::AreaCurve(std::move(knots)).volume();
    for (const auto& ratios : ratiosAfter(problem, depths)) {
        for (const auto& ratio : ratios) {
            if (ratio && (!state.highestRatio || *ratio > *state.highestRatio))
                state.highestRatio = ratio;
        }
    }
    return state;
}

Phrase holdReason(const CutProblem& problem, std::size_t at, Sector sector, Hold hold)
{
    const CutStation& station = problem.stations[at];
    const std::size_t j = index(sector);
    switch (hold) {
    case Hold::ThinWall:
        return say("keep.thin-wall", {{"wall", *station.wall[j]},
                                      {"reserve", station.reserve[j]},
                                      {"error", station.error[j] + station.curve[j]}});
    case Hold::Unmeasured: return say("keep.unmeasured");
    case Hold::DeadPlace:
        return say("keep.dead", {{"ratio", Ratio{*station.speedRatio[j]}}, {"speeds", problem.speedsFrom}});
    case Hold::Seat: return say("keep.seat");
    case Hold::Gasket: return say("keep.gasket");
    case Hold::Apex: return say("keep.apex");
    case Hold::Finding: return say("keep.finding", {{"id", station.leave[index(sector)].finding}});
    case Hold::Filled: return say("keep.filled", {{"id", station.leave[index(sector)].finding}});
    case Hold::None: break;
    }
    return {};
}

std::vector<Keep> findKeeps(const CutProblem& problem)
{
    std::vector<Keep> keeps;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        for (const Sector s : kSectors) {
            const Hold hold = depthBound(problem.stations[i], s, problem.limits).hold;
            if (hold != Hold::None)
                keeps.push_back({i, s, hold, holdReason(problem, i, s, hold)});
        }
    }
    return keeps;
}

}  // namespace

bool CutPlan::makesWorse() const
{
    const auto gain = [](const std::optional<double>& from, const std::optional<double>& to) {
        return from && to ? *from - *to : 0.0;
    };
    const double area = gain(before.areaMiss, after.areaMiss);
    const double speed = gain(before.highestRatio, after.highestRatio);
    constexpr double rounding = 1e-3;  // of depths to whole steps
    const bool neither = area <= 0.0 && speed <= 0.0;
    const bool areaPaid = area < -rounding && speed < leastGain;
    const bool speedPaid = speed < -rounding && area < leastGain;
    return !cuts.empty() && (neither || areaPaid || speedPaid);
}

CutPlan planCuts(const CutProblem& problem, const CutWeights& weights)
{
    if (problem.stations.size() < 2)
        throw std::invalid_argument("a cut plan needs at least two stations");
    CutPlan plan;
    Solution solution = solve(problem, weights);
    plan.depths = std::move(solution.depths);
    plan.converged = solution.converged;
    plan.leastGain = problem.limits.leastGain;
    plan.before = stateOf(problem, areasNow(problem), DepthField(problem.stations.size()));
    plan.after = stateOf(problem, areasAfter(problem, plan.depths), plan.depths);
    plan.cuts = groupCuts(problem, plan);
    weighCuts(problem, weights, plan);
    plan.keeps = findKeeps(problem);
    plan.gaugeFirst = gaugeFirst(problem, weights);
    return plan;
}

DepthField depthsOf(const CutPlan& plan, const Cut& cut)
{
    DepthField depths(plan.depths.size());
    copyDepths(cut, plan.depths, depths);
    return depths;
}

DepthField depthsWithout(const CutPlan& plan, const Cut& cut)
{
    DepthField depths = plan.depths;
    copyDepths(cut, DepthField(depths.size()), depths);
    return depths;
}

geometry::PerSector<Length> depthsAfter(const CutPlan& plan, std::size_t cuts, std::size_t station)
{
    DepthField depths(plan.depths.size());
    for (std::size_t k = 0; k < cuts; ++k)
        copyDepths(plan.cuts[k], plan.depths, depths);
    return depths[station];
}

}  // namespace euryth::cutting
