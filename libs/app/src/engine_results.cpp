// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/engine_results.hpp"

#include <algorithm>

#include "job/plans.hpp"
#include "plans/planned_port.hpp"

namespace euryth::app {

namespace {

using Curve = EngineResults::Curve;
using Who = EngineResults::Who;

geometry::AreaAt smallestOf(const engine::EngineModel& model)
{
    const auto least = std::ranges::min_element(model.runner, {}, &flow::FlowStation::area);
    return {model.fromWindow(static_cast<std::size_t>(least - model.runner.begin())), least->area};
}

std::vector<std::pair<Angle, Speed>> gasSpeeds(const engine::EngineModel& model, const engine::EngineRun& run,
                                               Area area)
{
    std::vector<std::pair<Angle, Speed>> speeds;
    const double perFlow = 1.0 / (air::density(model.charge).si() * area.si());
    if (!model.isExhaust()) {
        for (const planning::FillingPoint& p : run.filling.points)
            speeds.emplace_back(p.crank, Speed::fromSi(p.flow.si() * perFlow));
        return speeds;
    }
    for (const planning::ExchangePoint& p : run.exchange->points) {
        if (p.crank <= planning::closes(model.cam))
            speeds.emplace_back(p.crank, Speed::fromSi(p.out.si() * perFlow));
    }
    return speeds;
}

/// A curve, or noEnd() where one of its fillings has not settled.
Known<Curve> curveOf(Who who, std::string name, engine::EngineModel model, const EngineResults::Results& results,
                     const std::stop_token& stop)
{
    Curve curve;
    curve.who = who;
    curve.name = std::move(name);
    curve.run = engine::runEngine(model, results.rpm);
    if (results.shiftRpm)
        curve.shift = engine::runEngine(model, *results.shiftRpm);
    constexpr int steps = 16;
    const RotationalSpeed fastest = std::max(results.rpm * (4.0 / 3.0), results.shiftRpm.value_or(results.rpm) * 1.05);
    curve.sweep = engine::sweep(model, results.rpm / 3.0, fastest, steps, stop);
    curve.smallest = smallestOf(model);
    curve.gasSpeed = gasSpeeds(model, curve.run, curve.smallest.area);
    const Length lift = model.cam.lift;
    curve.onBench = engine::throughPort(model, engine::On::Bench, lift, results.bench);
    curve.onEngine = engine::throughPort(model, model.comparedOn(), lift, results.running);
    curve.choked = engine::portChokes(model, model.comparedOn(), lift);
    curve.model = std::move(model);
    const bool settled = curve.run.settled && (!curve.shift || curve.shift->settled) &&
                         std::ranges::all_of(curve.sweep, &engine::SpeedPoint::settled);
    if (!settled)
        return {std::nullopt, engine::noEnd()};
    return {std::move(curve), {}};
}

/// Takes a curve among the results, or what it misses.
void take(Known<Curve> curve, EngineResults::Results& results, Phrase& missing)
{
    if (curve)
        results.curves.push_back(std::move(*curve.value));
    else
        missing = curve.missing;
}

/// A port with what has been worked out of it.
struct Measured {
    std::size_t port = 0;
    analysis::PortAnalysis analysis;
};

/// All that results are made of, so that they can be made beside the window.
struct Question {
    std::shared_ptr<const job::Job> job;
    Measured chosen;
    std::optional<Measured> other;
};

void addPlan(const Question& question, const engine::EngineModel& present, const std::stop_token& stop,
             EngineResults::Results& results)
{
    const job::Port& port = question.job->ports[question.chosen.port];
    const auto planned = plans::plannedPort(*question.job, port, question.chosen.analysis);
    if (!planned) {
        results.planMissing = planned.missing;
        return;
    }
    auto model =
        engine::plannedModel(present, question.chosen.analysis, planned->port, planned->analysis, results.bench);
    take(curveOf(Who::Plan, job::currentPlan(port).name, std::move(model), results, stop), results,
         results.planMissing);
}

void addOther(const Question& question, const std::stop_token& stop, EngineResults::Results& results)
{
    if (!question.other)
        return;
    const job::Port& port = question.job->ports[question.other->port];
    auto model = engine::engineModel(*question.job, port, question.other->analysis);
    if (!model) {
        results.otherMissing = model.missing;
        return;
    }
    take(curveOf(Who::Other, port.id, std::move(*model.value), results, stop), results, results.otherMissing);
}

Known<EngineResults::Results> answer(const Question& question, const std::stop_token& stop)
{
    const job::Job& job = *question.job;
    const job::Port& port = job.ports[question.chosen.port];
    auto model = engine::engineModel(job, port, question.chosen.analysis);
    if (!model)
        return {std::nullopt, model.missing};
    if (!job.engine.peakRpm)
        return {std::nullopt, say("missing.peak-rpm")};
    EngineResults::Results results;
    results.rpm = *job.engine.peakRpm;
    results.shiftRpm = job.engine.shiftRpm;
    results.bench = engine::benchDepression(job);
    results.running = engine::runningDepression(job);
    Phrase missing;
    take(curveOf(Who::AsItIs, port.id, *model, results, stop), results, missing);
    if (!missing.empty())
        return {std::nullopt, missing};
    addPlan(question, *model, stop, results);
    addOther(question, stop, results);
    return {std::move(results), {}};
}

}  // namespace

EngineResults::EngineResults(const Workspace& workspace, QObject* parent) : QObject(parent), m_workspace(workspace)
{
    connect(&m_work, &Background::changed, this, [this] {
        if (m_work.state() == Background::State::Failed)
            m_results = {};  // those from before are not those of the job as it is
        emit arrived();
    });
}

const Known<EngineResults::Results>& EngineResults::get()
{
    Inputs inputs{m_workspace.snapshot(), m_workspace.portIndex(), m_other};
    const auto* analysis = m_workspace.analysed();
    if (m_inputs == inputs || !analysis)
        return m_results;
    const bool samePorts = m_results && m_inputs.port == inputs.port && m_inputs.other == inputs.other &&
                           m_document == m_workspace.document().identity();
    if (!samePorts)
        m_results = {};
    m_inputs = std::move(inputs);
    m_document = m_workspace.document().identity();
    m_work.reset();
    if (!m_inputs.port) {
        m_results = {std::nullopt, say("missing.port")};
        return m_results;
    }
    Question question{m_inputs.job, {*m_inputs.port, *analysis}, std::nullopt};
    if (m_other && m_other != m_inputs.port && *m_other < m_inputs.job->ports.size())
        question.other = Measured{*m_other, m_workspace.analysisOf(*m_other)};
    m_work.start([this, question = std::move(question)](const std::stop_token& stop, const Background::Post& post) {
        auto results = std::make_shared<Known<Results>>(answer(question, stop));
        post([this, results] { m_results = std::move(*results); });
    });
    return m_results;
}

const Known<EngineResults::Results>& EngineResults::finish()
{
    (void)m_workspace.analysis();
    (void)get();
    m_work.finish();
    return m_results;
}

}  // namespace euryth::app
