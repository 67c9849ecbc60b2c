// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/check.hpp"

#include <algorithm>
#include <set>

#include "check_ranges.hpp"
#include "job/describe.hpp"
#include "job/plans.hpp"

namespace euryth::job {

namespace {

std::string mmText(Length q) { return fileText(field::width, q.si()) + " mm"; }

void checkSectioned(const MeasuredSection& section, const std::string& here, std::vector<Problem>& problems)
{
    constexpr Length rounding = Length::fromSi(2e-6);  // parts are read to the hundredth of a millimetre at best
    const auto compare = [&](std::string_view key, Length side, const std::optional<Length>& sum) {
        if (sum && abs(*sum - side) > rounding) {
            problems.push_back({here + "section/" + std::string(key),
                                say("must.sum-of-parts", {{"sum", mmText(*sum)}, {"value", mmText(side)}})});
        }
    };
    compare("width_mm", section.shape.width, section.sectioned.width());
    compare("height_mm", section.shape.height, section.sectioned.height());
}

/// No head has so much of anything; sums that look at all pairs would take minutes.
template <class T>
bool tooMany(const std::vector<T>& items, std::size_t most, const std::string& place, std::vector<Problem>& problems)
{
    if (items.size() <= most)
        return false;
    problems.push_back({place, say("must.hold-at-most", {{"most", count(most)}, {"entries", count(items.size())}})});
    return true;
}
constexpr std::size_t kMostStations = 500;
constexpr std::size_t kMostPoints = 5000;
constexpr std::size_t kMostSets = 2000;
constexpr std::size_t kMostLifts = 100;
constexpr std::size_t kMostTests = 200;
constexpr std::size_t kMostReadings = 2000;
constexpr std::size_t kMostPorts = 256;
constexpr std::size_t kMostHours = 20000;

/// True where the shape of a section can be computed with.
bool checkShape(const MeasuredSection& section, const std::string& here, std::vector<Problem>& problems)
{
    switch (section.kind) {
    case SectionKind::RoundedRectangle: {
        const auto corners = checkCorners(section.shape);
        for (const Problem& corner : corners)
            problems.push_back({here + "section/corner_mm/" + corner.place, corner.text});
        checkSectioned(section, here, problems);
        return corners.empty() && section.shape.width > Length{} && section.shape.height > Length{};
    }
    case SectionKind::Outline: {
        if (tooMany(section.points, kMostPoints, here + "section/points_mm", problems))
            return false;
        const auto problem = geometry::problemOf(geometry::Outline{section.points});
        if (problem)
            problems.push_back({here + "section/points_mm", *problem});
        return !problem;
    }
    case SectionKind::AreaOnly: return section.area > Area{};
    }
    return false;
}

void checkStations(const std::vector<Station>& stations, const std::string& path, std::vector<Problem>& problems)
{
    if (tooMany(stations, kMostStations, path + "stations", problems))
        return;
    for (std::size_t i = 0; i < stations.size(); ++i) {
        const Station& station = stations[i];
        const std::string here = path + "stations/" + std::to_string(i) + "/";
        if (i > 0 && station.s <= stations[i - 1].s) {
            problems.push_back({here + "s_mm", say("must.over-station", {{"before", mmText(stations[i - 1].s)},
                                                                         {"value", mmText(station.s)}})});
        }
        if (checkShape(station.section, here, problems) && netArea(station) <= Area{})
            problems.push_back({here + "boss", say("must.leave-open")});
    }
}

/// The boss's ends in order; rooms beside it inside the section's width.
void checkBoss(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    const GuideBoss& guide = port.guide;
    if (guide.start && guide.end && *guide.end <= *guide.start) {
        problems.push_back({path + "guide_boss/end_s_mm",
                            say("must.over-start", {{"start", mmText(*guide.start)}, {"value", mmText(*guide.end)}})});
    }
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const Boss& boss = port.stations[i].boss;
        if (port.stations[i].section.kind != SectionKind::RoundedRectangle || !boss.roomLeft || !boss.roomRight)
            continue;
        const Length width = port.stations[i].section.shape.width;
        if (const Length rooms = *boss.roomLeft + *boss.roomRight; rooms >= width) {
            problems.push_back({path + "stations/" + std::to_string(i) + "/boss/room_left_mm",
                                say("must.rooms-fit", {{"width", mmText(width)}, {"value", mmText(rooms)}})});
        }
    }
}

void checkOpening(const Opening& opening, const std::string& path, std::vector<Problem>& problems)
{
    const auto shape = opening.shape();
    if (shape && !checkCorners(*shape).empty()) {
        problems.push_back(
            {path + "/radius_mm", say("must.half-side", {{"limit", mmText(std::min(shape->width, shape->height) / 2.0)},
                                                         {"value", mmText(*opening.radius)}})});
    }
}

/// Places outward from the flange, each of a shape that can be computed with.
void checkJoined(const std::vector<JoinedStation>& stations, const std::string& path, std::vector<Problem>& problems)
{
    if (tooMany(stations, kMostStations, path, problems))
        return;
    for (std::size_t i = 0; i < stations.size(); ++i) {
        const std::string here = path + "/" + std::to_string(i) + "/";
        if (i > 0 && stations[i].s <= stations[i - 1].s) {
            problems.push_back({here + "s_mm", say("must.over-station", {{"before", mmText(stations[i - 1].s)},
                                                                         {"value", mmText(stations[i].s)}})});
        }
        checkShape(stations[i].section, here, problems);
    }
}

void checkValve(const Valve& valve, const std::string& path, std::vector<Problem>& problems)
{
    const auto faces = seatFaces(valve);
    if (valve.diameter && !faces.empty() && !seatStack(valve))
        problems.push_back({path + "/seat", say("must.leave-opening")});
    if (valve.throat && valve.stem && *valve.stem >= *valve.throat) {
        problems.push_back({path + "/stem_mm", say("must.under-throat", {{"throat", mmText(*valve.throat)},
                                                                         {"value", mmText(*valve.stem)}})});
    }
}

/// A branch follows its common runner, and counts on from its last station.
void checkBranch(const Job& job, std::size_t index, const std::string& path, std::vector<Problem>& problems)
{
    const Port& branch = job.ports[index];
    std::size_t parent = index;
    while (parent > 0 && job.ports[parent].parent == branch.parent && job.ports[parent].isBranch())
        --parent;
    const Port& common = job.ports[parent];
    if (common.isBranch() || common.id != branch.parent) {
        problems.push_back({path + "id", say("must.follow-runner", {{"runner", branch.parent}})});
        return;
    }
    if (branchName(branch).empty() || branchName(branch).find('/') != std::string::npos)
        problems.push_back({path + "id", say("must.name-without-slash")});
    if (!branch.stations.empty() && !common.stations.empty() && branch.stations.front().s < common.stations.back().s) {
        problems.push_back(
            {path + "stations/0/s_mm", say("must.count-on", {{"last", mmText(common.stations.back().s)},
                                                             {"value", mmText(branch.stations.front().s)}})});
    }
}

void checkProbes(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    if (tooMany(port.probes, kMostSets, path + "probes", problems))
        return;
    std::set<std::string> seen;
    for (std::size_t i = 0; i < port.probes.size(); ++i) {
        const ProbeSet& probe = port.probes[i];
        const std::string here = path + "probes/" + entryName(probe, i) + "/";
        tooMany(probe.readings, kMostReadings, here + "readings", problems);
        if (probe.id.empty())
            problems.push_back({here + "id", say("must.not-empty")});
        else if (!seen.insert(probe.id).second)
            problems.push_back({here + "id", say("must.once.set", {{"id", probe.id}})});
        if (probe.stationS && !stationNear(port, *probe.stationS)) {
            problems.push_back({here + "station_s_mm", say("must.station", {{"value", mmText(*probe.stationS)}})});
        }
    }
}

void checkPins(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    if (tooMany(port.pins, kMostSets, path + "pins", problems))
        return;
    std::set<std::string> seen;
    for (std::size_t i = 0; i < port.pins.size(); ++i) {
        const std::string here = path + "pins/" + entryName(port.pins[i], i) + "/id";
        if (port.pins[i].id.empty())
            problems.push_back({here, say("must.not-empty")});
        else if (!seen.insert(port.pins[i].id).second)
            problems.push_back({here, say("must.once")});
    }
}

void checkCutting(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    tooMany(port.lightWork, kMostSets, path + "light_work", problems);
    if (tooMany(port.cutProgress, kMostSets, path + "cut_progress", problems))
        return;
    for (std::size_t i = 0; i < port.cutProgress.size(); ++i) {
        const std::string here = path + "cut_progress/" + std::to_string(i) + "/";
        if (port.cutProgress[i].cut.empty())
            problems.push_back({here + "cut", say("must.not-empty")});
        tooMany(port.cutProgress[i].measured, kMostSets, here + "measured", problems);
    }
}

/// Sums go through pairs of tests, and through all chambers of a cylinder.
void checkProving(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    tooMany(port.leakTests, kMostTests, path + "leak_tests", problems);
    if (!tooMany(port.promises, kMostTests, path + "flow_promises", problems)) {
        for (std::size_t i = 0; i < port.promises.size(); ++i)
            tooMany(port.promises[i].lifts, kMostSets, path + "flow_promises/" + std::to_string(i) + "/lifts",
                    problems);
    }
    if (tooMany(port.flow, kMostTests, path + "flow", problems))
        return;
    for (std::size_t i = 0; i < port.flow.size(); ++i)
        tooMany(port.flow[i].points, kMostSets, path + "flow/" + entryName(port.flow[i], i) + "/points", problems);
}

/// A morning has an end: places and lifts of the plan for probing.
void checkProbePlan(const ProbePlan& plan, const std::string& path, std::vector<Problem>& problems)
{
    tooMany(plan.places, kMostStations, path + "probe_plan/places", problems);
    tooMany(plan.lifts, kMostLifts, path + "probe_plan/lifts", problems);
}

void checkBenches(const std::vector<BenchRecord>& benches, std::vector<Problem>& problems)
{
    if (tooMany(benches, kMostPorts, "benches", problems))
        return;
    std::set<std::string> seen;
    for (std::size_t i = 0; i < benches.size(); ++i) {
        const std::string here = "benches/" + entryName(benches[i], i) + "/";
        if (!seen.insert(benches[i].id).second)
            problems.push_back({here + "id", say("must.once")});
        tooMany(benches[i].plates, kMostSets, here + "plates", problems);
        tooMany(benches[i].leaks, kMostSets, here + "leaks", problems);
        tooMany(benches[i].pairs, kMostSets, here + "pairs", problems);
    }
}

/// Ids by which hours and waiting find their operation and part.
template <class T>
void checkIds(const std::vector<T>& items, const std::string& place, std::vector<Problem>& problems)
{
    if (tooMany(items, kMostSets, place, problems))
        return;
    std::set<std::string> seen;
    for (std::size_t i = 0; i < items.size(); ++i) {
        if (!items[i].id.empty() && !seen.insert(items[i].id).second)
            problems.push_back({place + "/" + entryName(items[i], i) + "/id", say("must.once")});
    }
}

void checkWork(const Work& work, std::vector<Problem>& problems)
{
    checkIds(work.operations, "work/operations", problems);
    checkIds(work.parts, "work/parts", problems);
    tooMany(work.hours, kMostHours, "work/hours", problems);
    tooMany(work.pictures, kMostSets, "work/pictures", problems);
}

void checkHouse(const House& house, std::vector<Problem>& problems)
{
    if (house.name.empty())
        problems.push_back({"house/name", say("must.house-name")});
    if (house.deadRatio > house.slowRatio)
        problems.push_back({"house/dead_ratio", say("must.not-over", {{"other", "slow_ratio"}})});
    if (house.unrepairableLeastWall < house.leastWall)
        problems.push_back({"house/unrepairable_least_wall_mm", say("must.not-under", {{"other", "least_wall_mm"}})});
}

/// A lift table must rise in its angles, begin and end closed, and open in between.
void checkLifts(const CamLobe& cam, const std::string& path, std::vector<Problem>& problems)
{
    const auto& table = cam.table;
    if (table.empty())
        return;
    const std::string here = path + "/lift_table";
    if (table.size() < 3) {
        problems.push_back({here, say("must.three-points", {{"points", count(table.size())}})});
        return;
    }
    for (std::size_t i = 1; i < table.size(); ++i) {
        if (table[i].crank <= table[i - 1].crank)
            problems.push_back({here + "/" + std::to_string(i) + "/crank_deg", say("must.over-before")});
    }
    if (table.front().lift > Length{} || table.back().lift > Length{})
        problems.push_back({here, say("must.closed-lift")});
    if (std::ranges::none_of(table, [](const LiftPoint& p) { return p.lift > Length{}; }))
        problems.push_back({here, say("must.some-lift")});
}

void checkPlans(const Port& port, const std::string& path, std::vector<Problem>& problems)
{
    std::set<std::string> seen{currentPlan(port).name};
    for (std::size_t i = 0; i < port.plans.size(); ++i) {
        const NamedPlan& plan = port.plans[i];
        const std::string here = path + "plans/" + std::to_string(i);
        if (!seen.insert(plan.name).second)
            problems.push_back({here + "/name", say("must.once.plan", {{"id", plan.name}})});
        for (std::size_t k = 1; k < plan.stations.size(); ++k) {
            if (plan.stations[k].s <= plan.stations[k - 1].s)
                problems.push_back({here + "/stations/" + std::to_string(k) + "/s_mm", say("must.over-before")});
        }
    }
}

void checkEngine(const Engine& engine, std::vector<Problem>& problems)
{
    checkLifts(engine.intakeCam, "engine/cam/intake", problems);
    checkLifts(engine.exhaustCam, "engine/cam/exhaust", problems);
    if (engine.rod && engine.stroke && *engine.rod <= *engine.stroke / 2.0) {
        problems.push_back({"engine/rod_mm", say("must.over-half-stroke", {{"limit", mmText(*engine.stroke / 2.0)},
                                                                           {"value", mmText(*engine.rod)}})});
    }
}

}  // namespace

