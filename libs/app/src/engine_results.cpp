// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/engine_results.hpp"

#include <algorithm>

#include "job/plans.hpp"
#include "judgement/planned_port.hpp"

namespace euryth::app {

namespace {

using Curve = EngineResults::Curve;

geometry::AreaAt smallestOf(const std::vector<flow::FlowStation>& runner)
{
    const auto least = std::ranges::min_element(runner, {}, &flow::FlowStation::area);
    return {least->s, least->area};
}

/// Mean speed in a section that the mass flow of each point makes, with the density of the air before the port.
std::vector<Speed> gasSpeeds(const planning::Filling& filling, const air::AirState& before, Area area)
{
    std::vector<Speed> speeds;
    for (const planning::FillingPoint& p : filling.points)
        speeds.push_back(Speed::fromSi(p.flow.si() / (air::density(before).si() * area.si())));
    return speeds;
}

/// A curve, or kNoEnd where one of its fillings has not settled.
judgement::Known<Curve> curveOf(EngineResults::Who who, std::string name, judgement::EngineModel model,
                                const EngineResults::Results& results)
{
    Curve curve;
    curve.who = who;
    curve.name = std::move(name);
    curve.run = judgement::runEngine(model, results.rpm);
    if (results.shiftRpm)
        curve.shift = judgement::runEngine(model, *results.shiftRpm);
    constexpr int steps = 16;
    const RotationalSpeed fastest = std::max(results.rpm * (4.0 / 3.0), results.shiftRpm.value_or(results.rpm) * 1.05);
    curve.sweep =
        planning::sweep(model.cylinder, model.cam, *model.onEngine, model.charge, results.rpm / 3.0, fastest, steps);
    curve.smallest = smallestOf(model.runner);
    curve.gasSpeed = gasSpeeds(curve.run.filling, model.charge, curve.smallest.area);
    const Length lift = model.cam.lift;
    curve.onBench = judgement::throughPort(model, model.room, lift, results.bench);
    curve.onEngine = judgement::throughPort(model, model.charge, lift, results.running);
    curve.choked = judgement::portChokes(model, model.charge, lift);
    curve.model = std::move(model);
    const bool settled = curve.run.filling.settled && (!curve.shift || curve.shift->filling.settled) &&
                         std::ranges::all_of(curve.sweep, &planning::SpeedPoint::settled);
    if (!settled)
        return {std::nullopt, judgement::kNoEnd};
    return {std::move(curve), {}};
}

/// Takes a curve among the results, or what it misses.
void take(judgement::Known<Curve> curve, EngineResults::Results& results, std::string& missing)
{
    if (curve)
        results.curves.push_back(std::move(*curve.value));
    else
        missing = curve.missing;
}

}  // namespace

const judgement::Known<EngineResults::Results>& EngineResults::get()
{
    Inputs inputs{m_workspace.snapshot(), m_workspace.portIndex(), m_other};
    if (m_inputs != inputs) {
        m_inputs = std::move(inputs);
        m_results = workOut();
    }
    return m_results;
}

judgement::Known<EngineResults::Results> EngineResults::workOut() const
{
    const job::Port* port = m_workspace.port();
    if (!port)
        return {std::nullopt, "a port"};
    const job::Job& job = m_workspace.job();
    auto model = judgement::engineModel(job, *port, m_workspace.analysis());
    if (!model)
        return {std::nullopt, model.missing};
    if (!job.engine.peakRpm)
        return {std::nullopt, "rpm of peak power"};
    Results results;
    results.rpm = *job.engine.peakRpm;
    results.shiftRpm = job.engine.shiftRpm;
    results.bench = judgement::benchDepression(job);
    results.running = judgement::runningDepression(job);
    std::string missing;
    take(curveOf(Who::AsItIs, port->id, *model, results), results, missing);
    if (!missing.empty())
        return {std::nullopt, missing};
    addPlan(*model, results);
    addOther(results);
    return {std::move(results), {}};
}

void EngineResults::addPlan(const judgement::EngineModel& present, Results& results) const
{
    const job::Job& job = m_workspace.job();
    const job::Port& port = *m_workspace.port();
    const auto planned = judgement::plannedPort(job, port, m_workspace.analysis());
    if (!planned) {
        results.planMissing = planned.missing;
        return;
    }
    auto model =
        judgement::plannedModel(present, m_workspace.analysis(), planned->port, planned->analysis, results.bench);
    take(curveOf(Who::Plan, job::currentPlan(port).name, std::move(model), results), results, results.planMissing);
}

void EngineResults::addOther(Results& results) const
{
    const job::Job& job = m_workspace.job();
    if (!m_other || m_other == m_workspace.portIndex() || *m_other >= job.ports.size())
        return;
    const job::Port& port = job.ports[*m_other];
    auto model = judgement::engineModel(job, port, m_workspace.analysisOf(*m_other));
    if (!model) {
        results.otherMissing = model.missing;
        return;
    }
    take(curveOf(Who::Other, port.id, std::move(*model.value), results), results, results.otherMissing);
}

}  // namespace euryth::app
