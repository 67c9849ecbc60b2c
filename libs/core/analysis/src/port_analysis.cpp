// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/port_analysis.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "air/isentropic.hpp"
#include "analysis/engine_inputs.hpp"
#include "analysis/judged_speeds.hpp"
#include "analysis/pins.hpp"
#include "geometry/valve_end.hpp"
#include "plan_and_cut.hpp"
#include "words/missing_list.hpp"

namespace euryth::analysis {

namespace {

using geometry::index;

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
        if (station.coreShift.left) {
            sum += station.coreShift.left->si();
            ++count;
            continue;
        }
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
    analysis.walls = wallRooms(job, port, analysis);
    analysis.guideRoom = guideRoom(port, analysis);
    analysis.fins = plannedFins(job, port);
    return analysis;
}

PortAnalysis measuredAnew(const job::Job& job, const job::Port& port, const PortAnalysis& before)
{
    PortAnalysis now = before;
    static_cast<MeasuredPort&>(now) = measure(job, port);
    return now;
}

bool sameLists(const job::Port& a, const job::Port& b)
{
    return a.stations.size() == b.stations.size() &&
           std::ranges::equal(a.probes, b.probes, [](const job::ProbeSet& p, const job::ProbeSet& q) {
               return p.id == q.id && p.readings.size() == q.readings.size();
           });
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
    findAlongPlan(job, port, analysis);
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
        port.probePlan = {};
        port.cutProgress.clear();
        port.lightWork.clear();
        port.leakTests.clear();
        port.promises.clear();
        std::erase_if(port.pins, [](const job::Pin& pin) { return !forbidsCut(pin); });
        return port;
    };
    const auto sameBranches = [&] {
        const auto ofA = job::branchesOf(a, portOfA);
        const auto ofB = job::branchesOf(b, portOfB);
        return std::ranges::equal(ofA, ofB, [](const job::Port* p, const job::Port* q) {
            return p->stations == q->stations && p->valve == q->valve;
        });
    };
    // What an exhaust is asked for hangs on the compression ratio, and of a common runner on its branches' valves.
    const bool sameAsked = portOfA.side == job::Side::Intake || a.chambers == b.chambers;
    return sameAsked && job::materialOf(a, portOfA) == job::materialOf(b, portOfB) && a.engine == b.engine &&
           a.bench == b.bench && a.benches == b.benches && a.house == b.house && bare(portOfA) == bare(portOfB) &&
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
