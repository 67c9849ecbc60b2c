// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/cut_plan.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <stdexcept>

#include "geometry/area_curve.hpp"
#include "geometry/wall_contour.hpp"

namespace euryth::cutting {

namespace {

using geometry::index;
using geometry::kSectors;
using geometry::Sector;

constexpr std::array kWallFaces{Face::Floor, Face::Roof, Face::Right, Face::Left};

std::vector<Sector> sectorsOf(Face face)
{
    std::vector<Sector> sectors;
    std::ranges::copy_if(kSectors, std::back_inserter(sectors), [&](Sector s) { return faceOf(s) == face; });
    return sectors;
}

Length deepestOn(const DepthField& depths, std::size_t station, Face face)
{
    Length deepest;
    for (const Sector s : sectorsOf(face))
        deepest = std::max(deepest, depths[station][index(s)]);
    return deepest;
}

/// A valley between two deeper stations ends a cut where it is shallower than this share of both.
constexpr double kValley = 0.4;

/// Runs of neighbouring stations that are cut on a face, parted in the valleys between separate peaks.
std::vector<std::vector<std::size_t>> runsOn(const DepthField& depths, Face face)
{
    std::vector<std::vector<std::size_t>> runs;
    Length peak;
    for (std::size_t i = 0; i < depths.size(); ++i) {
        const Length here = deepestOn(depths, i, face);
        if (here <= Length{})
            continue;
        const bool joins = !runs.empty() && runs.back().back() + 1 == i;
        const Length next = i + 1 < depths.size() ? deepestOn(depths, i + 1, face) : Length{};
        const bool valley = joins && here < kValley * peak && next > here && here < kValley * next;
        if (!joins || valley) {
            runs.emplace_back();
            peak = {};
        }
        runs.back().push_back(i);
        peak = std::max(peak, here);
    }
    return runs;
}

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

/// Area that the depths of one face alone add at a station.
Area areaOf(const CutStation& station, const geometry::PerSector<Length>& depths, Face face)
{
    geometry::PerSector<Length> only{};
    for (const Sector s : sectorsOf(face))
        only[index(s)] = depths[index(s)];
    return geometry::WallContour(station.section).cutForm().areaAdded(only);
}

/// Volume of a cut: the area that it adds at each station (none outside the cut), integrated by the trapezium rule out
/// to the uncut neighbours.
template <class AreaAdded>
Volume volumeOf(const std::vector<CutStation>& stations, const Cut& cut, AreaAdded areaAdded)
{
    Volume total;
    const std::size_t first = cut.stations.front() > 0 ? cut.stations.front() - 1 : 0;
    const std::size_t last = std::min(cut.stations.back() + 1, stations.size() - 1);
    const auto areaAt = [&](std::size_t i) {
        const bool inside = i >= cut.stations.front() && i <= cut.stations.back();
        return inside ? areaAdded(i) : Area{};
    };
    for (std::size_t i = first; i < last; ++i)
        total += (stations[i + 1].s - stations[i].s) * (areaAt(i) + areaAt(i + 1)) / 2.0;
    return total;
}

Phrase reasonFor(const CutProblem& problem, const CutPlan& plan, const Cut& cut)
{
    Phrase why;
    const CutStation* smallStation = nullptr;
    double greatestLack = 0.0;
    for (const std::size_t i : cut.stations) {
        const CutStation& station = problem.stations[i];
        const double lack = station.plan ? *station.plan / plan.before.areas[i] - 1.0 : 0.0;
        if (lack > greatestLack) {
            greatestLack = lack;
            smallStation = &station;
        }
    }
    if (smallStation) {
        why += say("cut.why.area", {{"place", Position{smallStation->s}},
                                    {"area", smallStation->netArea()},
                                    {"plan", *smallStation->plan},
                                    {"lack", Percent{greatestLack}}});
    }
    const CutStation* fastStation = nullptr;
    Sector fastSector{};
    double fastest = problem.limits.fastRatio;
    for (const std::size_t i : cut.stations) {
        for (const Sector s : cut.sectors) {
            const auto& ratio = problem.stations[i].speedRatio[index(s)];
            if (ratio && *ratio >= fastest) {
                fastest = *ratio;
                fastStation = &problem.stations[i];
                fastSector = s;
            }
        }
    }
    if (fastStation) {
        why += say("cut.why.fast", {{"sector", nameOf(fastSector)},
                                    {"ratio", Ratio{fastest}},
                                    {"place", Position{fastStation->s}},
                                    {"speeds", problem.speedsFrom}});
    }
    if (why.empty())
        why += say("cut.why.blend");
    return why;
}

Phrase toolFor(const CutProblem& problem, const Cut& cut)
{
    const auto& stations = problem.stations;
    const double place =
        (stations[cut.deepestStation].s - stations.front().s) / (stations.back().s - stations.front().s);
    constexpr double turn = 0.55;
    if (cut.face == Face::Floor && place > turn)
        return say("cut.tool.ball");
    if (place > turn)
        return say("cut.tool.egg");
    return say("cut.tool.cone");
}

/// Order of work within a port: lower comes first.
int workOrder(const CutProblem& problem, const Cut& cut)
{
    const auto& stations = problem.stations;
    const Length length = stations.back().s - stations.front().s;
    const double place = (stations[cut.deepestStation].s - stations.front().s) / length;
    constexpr double window = 0.08;
    constexpr double turn = 0.55;
    if (cut.face == Face::Boss)
        return 4;
    if (place < window)
        return 5;
    if (cut.face == Face::Floor)
        return place > turn ? 0 : 1;
    return cut.face == Face::Roof ? 2 : 3;
}

Cut makeCut(const CutProblem& problem, const DepthField& depths, Face face, std::vector<std::size_t> run)
{
    Cut cut;
    cut.face = face;
    cut.stations = std::move(run);
    for (const Sector s : sectorsOf(face)) {
        bool used = false;
        for (const std::size_t i : cut.stations) {
            const Length depth = depths[i][index(s)];
            if (depth <= Length{})
                continue;
            used = true;
            const Length left = *problem.stations[i].wall[index(s)] - depth;  // only known walls are ever cut
            cut.wallLeft = std::min(cut.wallLeft.value_or(left), left);
            if (depth > cut.maxDepth) {
                cut.maxDepth = depth;
                cut.deepestStation = i;
                cut.deepestSector = s;
            }
        }
        if (used)
            cut.sectors.push_back(s);
    }
    return cut;
}

/// Neighbouring stations at which the boss is thinned: one cut each.
std::vector<Cut> bossCuts(const CutProblem& problem)
{
    std::vector<Cut> cuts;
    for (std::size_t i = 0; i < problem.stations.size(); ++i) {
        const auto& fin = problem.stations[i].fin;
        if (!fin || fin->depth < problem.limits.leastCut)
            continue;
        if (cuts.empty() || cuts.back().stations.back() + 1 != i) {
            cuts.emplace_back();
            cuts.back().face = Face::Boss;
        }
        Cut& cut = cuts.back();
        cut.stations.push_back(i);
        if (fin->depth > cut.maxDepth) {
            cut.maxDepth = fin->depth;
            cut.deepestStation = i;
            cut.deepestSector = Sector::Roof;
        }
        if (fin->holding)
            cut.wallLeft = std::min(cut.wallLeft.value_or(*fin->holding), *fin->holding);
    }
    for (Cut& cut : cuts) {
        const CutStation& deepest = problem.stations[cut.deepestStation];
        cut.volume = volumeOf(problem.stations, cut, [&](std::size_t i) { return problem.stations[i].fin->gained; });
        cut.why = say("cut.why.fin", {{"place", Position{deepest.s}},
                                      {"width", deepest.fin->width},
                                      {"depth", deepest.fin->depth},
                                      {"height", deepest.fin->height}});
        cut.tool = say("cut.tool.cone");
    }
    return cuts;
}

std::vector<Cut> groupCuts(const CutProblem& problem, const CutPlan& plan)
{
    std::vector<Cut> cuts;
    for (const Face face : kWallFaces) {
        for (auto& run : runsOn(plan.depths, face)) {
            Cut cut = makeCut(problem, plan.depths, face, std::move(run));
            cut.volume = volumeOf(problem.stations, cut,
                                  [&](std::size_t i) { return areaOf(problem.stations[i], plan.depths[i], face); });
            cut.why = reasonFor(problem, plan, cut);
            cut.tool = toolFor(problem, cut);
            cuts.push_back(std::move(cut));
        }
    }
    std::ranges::move(bossCuts(problem), std::back_inserter(cuts));
    std::ranges::stable_sort(cuts, [&](const Cut& a, const Cut& b) {
        const int orderA = workOrder(problem, a);
        const int orderB = workOrder(problem, b);
        return orderA != orderB ? orderA < orderB : a.deepestStation > b.deepestStation;
    });
    for (std::size_t i = 0; i < cuts.size(); ++i)
        cuts[i].id = "C" + std::to_string(i + 1);
    return cuts;
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
    case Hold::Finding: return say("keep.finding", {{"id", station.leave[index(sector)]}});
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

Face faceOf(Sector sector)
{
    switch (sector) {
    case Sector::Roof:
    case Sector::RoofLeft:
    case Sector::RoofRight: return Face::Roof;
    case Sector::Right: return Face::Right;
    case Sector::Left: return Face::Left;
    default: return Face::Floor;
    }
}

Phrase nameOf(Face face)
{
    switch (face) {
    case Face::Floor: return say("face.floor");
    case Face::Roof: return say("face.roof");
    case Face::Right: return say("face.right");
    case Face::Boss: return say("face.boss");
    case Face::Left: break;
    }
    return say("face.left");
}

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
    plan.keeps = findKeeps(problem);
    return plan;
}

}  // namespace euryth::cutting
