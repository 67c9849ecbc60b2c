// SPDX-License-Identifier: GPL-3.0-or-later
#include "plan_and_cut.hpp"

#include <algorithm>

#include "analysis/judged_speeds.hpp"
#include "analysis/pins.hpp"
#include "geometry/turn.hpp"
#include "planned_end.hpp"
#include "planning/area_plan.hpp"

namespace euryth::analysis {

using geometry::index;
using geometry::kSectors;

namespace {

/// How far the window may grow before it reaches the gasket's edge.
void limitByGasket(const WindowStep& step, cutting::CutStation& window)
{
    using geometry::Sector;
    const auto limit = [&](Sector s, Length most) {
        window.stop[index(s)] = cutting::Stop{std::max(Length{}, most), cutting::Hold::Gasket};
    };
    const Length left = -step.left;
    const Length right = -step.right;
    const Length roof = -step.roof;
    const Length floor = -step.floor;
    limit(Sector::Left, left);
    limit(Sector::Right, right);
    limit(Sector::Roof, roof);
    limit(Sector::Floor, floor);
    limit(Sector::RoofLeft, std::min(roof, left));
    limit(Sector::RoofRight, std::min(roof, right));
    limit(Sector::FloorLeft, std::min(floor, left));
    limit(Sector::FloorRight, std::min(floor, right));
}

/// The top of the short side, the highest floor of the turn, comes down no further than the house lets it.
void limitApex(const job::House& house, const PortAnalysis& analysis, cutting::CutProblem& problem)
{
    using geometry::Sector;
    std::vector<std::size_t> turn;
    for (std::size_t i = 0; i < analysis.poses.size(); ++i) {
        if (problem.stations[i].part == cutting::Part::Turn)
            turn.push_back(i);
    }
    const auto apex = highestFloor(analysis, turn);
    if (!apex)
        return;
    for (const Sector s : {Sector::FloorLeft, Sector::Floor, Sector::FloorRight})
        problem.stations[*apex].stop[index(s)] = cutting::Stop{house.apexLowering, cutting::Hold::Apex};
}

/// Places at which a finding forbids a cut.
void leaveFindings(const job::Port& port, cutting::CutProblem& problem)
{
    for (const job::Pin& pin : port.pins) {
        if (!forbidsCut(pin))
            continue;
        const auto why = pin.kind == job::PinKind::Filled ? cutting::Hold::Filled : cutting::Hold::Finding;
        for (const std::size_t station : stationsAt(port, pin)) {
            for (const geometry::Sector s : kSectors) {
                if (!pin.sector || *pin.sector == s)
                    problem.stations[station].leave[index(s)] = {pin.id, why};
            }
        }
    }
}

/// Curvature of the floor line, 1/m, where it is the inside of the turn: that of the centreline from the headings
/// beside a station, on the radius of the floor.
std::vector<double> floorCurvatures(const PortAnalysis& analysis, const std::vector<cutting::Part>& parts,
                                    const cutting::CutProblem& problem)
{
    std::vector<double> curvatures(parts.size(), 0.0);
    for (std::size_t i = 1; i + 1 < parts.size(); ++i) {
        if (parts[i] != cutting::Part::Turn || analysis.poses.size() != parts.size())
            continue;
        const double turned = geometry::turnBetween(analysis.poses[i - 1], analysis.poses[i + 1]).si();
        const double along = (problem.stations[i + 1].s - problem.stations[i - 1].s).si();
        const double half = geometry::boxOf(problem.stations[i].section).height.si() / 2.0;
        constexpr double sharpest = 500.0;  // 2 mm
        const double inside = along / std::max(turned, 1e-6) - half;
        curvatures[i] = inside > 1.0 / sharpest ? 1.0 / inside : sharpest;
    }
    return curvatures;
}

cutting::CutProblem cutProblem(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    cutting::CutProblem problem;
    problem.limits.greatestCut = job.house.greatestCut;
    problem.limits.fastRatio = job.house.fastRatio;
    problem.limits.deadRatio = job.house.deadRatio;
    problem.limits.leastGain = job.house.leastGain;
    problem.speedsFrom = analysis.speedsFrom;
    const std::vector<Ratios> ratios = ratiosAlong(port, analysis);
    const std::vector<cutting::Part> parts = partsOf(port, analysis);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        cutting::CutStation cut;
        cut.s = station.s;
        cut.part = parts[i];
        cut.settled = station.cut.at;
        cut.section = analysis.sections[i];
        cut.blocked = job::area(station.section) - job::netArea(station);
        cut.isThroat = i + 1 == port.stations.size() && endsInThroat(port);
        cut.plan = analysis.plan[i];
        if (const auto& fin = analysis.fins[i])
            cut.fin = cutting::BossFin{fin->depth, fin->width, *station.boss.height, fin->gained, fin->holding};
        for (const geometry::Sector s : kSectors) {
            const WallRoom& room = analysis.walls[i][index(s)];
            cut.wall[index(s)] = room.wall;
            cut.reserve[index(s)] = room.keep;
            cut.error[index(s)] = room.error;
            cut.curve[index(s)] = room.curve;
        }
        cut.speedRatio = ratios[i];
        if (i == 0 && analysis.gasketStep)
            limitByGasket(*analysis.gasketStep, cut);
        problem.stations.push_back(cut);
    }
    leaveFindings(port, problem);
    limitApex(job.house, analysis, problem);
    const std::vector<double> curvatures = floorCurvatures(analysis, parts, problem);
    for (std::size_t i = 0; i < curvatures.size(); ++i)
        problem.stations[i].floorCurvature = curvatures[i];
    return problem;
}

/// What a wish counts: sixteen times as much between one end of the choice and the middle.
double timesOf(const std::optional<job::Weight>& weight)
{
    switch (weight.value_or(job::Weight::Usual)) {
    case job::Weight::Off: return 0.0;
    case job::Weight::Little: return 1.0 / 4.0;
    case job::Weight::Usual: break;
    case job::Weight::Much: return 4.0;
    case job::Weight::Most: return 16.0;
    }
    return 1.0;
}

planning::SectionRoom roomOf(const cutting::CutStation& station, const cutting::CutLimits& limits)
{
    planning::SectionRoom room{};
    for (const geometry::Sector s : kSectors)
        room[index(s)] = cutting::depthBound(station, s, limits).greatest;
    return room;
}

/// The largest net area that a section of the same kind can have inside its walls.
std::vector<Area> reachableAreas(const cutting::CutProblem& problem)
{
    constexpr double moreThanAny = 4.0;
    std::vector<Area> areas;
    for (const cutting::CutStation& station : problem.stations) {
        const planning::SectionWish wish{geometry::area(station.section) * moreThanAny, {}, {}};
        areas.push_back(planning::planSection(station.section, roomOf(station, problem.limits), wish).area -
                        station.blockedAfter());
    }
    return areas;
}

/// The shape that each station's plan asks for, inside what its walls can give: first that of the valve end, then the
/// area. What the end takes is a least depth of the cut.
void planShapes(const job::Port& port, cutting::CutProblem& problem, PortAnalysis& analysis)
{
    analysis.planned.resize(port.stations.size());
    const auto depths = endDepths(port, analysis);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        cutting::CutStation& cut = problem.stations[i];
        const planning::SectionRoom room = roomOf(cut, problem.limits);
        // What is less than a hand can cut on purpose is no shape; the throat is the seat cutter's.
        const bool moves = !depths.empty() && !cut.isThroat &&
                           std::ranges::any_of(depths[i], [&](Length d) { return d >= problem.limits.leastCut; });
        if (!moves) {
            if (!cut.plan)
                continue;
            const planning::SectionWish wish{*cut.plan + cut.blockedAfter(), port.stations[i].plan.width,
                                             port.stations[i].plan.height};
            analysis.planned[i] = planning::planSection(cut.section, room, wish);
            continue;
        }
        planning::PlannedSection shaped = movedOut(cut.section, room, depths[i]);
        for (const geometry::Sector s : kSectors)
            cut.least[index(s)] = std::max(Length{}, shaped.growth[index(s)]);
        const job::StationWish& wish = port.stations[i].plan;
        if ((cut.plan && *cut.plan + cut.blockedAfter() > shaped.area) || wish.width || wish.height)
            shaped = andThen(
                shaped, room,
                {std::max(shaped.area, cut.plan.value_or(Area{}) + cut.blockedAfter()), wish.width, wish.height});
        else
            cut.plan = analysis.plan[i] = shaped.area - cut.blockedAfter();
        analysis.planned[i] = std::move(shaped);
    }
}

}  // namespace

