// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/engine_results.hpp"

namespace euryth::app {

const judgement::Known<EngineResults::Results>& EngineResults::get()
{
    auto snapshot = m_workspace.snapshot();
    if (m_job != snapshot || m_port != m_workspace.portIndex()) {
        m_job = std::move(snapshot);
        m_port = m_workspace.portIndex();
        m_results = workOut();
    }
    return m_results;
}

judgement::Known<EngineResults::Results> EngineResults::workOut() const
{
    const job::Port* port = m_workspace.port();
    if (!port)
        return {std::nullopt, "a port"};
    auto model = judgement::engineModel(m_workspace.job(), *port, m_workspace.analysis());
    if (!model)
        return {std::nullopt, model.missing};
    const auto& rpm = m_workspace.job().engine.peakRpm;
    if (!rpm)
        return {std::nullopt, "rpm of peak power"};
    Results results;
    results.model = std::move(*model.value);
    results.rpm = *rpm;
    results.run = judgement::runEngine(results.model, *rpm);
    constexpr int steps = 16;
    const planning::Cylinder& cylinder = results.model.cylinder;
    results.sweep = planning::sweep(cylinder, results.model.cam, results.model.area, results.model.room, *rpm / 3.0,
                                    *rpm * (4.0 / 3.0), steps);
    const auto bench = m_workspace.job().bench.depression.value_or(pressureDifferenceFromInchOfWater(28.0));
    results.onBench = flow::flowAt(results.model.runner, results.model.room, bench, judgement::kFinish);
    results.onEngine =
        flow::flowAt(results.model.runner, results.model.room, results.run.filling.peakDepression, judgement::kFinish);
    return {std::move(results), {}};
}

}  // namespace euryth::app
