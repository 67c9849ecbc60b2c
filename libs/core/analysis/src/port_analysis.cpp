// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/port_analysis.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "air/isentropic.hpp"
#include "analysis/engine_inputs.hpp"
#include "analysis/judged_speeds.hpp"
#include "geometry/valve_end.hpp"
#include "geometry/wall_contour.hpp"
#include "planning/area_plan.hpp"
#include "planning/end_shape.hpp"
#include "words/missing_list.hpp"

namespace euryth::analysis {

namespace {

using geometry::index;
using geometry::kSectors;

std::vector<geometry::AreaAt> netAreas(const job::Port& port)
{
    std::vector<geometry::AreaAt> areas;
    for (const job::Station& station : port.stations)
        areas.push_back({station.s, job::netArea(station)});
    return areas;
}

/// Sums of the branches' areas at the stations of any of them, where all are measured.
std::vector<geometry::AreaAt> branchSums(const job::Job& job, const job::Port& port)
{
    std::vector<geometry::AreaCurve> curves;
    std::vector<Length> places;
    const auto branches = job::branchesOf(job, port);
    for (const job::Port* branch : branches) {
        if (branch->stations.size() < 2)
            return {};
        curves.emplace_back(netAreas(*branch));
        for (const job::Station& station : branch->stations)
            places.push_back(station.s);
    }
    std::ranges::sort(places);
    const auto end = std::ranges::unique(places, [](Length a, Length b) { return b - a < Length::fromSi(1e-9); });
    places.erase(end.begin(), end.end());
    std::vector<geometry::AreaAt> sums;
    for (const Length s : places) {
        const bool everywhere =
            std::ranges::all_of(curves, [&](const auto& c) { return c.start() <= s && s <= c.end(); });
        if (!everywhere || (!port.stations.empty() && s <= port.stations.back().s))
            continue;
        Area sum;
        for (const geometry::AreaCurve& curve : curves)
            sum += curve.at(s);
        sums.push_back({s, sum});
    }
    return sums;
}

Known<geometry::AreaCurve> areaCurve(const job::Job& job, const job::Port& port)
{
    std::vector<geometry::AreaAt> knots = netAreas(port);
    const auto sums = branchSums(job, port);
    knots.insert(knots.end(), sums.begin(), sums.end());
    if (port.stations.empty() || knots.size() < 2)
        return {std::nullopt, say("missing.two-stations")};
    return {geometry::AreaCurve(std::move(knots)), {}};
}

void placeInHead(const job::Port& port, PortAnalysis& analysis)
{
    analysis.sections = job::sectionsOf(port);
    analysis.poses = job::posesOf(port);
    if (analysis.poses.empty() || analysis.poses.size() < 3) {
        analysis.floorRadius.missing = analysis.floorApex.missing = analysis.turnEnd.missing = say("missing.poses");
        return;
    }
    std::vector<geometry::SideCut> cuts;
    std::vector<geometry::StationHeight> heights;
    for (std::size_t i = 0; i < analysis.poses.size(); ++i) {
        const Length height = geometry::boxOf(analysis.sections[i]).height;
        cuts.push_back(geometry::sideCut(analysis.poses[i], height));
        heights.push_back({port.stations[i].s, height});
    }
    analysis.floorRadius = {geometry::floorRadius(analysis.poses, cuts), say("missing.turn")};
    analysis.floorApex = {geometry::floorApex(cuts), {}};
    const job::RunnerLayout& r = port.runner;
    if (r.straight && r.turn && port.shortSide.radius && port.shortSide.height) {
        analysis.turnEnd.value =
            geometry::turnEnd({*r.straight, *r.turn, *port.shortSide.radius, *port.shortSide.height}, heights);
    }
}

void valveEnd(const job::Port& port, PortAnalysis& analysis)
{
    analysis.seat = {job::seatStack(port.valve), say("missing.seat")};
    analysis.valve = {job::valveGeometry(port.valve), say("missing.valve-geometry")};
    const auto throat = job::throatOf(port.valve);
    if (throat && port.valve.diameter)
        analysis.throatShare.value = geometry::throatShare(*throat, *port.valve.diameter);
    else
        analysis.throatShare.missing = say("missing.throat-share");
}

Known<Length> coreShift(const job::Port& port)
{
    double sum = 0.0;
    int count = 0;
    for (const job::Station& station : port.stations) {
        const auto& left = station.wall.at[index(geometry::Sector::Left)];
        const auto& right = station.wall.at[index(geometry::Sector::Right)];
        if (!left || !right)
            continue;
        sum += (*right - *left).si() / 2.0;
        ++count;
    }
    if (count == 0)
        return {std::nullopt, say("missing.side-walls")};
    return {Length::fromSi(sum / count), {}};
}

std::optional<WindowStep> windowStep(const job::Opening& opening, const PortAnalysis& analysis)
{
    const auto shape = opening.shape();
    if (!shape || analysis.sections.empty())
        return std::nullopt;
    const geometry::Box window = geometry::boxOf(analysis.sections.front());
    const Length left = opening.shiftLeft.value_or(Length{});
    const Length up = opening.shiftUp.value_or(Length{});
    const Length wide = (window.width - shape->width) / 2.0;
    const Length high = (window.height - shape->height) / 2.0;
    return WindowStep{wide - left, wide + left, high - up, high + up};
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

PlaceNames findPlaces(const PortAnalysis& analysis, const job::Port& port)
{
    PlaceNames places;
    for (const geometry::Finding& f : analysis.findings) {
        if (f.kind == geometry::FindingKind::Pinch)
            places.pinch = job::stationNear(port, f.s);
    }
    std::vector<double> turned;  // away from the window's heading, in whatever plane
    for (const geometry::Pose& pose : analysis.poses)
        turned.push_back(geometry::turnBetween(analysis.poses.front(), pose).si());
    if (turned.size() < 3 || turned.back() < angleFromDegrees(10.0).si())
        return places;
    const double half = turned.back() / 2.0;
    const auto middle = std::ranges::min_element(turned, {}, [&](double t) { return std::abs(t - half); });
    places.shortSide = static_cast<std::size_t>(middle - turned.begin());
    for (std::size_t i = *places.shortSide + 1; i + 1 < port.stations.size(); ++i) {
        if (!places.bowl || job::netArea(port.stations[i]) > job::netArea(port.stations[*places.bowl]))
            places.bowl = i;
    }
    return places;
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

/// The floor as the stations have it. It needs poses.
planning::FloorLine floorLine(const job::Port& port, const PortAnalysis& analysis)
{
    planning::FloorLine floor;
    double highest = -1e9;
    std::optional<geometry::SidePoint> last;
    for (std::size_t i = 0; i < analysis.poses.size(); ++i) {
        const auto cut = geometry::sideCut(analysis.poses[i], geometry::boxOf(analysis.sections[i]).height);
        const Length step = last ? Length::fromSi(std::hypot(cut.floor.x - last->x, cut.floor.z - last->z)) : Length{};
        floor.along.push_back(floor.along.empty() ? Length{} : floor.along.back() + step);
        floor.turned.push_back(geometry::turnBetween(analysis.poses.front(), analysis.poses[i]));
        last = cut.floor;
        if (cut.floor.z > highest) {
            highest = cut.floor.z;
            floor.apex = i;
        }
    }
    // As it was gauged; the tightest bend between two stations carries the error of both.
    floor.radius = port.shortSide.radius.value_or(analysis.floorRadius->radius);
    return floor;
}

/// How far the window may grow before it reaches the gasket's edge.
void limitByGasket(const WindowStep& step, cutting::CutStation& window)
{
    using geometry::Sector;
    const auto limit = [&](Sector s, Length most) { window.toGasket[index(s)] = std::max(Length{}, most); };
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

cutting::CutProblem cutProblem(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    cutting::CutProblem problem;
    problem.limits.gaugeError = job.house.gaugeError;
    problem.limits.greatestCut = job.house.greatestCut;
    problem.limits.fastRatio = job.house.fastRatio;
    problem.limits.deadRatio = job.house.deadRatio;
    problem.limits.leastGain = job.house.leastGain;
    problem.speedsFrom = analysis.speedsFrom;
    const std::vector<Ratios> ratios = ratiosAlong(port, analysis);
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        cutting::CutStation cut;
        cut.s = station.s;
        cut.section = analysis.sections[i];
        cut.blocked = job::area(station.section) - job::netArea(station);
        cut.isThroat = i + 1 == port.stations.size() && endsInThroat(port);
        cut.plan = analysis.plan[i];
        cut.wall = station.wall.at;
        for (const geometry::Sector s : kSectors) {
            cut.reserve[index(s)] =
                station.unrepairable[index(s)] ? job.house.unrepairableLeastWall : job.house.leastWall;
        }
        cut.speedRatio = ratios[i];
        if (i == 0 && analysis.gasketStep)
            limitByGasket(*analysis.gasketStep, cut);
        problem.stations.push_back(cut);
    }
    return problem;
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
                        station.blocked);
    }
    return areas;
}

/// How far the wished valve end asks the walls to move out, per station and sector; empty where nothing of it is
/// wished.
std::vector<geometry::PerSector<Length>> endDepths(const job::Port& port, const PortAnalysis& analysis)
{
    const job::PlannedEnd& end = port.planEnd;
    const bool floor = (end.shortRadius || end.shortHeight) && analysis.floorRadius && analysis.floorApex;
    const bool bowl = end.bowl && analysis.places.bowl;
    if (!floor && !bowl)
        return {};
    std::vector<geometry::PerSector<Length>> depths(port.stations.size());
    if (floor) {
        planning::FloorWish wish{end.shortRadius, {}};
        // As typed, it is over the deck that the valve end was measured from; that of the places may be another level.
        if (end.shortHeight)
            wish.lowered = port.shortSide.height.value_or(*analysis.floorApex) - *end.shortHeight;
        const auto down = planning::floorDepths(floorLine(port, analysis), wish);
        for (std::size_t i = 0; i < depths.size(); ++i) {
            // A corner between floor and side goes with the floor alone: square to itself by the part of it.
            const Length corner = down[i] / std::numbers::sqrt2;
            depths[i][index(geometry::Sector::Floor)] = down[i];
            depths[i][index(geometry::Sector::FloorLeft)] = corner;
            depths[i][index(geometry::Sector::FloorRight)] = corner;
        }
    }
    if (bowl) {
        const std::size_t before = analysis.places.shortSide.value_or(0);
        for (std::size_t i = 0; i < depths.size(); ++i) {
            const double share = planning::bowlShare(port.stations[i].s, port.stations[before].s,
                                                     port.stations[*analysis.places.bowl].s, port.stations.back().s);
            const auto out = planning::depthsToCircle(analysis.sections[i], *end.bowl, share);
            for (const geometry::Sector s : kSectors)
                depths[i][index(s)] = std::max(depths[i][index(s)], out[index(s)]);
        }
    }
    return depths;
}

/// The section with its walls moved out by `depths` as far as there is room, in the family of the measured one.
planning::PlannedSection movedOut(const geometry::Section& section, const planning::SectionRoom& room,
                                  const geometry::PerSector<Length>& depths)
{
    planning::SectionRoom wanted{};
    bool met = true;
    std::vector<geometry::Sector> atLimit;
    constexpr Length hardly = lengthFromMm(0.1);  // less than a hand cuts on purpose
    for (const geometry::Sector s : kSectors) {
        wanted[index(s)] = std::min(depths[index(s)], room[index(s)]);
        if (depths[index(s)] <= room[index(s)] + hardly)
            continue;
        atLimit.push_back(s);
        // A corner follows its sides as far as it can: what is wished of a floor or a bowl is met by the sides.
        constexpr std::size_t everyOther = 2;  // roof, right, floor, left; corners between them
        met = met && index(s) % everyOther != 0;
    }
    constexpr double moreThanAny = 4.0;
    auto moved = planning::planSection(section, wanted, {geometry::area(section) * moreThanAny, {}, {}});
    moved.met = met;
    moved.atLimit = std::move(atLimit);
    return moved;
}

/// What is still to grow after the valve end's shape, put together with it.
planning::PlannedSection andThen(const planning::PlannedSection& first, const planning::SectionRoom& room,
                                 const planning::SectionWish& wish)
{
    planning::SectionRoom rest{};
    for (const geometry::Sector s : kSectors)
        rest[index(s)] = std::max(Length{}, room[index(s)] - first.growth[index(s)]);
    auto both = planning::planSection(first.section, rest, wish);
    for (const geometry::Sector s : kSectors)
        both.growth[index(s)] += first.growth[index(s)];
    both.middle = {both.middle.left + first.middle.left, both.middle.up + first.middle.up};
    both.met = both.met && first.met;
    both.atLimit.insert(both.atLimit.end(), first.atLimit.begin(), first.atLimit.end());
    std::ranges::sort(both.atLimit);
    const auto same = std::ranges::unique(both.atLimit);
    both.atLimit.erase(same.begin(), same.end());
    return both;
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
            const planning::SectionWish wish{*cut.plan + cut.blocked, port.stations[i].plan.width,
                                             port.stations[i].plan.height};
            analysis.planned[i] = planning::planSection(cut.section, room, wish);
            continue;
        }
        planning::PlannedSection shaped = movedOut(cut.section, room, depths[i]);
        for (const geometry::Sector s : kSectors)
            cut.least[index(s)] = std::max(Length{}, shaped.growth[index(s)]);
        const job::StationWish& wish = port.stations[i].plan;
        if ((cut.plan && *cut.plan + cut.blocked > shaped.area) || wish.width || wish.height)
            shaped = andThen(shaped, room,
                             {std::max(shaped.area, cut.plan.value_or(Area{}) + cut.blocked), wish.width, wish.height});
        else
            cut.plan = analysis.plan[i] = shaped.area - cut.blocked;
        analysis.planned[i] = std::move(shaped);
    }
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
    analysis.cut = cutting::planCuts(problem);
    analysis.cutProblem.value = std::move(problem);
}

}  // namespace