std::vector<geometry::AreaAt> netAreas(const job::Port& port)
{
    std::vector<geometry::AreaAt> areas;
    for (const job::Station& station : port.stations)
        areas.push_back({station.s, job::netArea(station)});
    return areas;
}

geometry::AirDirection airDirection(const job::Port& port)
{
    return port.side == job::Side::Intake ? geometry::AirDirection::WindowToValve
                                          : geometry::AirDirection::ValveToWindow;
}

geometry::FindingLimits findingLimits(const job::House& house)
{
    geometry::FindingLimits limits;
    limits.smallBigSmall = house.smallBigSmall;
    return limits;
}

void planAreas(const job::Job& job, const job::Port& port, PortAnalysis& analysis)
{
    analysis.suggested.resize(port.stations.size());
    if (analysis.demand && analysis.areas) {
        analysis.wantedArea = planning::wantedArea(*analysis.demand);
        const auto areas = planning::suggestedPlan(netAreas(port), *analysis.wantedArea, {job.house.taperPer100mm});
        std::ranges::copy(areas, analysis.suggested.begin());
    }
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const auto& typed = port.stations[i].plan.area;
        analysis.plan.push_back(typed ? typed : analysis.suggested[i]);
    }
}

cutting::CutWeights cutWeights(const job::CutAims& aims)
{
    const double metal = timesOf(aims.metal);
    return cutting::CutWeights{}.times(timesOf(aims.area), timesOf(aims.air),
                                       metal > 0.0 ? metal : timesOf(job::Weight::Little));
}

