// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/port_air.hpp"

#include <algorithm>
#include <array>

#include "analysis/bench_checks.hpp"
#include "engine/engine_model.hpp"

namespace euryth::port_field {

namespace {

/// As it truly was, by the factor of its bench.
std::optional<VolumeFlow> greatestTested(const job::Job& job, const job::Port& port)
{
    std::optional<VolumeFlow> most;
    const job::FlowTest* test = job::countingTest(port);
    if (!test)
        return most;
    for (const job::FlowPoint& p : test->points) {
        if (p.flow && (!most || *p.flow > *most))
            most = p.flow;
    }
    return most ? std::optional(*most * analysis::testFactor(job, port, *test)) : std::nullopt;
}

std::optional<PortAir> measuredFlow(const job::Job& job, const job::Port& port, const air::AirState& room)
{
    if (const auto flow = greatestTested(job, port))
        return PortAir{*flow, FlowFrom::Test, {}, room};
    const auto parent =
        std::ranges::find_if(job.ports, [&](const job::Port& p) { return port.isBranch() && p.id == port.parent; });
    if (parent == job.ports.end())
        return std::nullopt;
    if (const auto flow = greatestTested(job, *parent))
        return PortAir{*flow * analysis::flowShare(job, port), FlowFrom::Runner, {}, room};
    return std::nullopt;
}

}  // namespace

std::string_view key(FlowFrom from)
{
    constexpr std::array<std::string_view, 6> keys{"typed", "set", "test", "runner", "reckoned", "unknown"};
    return keys.at(static_cast<std::size_t>(from));
}

Phrase PortAir::source() const { return say("flow-from." + std::string(key(from)), {{"set", set}}); }

air::AirState roomOrStandardAir(const job::Bench& bench)
{
    return analysis::roomAir(bench).value_or(
        air::AirState{temperatureFromCelsius(15), absolutePressureFromPa(101325), 0.0});
}

Known<PortAir> portAir(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                       std::optional<VolumeFlow> wished, const job::ProbeSet* beside)
{
    const air::AirState room = roomOrStandardAir(job.bench);
    if (wished)
        return {PortAir{*wished, FlowFrom::Typed, {}, room}, {}};
    if (beside && beside->benchFlow)
        return {PortAir{*beside->benchFlow * job::benchFactor(job, beside->bench, port.side), FlowFrom::Set, beside->id,
                        room},
                {}};
    if (auto air = measuredFlow(job, port, room))
        return {std::move(air), {}};
    if (const auto model = engine::engineModel(job, port, analysis))
        return {
            PortAir{
                engine::benchFlow(*model, model->cam.lift, engine::benchDepression(job)), FlowFrom::Reckoned, {}, room},
            {}};
    return {std::nullopt, say("missing.flow")};
}

}  // namespace euryth::port_field