std::optional<air::AirState> roomAir(const job::Bench& bench)
{
    if (!bench.temperature || !bench.pressure || !bench.humidity)
        return std::nullopt;
    return air::AirState{*bench.temperature, *bench.pressure, *bench.humidity};
}

std::optional<air::AirState> chargeAir(const job::Job& job)
{
    auto air = roomAir(job.bench);
    if (!air)
        return std::nullopt;
    const job::Manifold& manifold = job.engine.manifold;
    if (!manifold.pressure && !manifold.temperature)
        return air;
    return air::broughtTo(*air, manifold.temperature.value_or(air->temperature),
                          manifold.pressure.value_or(air->pressure));
}

Length WindowStep::greatest() const { return std::max({abs(left), abs(right), abs(roof), abs(floor)}); }

bool endsInThroat(const job::Port& port)
{
    const auto throat = job::throatOf(port.valve);
    if (!throat || port.stations.empty())
        return false;
    constexpr double sameArea = 0.03;
    const Area last = job::area(port.stations.back().section);
    return std::abs(last / geometry::throatNetArea(*throat, Length{}) - 1.0) < sameArea;
}

double flowShare(const job::Job& job, const job::Port& port)
{
    if (!port.isBranch() && !port.cylinder)
        return 1.0;
    double all = 0.0;
    double count = 0.0;
    bool known = true;
    for (const job::Port& other : job.ports) {
        if (other.side != port.side || other.parent != port.parent ||
            (!port.isBranch() && other.cylinder != port.cylinder))
            continue;
        const double diameter = other.valve.diameter.value_or(Length{}).si();
        known = known && diameter > 0.0;
        all += diameter * diameter;
        count += 1.0;
    }
    if (!known)
        return 1.0 / count;
    const double own = port.valve.diameter->si();
    return own * own / all;
}

