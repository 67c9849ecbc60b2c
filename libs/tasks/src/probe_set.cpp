// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/probe_set.hpp"

#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"
#include "analysis/port_analysis.hpp"

namespace euryth::tasks {

std::optional<std::vector<probing::GridPoint>> gridNamed(const std::string& name)
{
    if (name == "3x3")
        return probing::nineFields();
    constexpr int radii = 4;
    if (name == "circle-3" || name == "circle-5")
        return probing::logLinear(name.back() - '0', radii);
    const bool lines =
        name.size() == 3 && name[1] == 'x' && name[0] >= '5' && name[0] <= '7' && name[2] >= '5' && name[2] <= '7';
    return lines ? std::optional(probing::logTchebycheff(name[0] - '0', name[2] - '0')) : std::nullopt;
}

std::string nextSetId(const job::Port& port)
{
    for (std::size_t number = 1;; ++number) {
        const std::string id = "P" + std::to_string(number);
        if (std::ranges::find(port.probes, id, &job::ProbeSet::id) == port.probes.end())
            return id;
    }
}

namespace {

/// By how much the speed scatters where its pressure scatters: v goes with the root of it.
std::optional<Speed> scatterOf(const devices::Mean& mean, const std::optional<Speed>& speed)
{
    if (!speed || mean.value <= 0.0)
        return std::nullopt;
    return *speed * (mean.scatter / (2.0 * mean.value));
}

}  // namespace

job::ProbeSet probeSetOf(const devices::SetTaker& taker, const devices::Instrument& instrument, const job::Job& job,
                         const job::Port& port, Length station, const std::string& when)
{
    using devices::Channel;
    job::ProbeSet set;
    set.id = nextSetId(port);
    set.stationS = station;
    set.when = when;
    set.instrument = instrument.name() + (instrument.serial().empty() ? "" : " " + instrument.serial());
    if (const auto lift = taker.meanOf(Channel::Lift))
        set.lift = Length::fromSi(*lift);
    if (const auto depression = taker.meanOf(Channel::Depression))
        set.depression = PressureDifference::fromSi(*depression);
    if (const auto flow = taker.meanOf(Channel::Flow); flow && *flow > 0.0)
        set.benchFlow = VolumeFlow::fromSi(*flow);
    const auto room = analysis::roomAir(job.bench);
    for (std::size_t i = 0; i < taker.taken().size(); ++i) {
        const devices::TakenPoint& point = taker.taken()[i];
        job::Reading reading;
        reading.u = taker.goals()[i].across;
        reading.v = taker.goals()[i].up;
        if (point.impact) {
            reading.impact = PressureDifference::fromSi(std::max(0.0, point.impact->value));
            reading.scatter = scatterOf(*point.impact, analysis::readingSpeed(reading, room));
            reading.samples = point.impact->samples;
        }
        set.readings.push_back(reading);
    }
    return set;
}

std::vector<Phrase> doubtsOf(const job::Job& job, const job::Port& port, const job::ProbeSet& set,
                             const devices::SetTaker& taker)
{
    std::vector<Phrase> doubts;
    const auto room = analysis::roomAir(job.bench);
    const auto ideal = room && set.depression ? air::idealSpeed(*room, *set.depression) : std::nullopt;
    std::size_t unsteady = 0;
    std::size_t blind = 0;
    for (std::size_t i = 0; i < set.readings.size(); ++i) {
        const auto speed = analysis::readingSpeed(set.readings[i], room);
        constexpr double allowed = 1.02;  // of a pitot and a depression that are each right to a hundredth
        if (ideal && speed && *speed > *ideal * allowed)
            doubts.push_back(say("doubt.over-ideal", {{"point", count(i + 1)}, {"speed", *speed}, {"ideal", *ideal}}));
        blind += set.readings[i].impact ? 0 : 1;
        unsteady += set.readings[i].impact && !taker.taken()[i].steady ? 1 : 0;
    }
    if (blind > 0)
        doubts.push_back(say("doubt.blind", {{"points", count(blind)}}));
    if (unsteady > 0)
        doubts.push_back(say("doubt.unsteady", {{"points", count(unsteady)}}));
    job::Port with = port;
    with.probes = {set};
    const auto analysis = analysis::analyse(job, with);
    const auto& off = analysis.probes.front().flowAgainstBench;
    constexpr double far = 0.1;
    if (off && std::abs(*off) > far)
        doubts.push_back(say("doubt.flow", {{"off", Percent{*off}}}));
    return doubts;
}

}  // namespace euryth::tasks
