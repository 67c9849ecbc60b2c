// SPDX-License-Identifier: GPL-3.0-or-later
#include "judgement/engine_run.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::judgement {

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm)
{
    EngineRun run;
    run.before = model.charge.pressure;
    run.filling = planning::fill(model.cylinder, model.cam, model.area, model.charge, rpm);
    run.machIndex = planning::machIndex(model.cylinder, model.cam, model.area, model.charge, rpm);
    const auto faster = planning::fill(model.cylinder, model.cam, model.area, model.charge, rpm * 1.1);
    run.overRev = faster.meanFlow / run.filling.meanFlow;
    const auto through = flow::flowThrough(model.runner, model.charge, run.filling.peakFlow, model.roughness);
    run.atPeakFlow = through ? *through : flow::chokingFlow(model.runner, model.charge, model.roughness);
    return run;
}

Known<PortFlows> portFlows(const job::Job& job, const job::Port& port)
{
    const auto model = engineModel(job, port, measure(job, port));
    if (!model)
        return {std::nullopt, model.missing};
    const auto at = [&](PressureDifference depression) {
        return throughPort(*model, model->room, model->cam.lift, depression);
    };
    const auto engine = at(runningDepression(job));
    return {PortFlows{at(benchDepression(job)).flow, engine.flow, engine.fastest}, {}};
}

bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB)
{
    const auto sameStation = [](const job::Station& p, const job::Station& q) {
        // A plan is no measurement: dragging it leaves the flows as they are.
        return p.s == q.s && p.pose == q.pose && p.section == q.section && p.boss == q.boss && p.stem == q.stem;
    };
    const auto same = [&](const job::Port& p, const job::Port& q) {
        return p.side == q.side && p.cylinder == q.cylinder && p.valve == q.valve && p.shortSide == q.shortSide &&
               p.runner == q.runner && std::ranges::equal(p.stations, q.stations, sameStation) && p.flow == q.flow;
    };
    // Which share of the cylinder a port has hangs on the other ports' valves, and no flow at full lift on that.
    return a.engine == b.engine && a.bench == b.bench && a.house == b.house && same(portOfA, portOfB);
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
        BenchTwin twin{i, flows->onBench / other->onBench - 1.0, flows->onEngine / other->onEngine - 1.0,
                       benchDepression(job), runningDepression(job)};
        twin.worse = twin.engineDifference < 0.0;
        twin.choke = twin.worse ? flows->fastest : other->fastest;
        if (std::abs(twin.benchDifference) <= kSameOnBench && std::abs(twin.engineDifference) >= kOtherOnEngine)
            twins.push_back(twin);
    }
    return twins;
}

}  // namespace euryth::judgement