PortAnalysis measure(const job::Job& job, const job::Port& port)
{
    PortAnalysis analysis;
    analysis.splits = !job::branchesOf(job, port).empty();
    placeInHead(port, analysis);
    valveEnd(port, analysis);
    analysis.coreShift = coreShift(port);
    analysis.manifoldStep = windowStep(port.manifold, analysis);
    analysis.gasketStep = windowStep(port.gasket, analysis);
    analysis.areas = areaCurve(job, port);
    if (analysis.areas) {
        analysis.findings = geometry::findAlongRunner(*analysis.areas, airDirection(port), findingLimits(job.house));
        analysis.places = findPlaces(analysis, port);
    }
    return analysis;
}

PortAnalysis analyse(const job::Job& job, const job::Port& port)
{
    return analyse(job, port, SpeedSource::Readings, {});
}

PortAnalysis analyse(const job::Job& job, const job::Port& port, SpeedSource source,
                     const Known<ComputedSpeeds>& speeds)
{
    PortAnalysis analysis = measure(job, port);
    analysis.demand = demandOf(job, port, analysis.valve);
    planAreas(job, port, analysis);
    for (std::size_t i = 0; i < port.probes.size(); ++i)
        analysis.probes.push_back(probeResult(job, port, analysis, i));
    if (source != SpeedSource::Readings)
        takeSpeeds(job, port, source, speeds, analysis);
    planCut(job, port, analysis);
    return analysis;
}

