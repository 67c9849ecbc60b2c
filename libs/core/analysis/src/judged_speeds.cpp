// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/judged_speeds.hpp"

#include <algorithm>

#include "air/isentropic.hpp"

namespace euryth::analysis {

namespace {

using geometry::index;
using geometry::kSectors;

/// Mean, ratios and map of a result's readings at its station.
void workOut(const job::Job& job, const job::Port& port, const PortAnalysis& analysis, ProbeResult& result)
{
    const job::Station& station = port.stations[*result.station];
    const geometry::Section& section = analysis.sections[*result.station];
    result.map = probing::SpeedMap::through(result.readings, section);
    result.traverse.value = probing::workOut(result.readings, section, job::netArea(station), verdictLimits(job.house),
                                             roomAir(job.bench), result.map ? &*result.map : nullptr);
    if (!result.traverse)
        result.traverse.missing = say("missing.readings");
}

/// Ratios of local to mean speed before each wall sector at the probed stations.
std::vector<std::optional<Ratios>> probedRatios(const job::Port& port, const PortAnalysis& analysis)
{
    std::vector<std::optional<Ratios>> ratios(port.stations.size());
    for (const std::size_t set : comparableSets(port, analysis)) {
        const ProbeResult& probe = analysis.judgedBy()[set];
        if (!probe.map)
            continue;
        const auto speeds = probe.map->beforeWall();
        Ratios here{};
        for (const geometry::Sector s : kSectors)
            here[index(s)] = speeds[index(s)] / probe.traverse->mean;
        ratios[*probe.station] = here;
    }
    return ratios;
}

}  // namespace

ProbeResult probeResult(const job::Job& job, const job::Port& port, const PortAnalysis& analysis, std::size_t index)
{
    const job::ProbeSet& set = port.probes[index];
    const auto room = roomAir(job.bench);
    ProbeResult result;
    result.index = index;
    result.station = set.stationS ? job::stationNear(port, *set.stationS) : std::nullopt;
    for (const job::Reading& reading : set.readings)
        result.readings.push_back({{reading.u, reading.v}, readingSpeed(reading, room)});
    if (set.depression && room)
        result.idealSpeed = air::idealSpeed(*room, *set.depression);
    if (!result.station) {
        result.traverse.missing = say("missing.probed-station");
        return result;
    }
    workOut(job, port, analysis, result);
    if (result.traverse && set.benchFlow && *set.benchFlow > VolumeFlow{}) {
        const VolumeFlow bench = *set.benchFlow * job::benchFactor(job, set.bench, port.side);
        result.flowAgainstBench = result.traverse->flow * result.traverse->massShare / bench - 1.0;
    }
    return result;
}

void takeSpeeds(const job::Job& job, const job::Port& port, SpeedSource source, const Known<ComputedSpeeds>& speeds,
                PortAnalysis& analysis)
{
    analysis.speedSource = source;
    analysis.speedsMissing = speeds.missing;
    if (!speeds)
        return;
    analysis.speedsFrom = speeds->name;
    for (std::size_t i = 0; i < std::min(speeds->atStations.size(), port.stations.size()); ++i) {
        ProbeResult& result = analysis.computed.emplace_back();
        result.index = i;
        result.station = i;
        result.readings = speeds->atStations[i];
        workOut(job, port, analysis, result);
    }
}

std::vector<std::size_t> comparableSets(const job::Port& port, const PortAnalysis& analysis)
{
    const auto& sets = analysis.judgedBy();
    const bool read = analysis.speedSource == SpeedSource::Readings;
    const auto liftOf = [&](std::size_t i) { return read ? port.probes[sets[i].index].lift : std::optional<Length>{}; };
    const auto latest =
        std::ranges::find_if(sets.rbegin(), sets.rend(), [](const ProbeResult& s) { return s.station && s.traverse; });
    const auto counts = [&](std::size_t i) {
        return sets[i].station && sets[i].traverse &&
               (!read || port.probes[sets[i].index].state == port.probes[latest->index].state);
    };
    std::optional<Length> greatest;
    for (std::size_t i = 0; i < sets.size(); ++i) {
        if (counts(i) && liftOf(i))
            greatest = std::max(greatest.value_or(Length{}), *liftOf(i));
    }
    constexpr Length alike = lengthFromMm(0.5);
    std::vector<std::size_t> comparable;
    for (std::size_t i = 0; i < sets.size(); ++i) {
        if (!counts(i) || (liftOf(i) && abs(*liftOf(i) - *greatest) > alike))
            continue;
        std::erase_if(comparable, [&](std::size_t other) { return sets[other].station == sets[i].station; });
        comparable.push_back(i);
    }
    return comparable;
}

double toOneDepression(const PortAnalysis& analysis, std::size_t first, std::size_t set)
{
    const auto& ideal = analysis.judgedBy()[first].idealSpeed;
    const auto& own = analysis.judgedBy()[set].idealSpeed;
    return ideal && own && *own > Speed{} ? *ideal / *own : 1.0;
}

std::vector<Ratios> ratiosAlong(const job::Port& port, const PortAnalysis& analysis)
{
    const auto probed = probedRatios(port, analysis);
    std::vector<Ratios> along(probed.size());
    std::optional<std::size_t> last;
    for (std::size_t i = 0; i < probed.size(); ++i) {
        if (!probed[i])
            continue;
        along[i] = *probed[i];
        for (std::size_t k = last ? *last + 1 : i; k < i; ++k) {
            const double share =
                (port.stations[k].s - port.stations[*last].s) / (port.stations[i].s - port.stations[*last].s);
            for (const geometry::Sector s : kSectors)
                along[k][index(s)] = (1.0 - share) * *(*probed[*last])[index(s)] + share * *(*probed[i])[index(s)];
        }
        last = i;
    }
    return along;
}

std::optional<Speed> readingSpeed(const job::Reading& reading, const std::optional<air::AirState>& room)
{
    if (reading.speed)
        return reading.speed;
    if (reading.impact && room)
        return air::pitotSpeed(*room, *reading.impact);
    return std::nullopt;
}

probing::VerdictLimits verdictLimits(const job::House& house)
{
    return {house.fastRatio, house.slowRatio, house.deadRatio};
}

}  // namespace euryth::analysis
