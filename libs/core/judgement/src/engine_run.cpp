// SPDX-License-Identifier: GPL-3.0-or-later
#include "judgement/engine_run.hpp"

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

std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    const auto model = engineModel(job, port, analysis);
    if (!model)
        return {};
    const PressureDifference bench = benchDepression(job);
    const PressureDifference running = runningDepression(job);
    const auto flowOf = [](const EngineModel& m, PressureDifference depression) {
        return throughPort(m, m.room, m.cam.lift, depression);
    };
    const auto onBench = flowOf(*model, bench);
    const auto onEngine = flowOf(*model, running);
    std::vector<BenchTwin> twins;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        const job::Port& other = job.ports[i];
        if (other.id == port.id || other.side != port.side)
            continue;
        const auto otherModel = engineModel(job, other, measure(job, other));
        if (!otherModel)
            continue;
        const auto otherOnEngine = flowOf(*otherModel, running);
        BenchTwin twin{i, onBench.flow / flowOf(*otherModel, bench).flow - 1.0,
                       onEngine.flow / otherOnEngine.flow - 1.0, bench, running};
        twin.worse = twin.engineDifference < 0.0;
        twin.choke = twin.worse ? onEngine.fastest : otherOnEngine.fastest;
        if (std::abs(twin.benchDifference) <= kSameOnBench && std::abs(twin.engineDifference) >= kOtherOnEngine)
            twins.push_back(twin);
    }
    return twins;
}

}  // namespace euryth::judgement
