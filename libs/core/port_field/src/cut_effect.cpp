// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/cut_effect.hpp"

#include <algorithm>
#include <cmath>
#include <future>

#include "air/moist_air.hpp"
#include "analysis/judged_speeds.hpp"
#include "plans/planned_port.hpp"

namespace euryth::port_field {

namespace {

/// Solves a side's field and judges it by that.
void solveSide(const job::Job& job, const Known<PortAir>& at, Quality quality, EffectSide& side)
{
    const auto solved = virtualPort(side.port, side.analysis, quality);
    if (!solved) {
        side.missing = solved.missing;
        return;
    }
    if (!at) {
        side.missing = at.missing;
        return;
    }
    const auto port = std::make_shared<const VirtualPort>(*solved);
    side.air = instantAir(port, *at);
    side.severity = side.air->severity();
    side.letsGo = side.air->letsGoOf(geometry::Sector::Floor);
    side.analysis =
        analysis::analyse(job, side.port, analysis::SpeedSource::Instant, {computedSpeeds(*side.air), Phrase{}});
    const auto ratios = analysis::ratiosAlong(side.port, side.analysis);
    for (std::size_t i = 0; i < ratios.size(); ++i) {
        std::optional<double> highest;
        for (const auto& ratio : ratios[i])
            highest = std::max(highest, ratio);
        side.highestAlong.push_back(highest);
        if (highest > side.highestRatio) {
            side.highestRatio = highest;
            side.highestAt = i;
        }
    }
}

void runSide(const job::Job& job, const Known<engine::EngineModel>& model, EffectSide& side)
{
    if (!model) {
        side.flows.missing = side.ranking.missing = model.missing;
        return;
    }
    side.flows = engine::portFlows(job, *model);
    side.ranking = engine::rankChokes(job, side.port, side.analysis, *model, side.flows);
}

Known<PredictedFlow> predicted(const Known<engine::EngineModel>& before, const Known<engine::EngineModel>& after,
                               PressureDifference bench)
{
    if (!before || !after)
        return {std::nullopt, before.missing};
    PredictedFlow flow;
    flow.before = engine::benchFlow(*before, before->cam.lift, bench);
    flow.after = engine::benchFlow(*after, after->cam.lift, bench);
    constexpr double reading = 0.01;
    constexpr double ofChange = 0.5;
    flow.uncertainty =
        VolumeFlow::fromSi(std::hypot(reading * flow.after.si(), ofChange * (flow.after - flow.before).si()));
    return {flow, {}};
}

/// Air at the flow that the port passes after the cuts.
Known<PortAir> airAfter(const Known<PortAir>& before, const Known<PredictedFlow>& flow)
{
    Known<PortAir> after = before;
    if (after && flow)
        after.value->flow = before->flow * (flow->after / flow->before);
    return after;
}

}  // namespace

bool CutEffect::harms() const
{
    constexpr double told = 0.01;
    return before.highestRatio && after.highestRatio && *after.highestRatio > *before.highestRatio + told;
}

std::optional<CutEffect> effectOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                                  const cutting::DepthField& depths, Quality quality, const std::stop_token& stop)
{
    CutEffect effect;
    effect.before.port = port;
    effect.before.analysis = analysis;
    plans::PlannedPort cut = plans::cutPort(job, port, analysis, depths);
    effect.after.port = std::move(cut.port);
    effect.after.analysis = std::move(cut.analysis);
    if (stop.stop_requested())
        return std::nullopt;

    const auto model = engine::engineModel(job, port, analysis);
    Known<engine::EngineModel> modelAfter = model;
    if (model)
        modelAfter.value = engine::plannedModel(*model, analysis, effect.after.port, effect.after.analysis,
                                                engine::benchDepression(job));
    effect.flow = predicted(model, modelAfter, engine::benchDepression(job));

    const auto at = portAir(job, port, analysis, std::nullopt, nullptr);
    auto other = std::async(std::launch::async, [&] { solveSide(job, at, quality, effect.before); });
    solveSide(job, airAfter(at, effect.flow), quality, effect.after);
    other.get();
    if (stop.stop_requested())
        return std::nullopt;
    runSide(job, model, effect.before);
    runSide(job, modelAfter, effect.after);
    return effect;
}

}  // namespace euryth::port_field