std::vector<Problem> checkCorners(const geometry::RoundedRectangle& section)
{
    struct SideOfTwo {
        std::string_view name;
        Length length;
        Length a;
        Length b;
        std::string_view larger(std::string_view keyA, std::string_view keyB) const { return a >= b ? keyA : keyB; }
    };
    const auto& r = section.corners;
    const auto& keys = kSectorKeys;
    using geometry::Sector;
    const auto keyOf = [&](Sector s) { return keys[geometry::index(s)]; };
    struct Row {
        SideOfTwo side;
        Sector first;
        Sector second;
    };
    const std::array rows{
        Row{{"roof", section.width, r.roofLeft, r.roofRight}, Sector::RoofLeft, Sector::RoofRight},
        Row{{"right", section.height, r.roofRight, r.floorRight}, Sector::RoofRight, Sector::FloorRight},
        Row{{"floor", section.width, r.floorRight, r.floorLeft}, Sector::FloorRight, Sector::FloorLeft},
        Row{{"left", section.height, r.floorLeft, r.roofLeft}, Sector::FloorLeft, Sector::RoofLeft}};
    constexpr Length rounding = Length::fromSi(1e-9);  // a circle written in inches may miss by a few nanometres
    std::vector<Problem> problems;
    for (const auto& [side, first, second] : rows) {
        if (side.a + side.b <= side.length + rounding || side.length <= Length{})
            continue;
        problems.push_back({std::string(side.larger(keyOf(first), keyOf(second))),
                            say("must.radii-fit", {{"side", say("side." + std::string(side.name))},
                                                   {"limit", mmText(side.length)},
                                                   {"value", mmText(side.a + side.b)}})});
    }
    return problems;
}

