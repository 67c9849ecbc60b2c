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
    if (name == "free")
        return std::vector<probing::GridPoint>();
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

/// The bench's flow over the speed that its depression gives, m2; nothing where that is not known.
std::optional<double> flowOverIdeal(const job::ProbeSet& set, const std::optional<air::AirState>& room)
{
    if (!room || !set.depression || !set.benchFlow)
        return std::nullopt;
    const auto ideal = air::idealSpeed(*room, *set.depression);
    return ideal && *ideal > Speed{} ? std::optional(set.benchFlow->si() / ideal->si()) : std::nullopt;
}

/// The last earlier set of the same lift, state and bench for which `counts`.
template <class Counts>
const job::ProbeSet* earlierLike(const job::Port& port, const job::ProbeSet& set, Counts counts)
{
    constexpr Length sameLift = lengthFromMm(0.25);
    for (auto earlier = port.probes.rbegin(); set.lift && earlier != port.probes.rend(); ++earlier) {
        const bool alike = earlier->id != set.id && earlier->state == set.state && earlier->bench == set.bench &&
                           earlier->lift && abs(*earlier->lift - *set.lift) <= sameLift;
        if (alike && counts(*earlier))
            return &*earlier;
    }
    return nullptr;
}

/// The bench has read another flow in an earlier set: what stands between the two is the bench or its set-up. Two
/// careful readings differ by about a hundredth, and a pitot in the way takes a little (common practice, no source).
std::optional<Phrase> unlikeEarlierFlow(const job::Job& job, const job::Port& port, const job::ProbeSet& set)
{
    constexpr double told = 0.02;
    const auto room = analysis::roomAir(job.bench);
    const auto now = flowOverIdeal(set, room);
    const job::ProbeSet* earlier =
        earlierLike(port, set, [&](const job::ProbeSet& s) { return flowOverIdeal(s, room).has_value(); });
    if (!now || !earlier)
        return std::nullopt;
    const double off = *now / *flowOverIdeal(*earlier, room) - 1.0;
    if (std::abs(off) <= told)
        return std::nullopt;
    return say(off > 0.0 ? "doubt.repeat.more" : "doubt.repeat.less",
               {{"set", earlier->id}, {"off", Percent{std::abs(off)}}});
}

/// The probe's mean at the same place was another one: its zero has walked away (the limit is ours).
std::optional<Phrase> unlikeEarlierMean(const job::Job& job, const job::Port& port, const job::ProbeSet& set)
{
    constexpr double told = 0.05;
    constexpr Length samePlace = lengthFromMm(0.5);
    const job::ProbeSet* earlier = earlierLike(port, set, [&](const job::ProbeSet& s) {
        return s.stationS && set.stationS && abs(*s.stationS - *set.stationS) <= samePlace;
    });
    if (!earlier)
        return std::nullopt;
    job::Port both = port;
    both.probes = {*earlier, set};
    const auto analysis = analysis::analyse(job, both);
    const auto share = [&](std::size_t i) {
        const auto& p = analysis.probes[i];
        return p.traverse && p.idealSpeed ? p.traverse->mean / *p.idealSpeed : 0.0;
    };
    if (!(share(0) > 0.0) || !(share(1) > 0.0) || std::abs(share(1) / share(0) - 1.0) <= told)
        return std::nullopt;
    return say("doubt.zero", {{"set", earlier->id}, {"off", Percent{share(1) / share(0) - 1.0}}});
}

}  // namespace

job::ProbeSet emptySet(const job::Job& job, const job::Port& port, Length station,
                       const std::vector<probing::GridPoint>& grid)
{
    job::ProbeSet set;
    set.id = nextSetId(port);
    set.stationS = station;
    set.bench = job.bench.id;
    set.state = port.probePlan.state;
    if (const job::BenchRecord* bench = job::benchNamed(job, job.bench.id))
        set.setup = bench->setup;
    for (const probing::GridPoint& p : grid) {
        job::Reading& reading = set.readings.emplace_back();
        reading.u = p.u;
        reading.v = p.v;
    }
    return set;
}

