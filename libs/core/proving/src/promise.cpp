// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/promise.hpp"

#include <algorithm>
#include <cmath>

#include "air/effective_area.hpp"
#include "engine/engine_model.hpp"
#include "job/job.hpp"
#include "plans/planned_port.hpp"
#include "proving/flow_difference.hpp"
#include "scatter.hpp"

namespace euryth::proving {

namespace {

/// A flow at the room's air and the book's depression, in standard air.
double referenceFlow(const engine::EngineModel& model, Length lift)
{
    return engine::benchFlow(model, lift, kReferenceDepression).si();
}

std::optional<PromiseKept> keptBy(const job::Port& port, const std::vector<FlowSums>& tests, std::size_t promise)
{
    const job::FlowPromise& promised = port.promises[promise];
    const auto from =
        std::ranges::find_if(tests, [&](const FlowSums& sums) { return port.flow[sums.test].id == promised.from; });
    if (from == tests.end())
        return std::nullopt;
    for (auto later = from + 1; later != tests.end(); ++later) {
        if (port.flow[later->test].state == port.flow[from->test].state ||
            !differenceOf(port, *from, *later).whyNot.empty())
            continue;
        PromiseKept kept{promise, later->test, {}, 0.0};
        double expected = 0.0;
        double measured = 0.0;
        for (const job::PromisedLift& at : promised.lifts) {
            const auto flow = flowAt(*later, at.lift);
            if (!flow)
                continue;
            kept.errors.emplace_back(at.lift, *flow / at.flow - 1.0);
            expected += at.flow.si();
            measured += flow->si();
        }
        if (kept.errors.empty())
            continue;
        kept.mean = measured / expected - 1.0;
        return kept;
    }
    return std::nullopt;
}

}  // namespace

std::vector<PromiseKept> promisesKept(const job::Job& job, const job::Port& port,
                                      const analysis::PortAnalysis& analysis)
{
    std::vector<PromiseKept> kept;
    if (port.promises.empty())
        return kept;
    const auto tests = allSums(job, port, analysis);
    for (std::size_t i = 0; i < port.promises.size(); ++i) {
        if (auto found = keptBy(port, tests, i))
            kept.push_back(std::move(*found));
    }
    return kept;
}

PromiseRecord promiseRecord(const job::Job& job, const AnalysisOf& analysisOf)
{
    PromiseRecord record;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (job.ports[i].promises.empty())
            continue;
        for (const PromiseKept& kept : promisesKept(job, job.ports[i], analysisOf(i)))
            record.errors.push_back(kept.mean);
    }
    const Scatter scatter = scatterOf(record.errors);
    record.mean = scatter.mean;
    record.range = scatter.ofNext ? std::max(kPromised, *scatter.ofNext) : std::max(kPromised, std::abs(record.mean));
    return record;
}

Known<Promise> promiseOf(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                         const PromiseRecord& record)
{
    const job::FlowTest* counting = job::countingTest(port);
    if (!counting)
        return {std::nullopt, say("missing.flow-test")};
    if (!analysis.cut)
        return {std::nullopt, say("missing.cuts", {{"what", analysis.cutProblem.missing}})};
    if (analysis.cut->cuts.empty())
        return {std::nullopt, say("missing.any-cut")};
    const auto from = static_cast<std::size_t>(counting - port.flow.data());
    const auto sums = sumsOf(job, port, analysis, from);
    if (!sums)
        return {std::nullopt, sums.missing};
    const auto model = engine::engineModel(job, port, analysis);
    if (!model)
        return {std::nullopt, model.missing};
    const plans::PlannedPort cut = plans::cutPort(job, port, analysis, analysis.cut->depths);
    const auto then = engine::plannedModel(*model, analysis, cut.port, cut.analysis, engine::benchDepression(job));
    Promise promise;
    promise.from = from;
    promise.doubt = record.range;
    VolumeFlow before;
    VolumeFlow after;
    for (const FlowAt& at : sums->points) {
        const double now = referenceFlow(*model, at.lift);
        if (!(now > 0.0))
            continue;
        const VolumeFlow flow = at.reference * (referenceFlow(then, at.lift) / now);
        promise.lifts.push_back({at.lift, at.reference, flow});
        before += at.reference;
        after += flow;
    }
    if (promise.lifts.empty())
        return {std::nullopt, say("missing.two-lifts")};
    promise.gain = after / before - 1.0;
    return {std::move(promise), {}};
}

job::FlowPromise written(const job::Port& port, const Promise& promise, const std::string& when)
{
    job::FlowPromise kept;
    kept.when = when;
    kept.from = port.flow[promise.from].id;
    for (const PromiseAt& at : promise.lifts)
        kept.lifts.push_back({at.lift, at.after, {}});
    return kept;
}

}  // namespace euryth::proving