std::vector<Problem> check(const Job& job)
{
    std::vector<Problem> problems;
    checkRanges(job, problems);
    checkEngine(job.engine, problems);
    checkHouse(job.house, problems);
    checkBenches(job.benches, problems);
    checkWork(job.work, problems);
    tooMany(job.chambers, kMostSets, "chambers", problems);
    std::set<std::string> castings;
    for (std::size_t i = 0; i < job.castings.size(); ++i) {
        if (!castings.insert(job.castings[i].id).second)
            problems.push_back({"castings/" + entryName(job.castings[i], i) + "/id", say("must.once")});
    }
    if (tooMany(job.ports, kMostPorts, "ports", problems))
        return problems;
    std::set<std::string> seen;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        const Port& port = job.ports[i];
        const std::string path = portPath(port, i) + "/";
        if (!port.id.empty() && !seen.insert(port.id).second)
            problems.push_back({path + "id", say("must.once.port", {{"id", port.id}})});
        if (port.isBranch())
            checkBranch(job, i, path, problems);
        if (!port.casting.empty() && !castings.contains(port.casting))
            problems.push_back({path + "casting", say("must.casting", {{"value", port.casting}})});
        checkStations(port.stations, path, problems);
        checkBoss(port, path, problems);
        checkProbes(port, path, problems);
        checkCutting(port, path, problems);
        checkPins(port, path, problems);
        checkProving(port, path, problems);
        checkProbePlan(port.probePlan, path, problems);
        checkPlans(port, path, problems);
        checkValve(port.valve, path + "valve", problems);
        checkOpening(port.manifold, path + "manifold", problems);
        checkOpening(port.gasket, path + "gasket", problems);
        checkJoined(port.joined.stations, path + "joined/stations", problems);
    }
    return problems;
}

std::vector<Problem> check(const Shop& shop)
{
    std::vector<Problem> problems;
    checkRanges(shop, problems);
    std::set<std::string> seen;
    for (std::size_t i = 0; i < shop.people.size(); ++i) {
        if (!seen.insert(shop.people[i].name).second)
            problems.push_back({"people/" + std::to_string(i) + "/name", say("must.once")});
    }
    tooMany(shop.people, kMostPorts, "people", problems);
    tooMany(shop.daysOff, kMostSets, "days_off", problems);
    tooMany(shop.order, kMostHours, "order", problems);
    if (tooMany(shop.templates, kMostPorts, "templates", problems))
        return problems;
    seen.clear();
    for (std::size_t i = 0; i < shop.templates.size(); ++i) {
        const std::string here = "templates/" + std::to_string(i);
        if (!seen.insert(shop.templates[i].kind).second)
            problems.push_back({here + "/kind", say("must.once")});
        checkIds(shop.templates[i].operations, here + "/operations", problems);
    }
    return problems;
}

}  // namespace euryth::job