bool sameAnalysis(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB)
{
    // What was accepted, photographed or put aside is no measurement.
    const auto bare = [](job::Port port) {
        port.accepted.clear();
        port.photos.clear();
        port.plans.clear();
        port.planName.clear();
        port.planNote.clear();
        return port;
    };
    const auto sameBranches = [&] {
        const auto ofA = job::branchesOf(a, portOfA);
        const auto ofB = job::branchesOf(b, portOfB);
        return std::ranges::equal(ofA, ofB,
                                  [](const job::Port* p, const job::Port* q) { return p->stations == q->stations; });
    };
    return a.engine == b.engine && a.bench == b.bench && a.house == b.house && bare(portOfA) == bare(portOfB) &&
           flowShare(a, portOfA) == flowShare(b, portOfB) && sameBranches();
}

Phrase pointName(probing::GridPoint p)
{
    constexpr double third = 1.0 / 3.0;
    const std::string up = p.v > third ? "roof" : p.v < -third ? "floor" : "";
    const std::string across = p.u > third ? "left" : p.u < -third ? "right" : "";
    if (up.empty() && across.empty())
        return say("point.middle");
    return say("point." + up + (up.empty() || across.empty() ? "" : "-") + across);
}

std::optional<Place> placeAt(const PortAnalysis& analysis, const job::Port& port, std::size_t station)
{
    if (station == 0)
        return port.isBranch() ? Place::Branch : Place::Window;
    if (station == analysis.places.pinch)
        return Place::Pinch;
    if (station == analysis.places.shortSide)
        return Place::ShortSide;
    if (station == analysis.places.bowl)
        return Place::Bowl;
    if (station + 1 < port.stations.size())
        return std::nullopt;
    return analysis.splits ? Place::Split : Place::Throat;
}

std::string_view key(Place place)
{
    constexpr std::array<std::string_view, 7> keys{"window", "branch", "pinch", "short-side",
                                                   "bowl",   "split",  "throat"};
    return keys.at(static_cast<std::size_t>(place));
}

Phrase stationName(const PortAnalysis& analysis, const job::Port& port, std::size_t station)
{
    const auto place = placeAt(analysis, port, station);
    return place ? say("place." + std::string(key(*place))) : Phrase();
}

Phrase thePlace(const PortAnalysis& analysis, const job::Port& port, std::size_t station)
{
    const auto place = placeAt(analysis, port, station);
    return place ? say("place.the." + std::string(key(*place)))
                 : say("place.station", {{"number", count(station + 1)}});
}

}  // namespace euryth::analysis