void planCut(const job::Job& job, const job::Port& port, PortAnalysis& analysis)
{
    if (port.stations.size() < 2) {
        analysis.cutProblem.missing = say("missing.two-stations");
        return;
    }
    if (!analysis.areas) {
        analysis.cutProblem.missing = analysis.areas.missing;
        return;
    }
    cutting::CutProblem problem = cutProblem(job, port, analysis);
    analysis.reachable = reachableAreas(problem);
    planShapes(port, problem, analysis);
    const bool anyPlan = std::ranges::any_of(analysis.planned, [](const auto& p) { return p.has_value(); });
    const bool anyProbe =
        std::ranges::any_of(problem.stations, [](const cutting::CutStation& s) { return s.speedRatio[0].has_value(); });
    if (!anyPlan && !anyProbe) {
        analysis.cutProblem.missing = say("missing.cut-plan", {{"demand", analysis.demand.missing}});
        return;
    }
    analysis.cut = cutting::planCuts(problem, cutWeights(port.cutAims));
    analysis.cutProblem.value = std::move(problem);
}

void findAlongPlan(const job::Job& job, const job::Port& port, PortAnalysis& analysis)
{
    if (!analysis.areas || std::ranges::none_of(analysis.plan, [](const auto& p) { return p.has_value(); }))
        return;
    std::vector<geometry::AreaAt> planned = netAreas(port);
    if (planned.size() < 2)
        return;
    for (std::size_t i = 0; i < planned.size(); ++i)
        planned[i].area = analysis.plan[i].value_or(planned[i].area);
    analysis.planFindings = geometry::findAlongRunner(geometry::AreaCurve(std::move(planned)), airDirection(port),
                                                      findingLimits(job.house));
}

}  // namespace euryth::analysis
