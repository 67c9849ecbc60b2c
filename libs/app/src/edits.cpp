// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/edits.hpp"

#include <algorithm>

#include "probing/grid.hpp"
#include "tasks/probe_set.hpp"
#include "tasks/rounds.hpp"

namespace euryth::app {

namespace {

job::Station firstStation()
{
    job::Station station;
    const Length r = lengthFromMm(8.0);
    station.section.shape = {lengthFromMm(35.0), lengthFromMm(35.0), {r, r, r, r}};
    return station;
}

}  // namespace

std::size_t addStation(job::Port& port, std::size_t after)
{
    auto& stations = port.stations;
    if (stations.empty()) {
        stations.push_back(firstStation());
        return 0;
    }
    const Length usualStep = lengthFromMm(10.0);
    const job::Station& before = stations[after];
    job::Station station;
    station.section = before.section;
    station.section.sectioned = {};
    if (after + 1 < stations.size())
        station.s = (before.s + stations[after + 1].s) / 2.0;
    else
        station.s = before.s + (after > 0 ? before.s - stations[after - 1].s : usualStep);
    stations.insert(stations.begin() + static_cast<std::ptrdiff_t>(after) + 1, station);
    return after + 1;
}

void removeStation(job::Port& port, std::size_t station)
{
    const Length s = port.stations[station].s;
    // A probe set without its station has no section to be worked out with.
    std::erase_if(port.probes, [&](const job::ProbeSet& set) {
        return set.stationS && job::stationNear(port, *set.stationS) == station;
    });
    std::erase_if(port.probePlan.places,
                  [&](const job::PlannedPlace& place) { return job::stationNear(port, place.s) == station; });
    std::erase_if(port.stations, [&](const job::Station& other) { return other.s == s; });
}

std::size_t addProbeSet(job::Job& job, job::Port& port, std::size_t station)
{
    job::ProbeSet set = tasks::emptySet(job, port, port.stations[station].s, tasks::gridOf(port.probePlan));
    set.depression = job.bench.depression;
    if (!port.probes.empty())
        set.lift = port.probes.back().lift;
    port.probes.push_back(std::move(set));
    return port.probes.size() - 1;
}

std::size_t addProbeSets(job::Port& port, std::vector<job::ProbeSet> sets)
{
    const std::size_t first = port.probes.size();
    for (job::ProbeSet& set : sets) {
        if (set.id.empty() || std::ranges::find(port.probes, set.id, &job::ProbeSet::id) != port.probes.end())
            set.id = tasks::nextSetId(port);
        port.probes.push_back(std::move(set));
    }
    return first;
}

void removeProbeSet(job::Port& port, std::size_t probe)
{
    port.probes.erase(port.probes.begin() + static_cast<std::ptrdiff_t>(probe));
}

void acceptCall(job::Port& port, const std::string& call, const std::string& reason)
{
    const auto found = std::ranges::find(port.accepted, call, &job::Acceptance::call);
    if (reason.empty()) {
        if (found != port.accepted.end())
            port.accepted.erase(found);
    } else if (found != port.accepted.end()) {
        found->reason = reason;
    } else {
        port.accepted.push_back({call, reason, {}});
    }
}

void setReadingSpeed(job::Reading& reading, std::optional<Speed> speed)
{
    reading.speed = speed;
    reading.impact.reset();
}

void setReadingImpact(job::Reading& reading, PressureDifference impact)
{
    reading.impact = impact;
    reading.speed.reset();
}

}  // namespace euryth::app