void putTaken(const devices::TakenPoint& taken, const std::optional<air::AirState>& room, const std::string& when,
              job::Reading& reading)
{
    reading.speed.reset();
    reading.impact.reset();
    reading.scatter.reset();
    reading.samples.reset();
    reading.when = when;
    if (!taken.mean)
        return;
    reading.impact = PressureDifference::fromSi(std::max(0.0, taken.mean->value));
    reading.scatter = scatterOf(*taken.mean, analysis::readingSpeed(reading, room));
    reading.samples = taken.mean->samples;
}

Beside besideOf(const devices::SetTaker& taker)
{
    using devices::Channel;
    Beside beside;
    if (const auto lift = taker.meanOf(Channel::Lift))
        beside.lift = Length::fromSi(*lift);
    if (const auto depression = taker.meanOf(Channel::Depression))
        beside.depression = PressureDifference::fromSi(*depression);
    if (const auto flow = taker.meanOf(Channel::Flow); flow && *flow > 0.0)
        beside.flow = VolumeFlow::fromSi(*flow);
    return beside;
}

std::string nameOf(const devices::Instrument& instrument)
{
    return instrument.name() + (instrument.serial().empty() ? "" : " " + instrument.serial());
}

job::ProbeSet probeSetOf(const devices::SetTaker& taker, const devices::Instrument& instrument, const job::Job& job,
                         const job::Port& port, Length station, const std::string& when)
{
    std::vector<probing::GridPoint> grid;
    for (const devices::Goal& goal : taker.goals())
        grid.push_back({goal.across, goal.up});
    job::ProbeSet set = emptySet(job, port, station, grid);
    set.when = when;
    set.instrument = nameOf(instrument);
    const Beside beside = besideOf(taker);
    set.lift = beside.lift;
    set.depression = beside.depression;
    set.benchFlow = beside.flow;
    const auto room = analysis::roomAir(job.bench);
    for (std::size_t i = 0; i < taker.taken().size(); ++i)
        putTaken(taker.taken()[i], room, {}, set.readings[i]);
    return set;
}

bool flowStuck(const devices::SetTaker& taker)
{
    const auto stuck = taker.stuck();
    return std::ranges::count(stuck, devices::Channel::Flow) > 0;
}

std::size_t unsteadyOf(const devices::SetTaker& taker)
{
    return static_cast<std::size_t>(
        std::ranges::count_if(taker.taken(), [](const devices::TakenPoint& p) { return p.mean && !p.steady; }));
}

std::vector<Phrase> doubtsOf(const job::Job& job, const job::Port& port, const job::ProbeSet& set, std::size_t unsteady,
                             bool stuck)
{
    std::vector<Phrase> doubts;
    const auto room = analysis::roomAir(job.bench);
    const auto ideal = room && set.depression ? air::idealSpeed(*room, *set.depression) : std::nullopt;
    std::size_t blind = 0;
    for (std::size_t i = 0; i < set.readings.size(); ++i) {
        const auto speed = analysis::readingSpeed(set.readings[i], room);
        constexpr double allowed = 1.02;  // of a pitot and a depression that are each right to a hundredth
        if (ideal && speed && *speed > *ideal * allowed)
            doubts.push_back(say("doubt.over-ideal", {{"point", count(i + 1)}, {"speed", *speed}, {"ideal", *ideal}}));
        blind += set.readings[i].isRead() ? 0 : 1;
    }
    if (blind > 0)
        doubts.push_back(say("doubt.blind", {{"points", count(blind)}}));
    if (unsteady > 0)
        doubts.push_back(say("doubt.unsteady", {{"points", count(unsteady)}}));
    if (stuck)
        doubts.push_back(say("doubt.stuck"));
    if (auto unlike = unlikeEarlierFlow(job, port, set))
        doubts.push_back(std::move(*unlike));
    if (auto unlike = unlikeEarlierMean(job, port, set))
        doubts.push_back(std::move(*unlike));
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
