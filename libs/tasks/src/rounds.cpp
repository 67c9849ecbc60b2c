// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/rounds.hpp"

#include <algorithm>

#include "air/isentropic.hpp"
#include "analysis/port_analysis.hpp"
#include "tasks/probe_set.hpp"

namespace euryth::tasks {

namespace {

constexpr Length kSamePlace = lengthFromMm(0.5);
constexpr Length kSameLift = lengthFromMm(0.25);

bool belongs(const job::ProbeSet& set, const Round& round, const job::ProbePlan& plan)
{
    if (!set.stationS || abs(*set.stationS - round.s) > kSamePlace || set.state != plan.state)
        return false;
    if (!round.lift)
        return true;
    return set.lift && abs(*set.lift - *round.lift) <= kSameLift;
}

Round roundAt(const job::Port& port, Length s, std::optional<Length> lift)
{
    Round round{s, lift, {}, 0};
    for (std::size_t i = 0; i < port.probes.size(); ++i) {
        if (belongs(port.probes[i], round, port.probePlan))
            round.set = i;
    }
    if (round.set)
        round.unread = static_cast<std::size_t>(
            std::ranges::count_if(port.probes[*round.set].readings, [](const job::Reading& r) { return !r.isRead(); }));
    return round;
}

}  // namespace

std::vector<Round> roundsOf(const job::Port& port)
{
    std::vector<Round> rounds;
    const job::ProbePlan& plan = port.probePlan;
    const auto along = [&](std::optional<Length> lift) {
        for (const job::PlannedPlace& place : plan.places)
            rounds.push_back(roundAt(port, place.s, lift));
    };
    for (const job::PlannedLift& lift : plan.lifts)
        along(lift.lift);
    if (plan.lifts.empty())
        along({});
    return rounds;
}

std::optional<std::size_t> nextRound(const std::vector<Round>& rounds)
{
    const auto index = [&](auto found) -> std::optional<std::size_t> {
        if (found == rounds.end())
            return std::nullopt;
        return static_cast<std::size_t>(found - rounds.begin());
    };
    const auto open = index(std::ranges::find_if(rounds, [](const Round& r) { return !r.set; }));
    return open ? open : index(std::ranges::find_if(rounds, [](const Round& r) { return r.unread > 0; }));
}

std::vector<probing::GridPoint> gridOf(const job::ProbePlan& plan)
{
    const auto named = gridNamed(plan.grid);
    return named ? *named : probing::nineFields();
}

job::ProbePlan usualPlan(const job::Job& job, const job::Port& port)
{
    job::ProbePlan plan;
    plan.grid = "3x3";
    const auto analysis = analysis::measure(job, port);
    std::vector<std::size_t> stations;
    for (const auto& place : {analysis.places.pinch, analysis.places.shortSide, analysis.places.bowl}) {
        if (place && std::ranges::count(stations, *place) == 0)
            stations.push_back(*place);
    }
    std::ranges::sort(stations);
    for (const std::size_t i : stations)
        plan.places.push_back({port.stations[i].s, {}});
    if (stations.empty()) {
        for (const job::Station& station : port.stations)
            plan.places.push_back({station.s, {}});
    }
    const job::CamLobe& cam = port.side == job::Side::Intake ? job.engine.intakeCam : job.engine.exhaustCam;
    if (cam.lift)
        plan.lifts.push_back({*cam.lift, {}});
    return plan;
}

probing::GridPoint gridPointAt(const geometry::Section& section, geometry::Point at)
{
    const geometry::Box box = geometry::boxOf(section);
    return {std::clamp(2.0 * (at.left - box.middle.left) / box.width.si(), -1.0, 1.0),
            std::clamp(2.0 * (at.up - box.middle.up) / box.height.si(), -1.0, 1.0)};
}

TipWay tipWay(const job::Port& port, Length station, const geometry::Section& section, probing::GridPoint at)
{
    TipWay way;
    way.looksToWindow = port.side == job::Side::Intake;
    if (!port.stations.empty()) {
        const Length fromValve = port.stations.back().s - station;
        way.fromWindow = station <= fromValve;
        way.depth = way.fromWindow ? station - port.stations.front().s : fromValve;
    }
    way.fromWall = Length::fromSi(geometry::distanceToWall(section, probing::toSection(at, section)));
    way.tooNear = way.fromWall < air::kPitotDistance;
    return way;
}

}  // namespace euryth::tasks
