// SPDX-License-Identifier: GPL-3.0-or-later
#include "engine/engine_run.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::engine {

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm)
{
    EngineRun run;
    run.before = model.charge.pressure;
    run.filling = planning::fill(model.cylinder, model.cam, *model.onEngine, model.charge, rpm);
    run.machIndex = planning::machIndex(model.cylinder, model.cam, model.area, model.charge, rpm);
    const auto faster =
        planning::fill(model.cylinder, model.cam, *model.onEngine, model.charge, rpm * 1.1, planning::Effort::Quick);
    run.overRev = faster.meanFlow / run.filling.meanFlow;
    const auto through = flow::flowThrough(model.runner, model.charge, run.filling.peakFlow, model.roughness);
    run.atPeakFlow = through ? *through : flow::chokingFlow(model.runner, model.charge, model.roughness);
    return run;
}

std::optional<RotationalSpeed> topSpeed(const job::Engine& engine)
{
    return engine.shiftRpm ? engine.shiftRpm : engine.peakRpm;
}

std::optional<RotationalSpeed> PortFlows::speedFor(MassFlow flow) const
{
    for (std::size_t i = 0; i < speeds.size(); ++i) {
        if (speeds[i].peakFlow < flow)
            continue;
        // Slower than the first speed the peak goes nearly with the speed itself.
        const RotationalSpeed from = i > 0 ? speeds[i - 1].rpm : RotationalSpeed{};
        const MassFlow before = i > 0 ? speeds[i - 1].peakFlow : MassFlow{};
        return from + (speeds[i].rpm - from) * ((flow - before) / (speeds[i].peakFlow - before));
    }
    return std::nullopt;
}

namespace {

planning::SpeedPoint pointAt(const EngineModel& model, RotationalSpeed rpm)
{
    return planning::speedPoint(
        rpm, planning::fill(model.cylinder, model.cam, *model.onEngine, model.charge, rpm, planning::Effort::Quick));
}

/// Where the passage begins to be choked with the valve well open, between two speeds.
RotationalSpeed chokesBetween(const EngineModel& model, RotationalSpeed open, RotationalSpeed choked)
{
    for (int i = 0; i < 6; ++i) {
        const RotationalSpeed middle = (open + choked) / 2.0;
        (pointAt(model, middle).chokedAtHighLift > 0.0 ? choked : open) = middle;
    }
    return choked;
}

PortFlows flowsOf(const EngineModel& model, PressureDifference bench, RotationalSpeed top)
{
    PortFlows flows;
    const Length lift = model.cam.lift;
    flows.onBench = throughPort(model, model.room, lift, bench).flow;
    const auto most = portChokes(model, model.charge, lift);
    flows.choking = most.flow;
    flows.place = most.fastest;
    for (const double share : {1.0 / 3.0, 0.55, 0.75, 0.9, 1.0, 1.15, 1.3, 1.5}) {
        if (share == 1.0)
            flows.top = flows.speeds.size();
        flows.speeds.push_back(pointAt(model, top * share));
        if (!flows.chokesFrom && flows.speeds.back().chokedAtHighLift > 0.0) {
            const RotationalSpeed last =
                flows.speeds.size() > 1 ? flows.speeds[flows.speeds.size() - 2].rpm : RotationalSpeed{} + top / 100.0;
            flows.chokesFrom = chokesBetween(model, last, flows.speeds.back().rpm);
        }
    }
    flows.fastest = throughPort(model, model.charge, lift, flows.atTop().peakDepression).fastest;
    return flows;
}

}  // namespace

Known<PortFlows> portFlows(const job::Job& job, const job::Port& port)
{
    const auto model = engineModel(job, port, analysis::measure(job, port));
    if (!model)
        return {std::nullopt, model.missing};
    const auto top = topSpeed(job.engine);
    if (!top)
        return {std::nullopt, say("missing.peak-rpm")};
    PortFlows flows = flowsOf(*model, benchDepression(job), *top);
    if (!std::ranges::all_of(flows.speeds, &planning::SpeedPoint::settled))
        return {std::nullopt, noEnd()};
    return {std::move(flows), {}};
}

bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB)
{
    const auto sameStation = [](const job::Station& p, const job::Station& q) {
        // A plan is no measurement: dragging it leaves the flows as they are.
        return p.s == q.s && p.pose == q.pose && p.section == q.section && p.boss == q.boss && p.stem == q.stem;
    };
    const auto same = [&](const job::Port& p, const job::Port& q) {
        return p.side == q.side && p.cylinder == q.cylinder && p.valve == q.valve && p.shortSide == q.shortSide &&
               p.runner == q.runner && std::ranges::equal(p.stations, q.stations, sameStation) && p.flow == q.flow &&
               p.probes == q.probes;
    };
    // The cylinder is shared with other ports, by their valves.
    return a.engine == b.engine && a.bench == b.bench && a.house == b.house && a.chambers == b.chambers &&
           same(portOfA, portOfB) && analysis::flowShare(a, portOfA) == analysis::flowShare(b, portOfB) &&
           job::branchesOf(a, portOfA).empty() == job::branchesOf(b, portOfB).empty();
}

std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf)
{
    const auto own = job::findPort(job, port.id);
    const auto flows = own ? flowsOf(*own) : portFlows(job, port);
    if (!flows)
        return {};
    std::vector<BenchTwin> twins;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (job.ports[i].id == port.id || job.ports[i].side != port.side)
            continue;
        const auto other = flowsOf(i);
        if (!other)
            continue;
        BenchTwin twin;
        twin.port = i;
        twin.benchDifference = flows->onBench / other->onBench - 1.0;
        twin.engineDifference = flows->atTop().meanFlow / other->atTop().meanFlow - 1.0;
        twin.bench = benchDepression(job);
        twin.rpm = flows->atTop().rpm;
        twin.worse = twin.engineDifference < 0.0;
        const PortFlows& poorer = twin.worse ? *flows : *other;
        twin.running = poorer.atTop().peakDepression;
        twin.choke = poorer.fastest;
        if (std::abs(twin.benchDifference) <= kSameOnBench && std::abs(twin.engineDifference) >= kOtherOnEngine)
            twins.push_back(twin);
    }
    return twins;
}

}  // namespace euryth::engine
