// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/power_shift.hpp"

#include <boost/math/tools/roots.hpp>

#include "engine/engine_run.hpp"
#include "job/job.hpp"

namespace euryth::proving {

namespace {

/// The engine with the port as one test has it.
Known<engine::EngineModel> modelWith(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                                     std::size_t test)
{
    job::Job with = job;
    const auto index = job::findPort(job, port.id);
    if (!index)
        return {std::nullopt, say("missing.flow-test")};
    with.ports[*index].flow = {port.flow[test]};
    return engine::engineModel(with, with.ports[*index], analysis);
}

double fillingAt(const engine::EngineModel& model, double speed)
{
    return engine::speedPoint(model, RotationalSpeed::fromSi(speed)).volumetricEfficiency;
}

}  // namespace

Known<PowerShift> powerShift(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                             std::size_t fromTest, std::size_t toTest, const std::stop_token& stop)
{
    if (port.side == job::Side::Exhaust)
        return {std::nullopt, say("missing.intake-port")};
    if (!job.engine.peakRpm)
        return {std::nullopt, say("missing.peak-rpm")};
    const auto before = modelWith(job, port, analysis, fromTest);
    const auto after = modelWith(job, port, analysis, toTest);
    if (!before || !after)
        return {std::nullopt, before ? after.missing : before.missing};
    PowerShift shift;
    shift.from = *job.engine.peakRpm;
    const double from = shift.from.si();
    shift.fillingBefore = fillingAt(*before, from);
    shift.fillingAfter = fillingAt(*after, from);
    const auto over = [&](double speed) {  // a root wherever one is stopped
        return stop.stop_requested() ? 0.0 : fillingAt(*after, speed) - shift.fillingBefore;
    };
    constexpr double least = 0.5;
    constexpr double most = 1.5;
    const double low = over(from * least);
    const double high = over(from * most);
    if (!(low > 0.0 && high < 0.0))
        return {std::nullopt, say("missing.shift-in-range")};
    constexpr std::uintmax_t steps = 30;
    constexpr double close = 1e-3;
    std::uintmax_t used = steps;
    const auto near = [&](double a, double b) { return std::abs(a - b) < close * from; };
    const auto [a, b] = boost::math::tools::toms748_solve(over, from * least, from * most, low, high, near, used);
    if (stop.stop_requested())
        return {std::nullopt, say("missing.shift-in-range")};
    shift.to = RotationalSpeed::fromSi((a + b) / 2.0);
    return {shift, {}};
}

}  // namespace euryth::proving
