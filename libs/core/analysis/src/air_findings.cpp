// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/air_findings.hpp"

#include <algorithm>

#include "analysis/judged_speeds.hpp"
#include "analysis/test_conditions.hpp"

namespace euryth::analysis {

std::optional<FloorPair> shortSidePair(const job::Port& port, const PortAnalysis& analysis)
{
    if (!analysis.places.shortSide || analysis.speedSource != SpeedSource::Readings)
        return std::nullopt;
    for (const std::size_t i : comparableSets(port, analysis)) {
        const ProbeResult& set = analysis.probes[i];
        if (set.station != analysis.places.shortSide)
            continue;
        std::optional<FloorPair> pair;
        double lowest = 1.0;
        for (const probing::PointReading& r : set.readings)
            lowest = std::min(lowest, r.speed ? r.at.v : 1.0);
        double leftmost = 0.0;
        double rightmost = 0.0;
        FloorPair found{set.index, 0, 0, {}, {}};
        constexpr double row = 0.05;
        for (std::size_t k = 0; k < set.readings.size(); ++k) {
            const auto& [at, speed] = set.readings[k];
            if (!speed || *speed <= Speed{} || at.v > lowest + row)
                continue;
            if (at.u > leftmost) {
                leftmost = at.u;
                found.left = k;
                found.leftSpeed = *speed;
            }
            if (at.u < rightmost) {
                rightmost = at.u;
                found.right = k;
                found.rightSpeed = *speed;
            }
        }
        if (leftmost > 0.0 && rightmost < 0.0)
            pair = found;
        return pair;
    }
    return std::nullopt;
}

std::vector<MeanAt> meansAlong(const job::Port& port, const PortAnalysis& analysis)
{
    std::vector<MeanAt> means;
    const auto sets = comparableSets(port, analysis);
    for (const std::size_t i : sets) {
        const ProbeResult& set = analysis.judgedBy()[i];
        means.push_back({*set.station, set.traverse->mean * toOneDepression(analysis, sets.front(), i)});
    }
    std::ranges::sort(means, {}, &MeanAt::station);
    return means;
}

namespace {

/// A set's flow over the ideal speed of its depression, in m2; nothing where that is not known.
std::optional<double> flowShareOf(const job::Port& port, const ProbeResult& set, bool byBench)
{
    if (!set.idealSpeed || !set.traverse || (byBench && !port.probes[set.index].benchFlow))
        return std::nullopt;
    const VolumeFlow flow = byBench ? *port.probes[set.index].benchFlow : set.traverse->flow * set.traverse->massShare;
    return flow / *set.idealSpeed / Area::fromSi(1.0);
}

/// Sets of a station in one state, on one bench and set-up, by rising lift; of one lift the last.
std::vector<std::size_t> liftsAt(const job::Port& port, const PortAnalysis& analysis, std::size_t station)
{
    std::vector<std::size_t> sets;
    for (const ProbeResult& result : analysis.probes) {
        const job::ProbeSet& set = port.probes[result.index];
        if (result.station == station && result.traverse && set.lift)
            sets.push_back(result.index);
    }
    if (sets.empty())
        return sets;
    const job::ProbeSet& last = port.probes[sets.back()];
    std::erase_if(sets, [&](std::size_t i) {
        auto conditions = conditionsOf(port.probes[i]);
        conditions.depression = last.depression;  // is reckoned with
        return port.probes[i].state != last.state || !whyNotCompared(conditions, conditionsOf(last)).empty();
    });
    constexpr Length alike = lengthFromMm(0.25);
    std::ranges::stable_sort(sets, {}, [&](std::size_t i) { return *port.probes[i].lift; });
    std::vector<std::size_t> lifts;
    for (const std::size_t i : sets) {
        if (!lifts.empty() && *port.probes[i].lift - *port.probes[lifts.back()].lift <= alike)
            lifts.back() = i;
        else
            lifts.push_back(i);
    }
    return lifts;
}

std::optional<std::size_t> slowed(const ProbeResult& before, const ProbeResult& after)
{
    if (before.readings.size() != after.readings.size() || !before.idealSpeed || !after.idealSpeed)
        return std::nullopt;
    std::optional<std::size_t> most;
    double greatest = 0.0;
    for (std::size_t i = 0; i < before.readings.size(); ++i) {
        const auto& [at, was] = before.readings[i];
        if (at != after.readings[i].at || !was || !after.readings[i].speed)
            continue;
        const double fall = *was / *before.idealSpeed - *after.readings[i].speed / *after.idealSpeed;
        if (fall > greatest) {
            greatest = fall;
            most = i;
        }
    }
    return most;
}

}  // namespace

std::vector<BackingUp> backingUp(const job::Port& port, const PortAnalysis& analysis)
{
    std::vector<BackingUp> found;
    for (std::size_t station = 0; station < port.stations.size(); ++station) {
        const auto lifts = liftsAt(port, analysis, station);
        const bool byBench =
            std::ranges::all_of(lifts, [&](std::size_t i) { return port.probes[i].benchFlow.has_value(); });
        std::optional<std::size_t> most;
        double greatest = 0.0;
        for (const std::size_t i : lifts) {
            const auto flow = flowShareOf(port, analysis.probes[i], byBench);
            if (!flow)
                continue;
            if (most && *flow < greatest * (1.0 - BackingUp::kTold)) {
                found.push_back({station, *most, i, 1.0 - *flow / greatest, byBench,
                                 slowed(analysis.probes[*most], analysis.probes[i])});
                break;
            }
            if (*flow > greatest) {
                greatest = *flow;
                most = i;
            }
        }
    }
    return found;
}

std::optional<double> flutterOf(const job::Reading& reading, const std::optional<Speed>& speed)
{
    if (!reading.scatter || !speed || *speed <= Speed{})
        return std::nullopt;
    return *reading.scatter / *speed;
}

}  // namespace euryth::analysis
