// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/swirl.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "air/isentropic.hpp"
#include "analysis/bench_checks.hpp"
#include "analysis/engine_inputs.hpp"
#include "job/job.hpp"
#include "over_lift.hpp"

namespace euryth::proving {

namespace {

constexpr double kCollapsed = 0.5;  // of the strongest one before it (ours, no source)

/// Coefficients of one point; nothing where its meter was not read.
std::optional<SwirlAt> coefficientsAt(const job::FlowPoint& read, const FlowAt& at, const air::AirState& room,
                                      Length bore)
{
    const auto v0 = air::idealSpeed(room, at.depression);
    if (!v0 || (!read.swirl && !read.swirlTorque))
        return std::nullopt;
    SwirlAt swirl;
    swirl.lift = at.lift;
    if (read.swirl)
        swirl.paddle = read.swirl->si() * bore.si() / v0->si();
    if (read.swirlTorque) {
        const double mass = at.flow.si() * air::density(room).si();
        swirl.impulse = 8.0 * read.swirlTorque->si() / (mass * v0->si() * bore.si());
    }
    return swirl;
}

std::optional<double> meanOf(const SwirlSums& swirl, const FlowSums& sums)
{
    double momentum = 0.0;
    double flow = 0.0;
    for (std::size_t i = 1; i < swirl.points.size(); ++i) {
        const SwirlAt& a = swirl.points[i - 1];
        const SwirlAt& b = swirl.points[i];
        const double step = (b.lift - a.lift).si();
        const double flowA = sums.points[a.point].reference.si();
        const double flowB = sums.points[b.point].reference.si();
        momentum += step * (a.coefficient() * flowA + b.coefficient() * flowB) / 2.0;
        flow += step * (flowA + flowB) / 2.0;
    }
    return flow > 0.0 ? std::optional(momentum / flow) : std::nullopt;
}

/// C at a lift, straight between the points; under the first one as there.
double coefficientOver(const SwirlSums& swirl, Length lift)
{
    const auto after = std::ranges::find_if(swirl.points, [&](const SwirlAt& at) { return at.lift >= lift; });
    if (after == swirl.points.end())
        return swirl.points.back().coefficient();
    if (after == swirl.points.begin())
        return after->coefficient();
    const SwirlAt& before = *(after - 1);
    const double along = (lift - before.lift) / (after->lift - before.lift);
    return before.coefficient() + along * (after->coefficient() - before.coefficient());
}

Known<double> ratioOf(const job::Job& job, const job::Port& port, const SwirlSums& swirl, const FlowSums& sums)
{
    const auto cam = analysis::camOf(job.engine, port.side);
    if (port.side == job::Side::Exhaust)
        return {std::nullopt, say("missing.intake-port")};
    if (!cam)
        return {std::nullopt, say("missing.intake-cam")};
    if (!job.engine.stroke)
        return {std::nullopt, say("missing.stroke")};
    if (cam->lift > swirl.points.back().lift)
        return {std::nullopt, say("missing.lift-of-cam", {{"cam", cam->lift}, {"test", swirl.points.back().lift}})};
    double momentum = 0.0;
    double area = 0.0;
    const Angle step = (planning::closes(*cam) - planning::opens(*cam)) / kCamSteps;
    for (int i = 1; i < kCamSteps; ++i) {
        const Length lift = planning::liftAt(*cam, planning::opens(*cam) + step * i);
        const double effective =
            onLine(sums.points, lift, [](const FlowAt& at) { return at.effective.si(); }).value_or(0);
        momentum += coefficientOver(swirl, lift) * effective;
        area += effective;
    }
    const double open = step.si();  // rad
    return {std::numbers::pi / 4.0 * swirl.bore.si() * job.engine.stroke->si() * momentum / (area * area * open), {}};
}

std::optional<SwirlCollapse> collapseOf(const SwirlSums& swirl)
{
    std::optional<SwirlCollapse> worst;
    double strongest = 0.0;
    for (std::size_t i = 0; i < swirl.points.size(); ++i) {
        const double now = std::abs(swirl.points[i].coefficient());
        if (strongest > 0.0 && now < kCollapsed * strongest && (!worst || now / strongest < worst->share))
            worst = SwirlCollapse{i, now / strongest};
        strongest = std::max(strongest, now);
    }
    return worst;
}

}  // namespace

Known<SwirlSums> swirlOf(const job::Job& job, const job::Port& port, const FlowSums& sums)
{
    const job::FlowTest& test = port.flow[sums.test];
    const auto room = analysis::testAir(job.bench, test);
    SwirlSums swirl;
    swirl.test = sums.test;
    swirl.motion = test.motion.value_or(job::Motion::Swirl);
    const auto& bore = test.setup.bore ? test.setup.bore : job.engine.bore;
    if (!bore)
        return {std::nullopt, say("missing.bore-or-adapter")};
    if (!room)
        return {std::nullopt, say("missing.bench-air")};
    swirl.bore = *bore;
    swirl.ofAdapter = test.setup.bore.has_value();
    for (std::size_t i = 0; i < sums.points.size(); ++i) {
        const FlowAt& at = sums.points[i];
        if (auto found = coefficientsAt(test.points[at.point], at, *room, *bore)) {
            found->point = i;
            swirl.points.push_back(*found);
        }
    }
    if (swirl.points.empty())
        return {std::nullopt, say("missing.swirl")};
    swirl.mean = meanOf(swirl, sums);
    swirl.ratio = ratioOf(job, port, swirl, sums);
    swirl.collapse = collapseOf(swirl);
    return {std::move(swirl), {}};
}

}  // namespace euryth::proving
