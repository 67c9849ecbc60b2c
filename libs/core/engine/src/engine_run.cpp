// SPDX-License-Identifier: GPL-3.0-or-later
#include "engine/engine_run.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <future>
#include <numbers>

#include "passage.hpp"

namespace euryth::engine {

namespace {

planning::IntakeSide intakeOf(const EngineModel& model) { return {model.cam, model.inletOnEngine, 1.0, model.charge}; }

planning::ExhaustSide exhaustOf(const EngineModel& model)
{
    return {model.cam, model.outletOnEngine, 1.0, model.atOpening, model.pipe};
}

/// One speed, by the gas exchange where the exhaust is known, else by the filling alone.
EngineRun cylinderAt(const EngineModel& model, RotationalSpeed rpm, planning::Effort effort)
{
    EngineRun run;
    if (model.isExhaust() || model.exhaust) {
        run.exchange = exchangeOf(model, rpm, effort);
        run.filling = run.exchange->filling;
        run.settled = run.exchange->settled;
    } else {
        run.filling = planning::fill(model.cylinder, model.cam, *model.inletOnEngine, model.charge, rpm, effort);
        run.settled = run.filling.settled;
    }
    return run;
}

bool knowsIntake(const EngineModel& model) { return !model.isExhaust() || model.intake; }

/// Of fresh air, or of what leaves where no intake side is known.
MassFlow meanFlow(const EngineModel& model, const EngineRun& run)
{
    if (knowsIntake(model))
        return run.filling.meanFlow;
    constexpr double perTurn = 2.0;  // of a four-stroke engine
    const auto& points = run.exchange->points;
    double mass = 0.0;
    for (std::size_t i = 1; i < points.size(); ++i)
        mass += (points[i].out + points[i - 1].out).si() / 2.0 * (points[i].crank - points[i - 1].crank).si();
    return MassFlow::fromSi(mass / (perTurn * 2.0 * std::numbers::pi));
}

/// The moment at which most flows while the piston drives.
const planning::ExchangePoint& drivenPeak(const EngineModel& model, const planning::GasExchange& exchange)
{
    const Angle driven = planning::drivenFrom(model.cylinder.drive);
    return *std::ranges::max_element(
        exchange.points, {}, [&](const planning::ExchangePoint& p) { return p.crank >= driven ? p.out.si() : -1.0; });
}

flow::RunnerFlow runnerAt(const EngineModel& model, const planning::ExchangePoint& p)
{
    constexpr double none = 1e-9;
    const double gasConstant =
        model.fresh.pressure.si() / (air::density(model.fresh).si() * model.fresh.temperature.si());
    const planning::GasAtRest gas{p.beforeRunner,
                                  Density::fromSi(p.beforeRunner.si() / (gasConstant * p.temperature.si())),
                                  planning::kBurnedGamma};
    return throughExhaust(model, On::Engine, gas, p.temperature, MassFlow::fromSi(std::max(none, p.out.si())));
}

/// Mach numbers of the port's stations from the window on, and of the valve.
std::vector<double> machsOf(const EngineModel& model, const flow::RunnerFlow& runner, double valve)
{
    std::vector<double> machs = machsFromWindow(model, runner);
    machs.push_back(valve);
    return machs;
}

/// Mach number in the valve's opening. Behind a choked runner the flow alone is known, and the jet's pressure, which is
/// the cylinder's: flow / A = p M gamma / a0 sqrt(1 + (gamma - 1)/2 M^2).
double valveMachAt(const EngineModel& model, const planning::FillingPoint& p)
{
    if (!p.runnerChoked)
        return p.openingMach;
    const Area area = model.opening(planning::liftAt(model.cam, p.crank));
    if (!(area > Area{}))
        return 0.0;
    constexpr double rise = air::kGamma - 1.0;
    const double q = p.flow.si() * air::speedOfSound(model.charge).si() / (area.si() * p.pressure.si() * air::kGamma);
    return std::min(1.0, std::sqrt((std::sqrt(1.0 + 2.0 * rise * q * q) - 1.0) / rise));
}

/// Of an exhaust: the jet's pressure is the total pressure with which the gas goes on into its runner.
double valveMachAt(const planning::ExchangePoint& p)
{
    if (!p.exhaustRunnerChoked)
        return p.exhaustMach;
    constexpr double rise = planning::kBurnedGamma - 1.0;
    const double ratio = std::max(1.0, p.pressure / p.beforeRunner);
    return std::min(1.0, std::sqrt(2.0 / rise * (std::pow(ratio, rise / planning::kBurnedGamma) - 1.0)));
}

}  // namespace

planning::GasExchange exchangeOf(const EngineModel& model, RotationalSpeed rpm, planning::Effort effort)
{
    if (model.isExhaust())
        return planning::exchange(model.cylinder, exhaustOf(model), model.intake, model.fresh, rpm, effort);
    return planning::exchange(model.cylinder, *model.exhaust, intakeOf(model), model.fresh, rpm, effort);
}

std::vector<double> machAt(const EngineModel& model, const planning::ExchangePoint& point)
{
    std::vector<double> machs;
    for (const flow::StationState& state : runnerAt(model, point).stations)
        machs.push_back(state.mach);
    return machs;
}

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm)
{
    EngineRun run = cylinderAt(model, rpm, planning::Effort::Full);
    run.before = model.charge.pressure;
    run.machIndex = planning::machIndex(model.cylinder, model.cam, model.area, model.charge, rpm);
    constexpr double more = 1.1;
    const EngineRun faster = cylinderAt(model, rpm * more, planning::Effort::Quick);
    run.overRev = meanFlow(model, faster) / meanFlow(model, run);
    if (model.isExhaust()) {
        run.atPeakFlow = runnerAt(model, drivenPeak(model, *run.exchange));
        return run;
    }
    run.atPeakFlow = throughRunner(model, On::Engine, run.filling.peakFlow);
    return run;
}

SpeedPoint speedPoint(const EngineModel& model, RotationalSpeed rpm)
{
    const EngineRun run = cylinderAt(model, rpm, planning::Effort::Quick);
    SpeedPoint point;
    point.rpm = rpm;
    point.volumetricEfficiency = run.filling.volumetricEfficiency;
    point.meanFlow = meanFlow(model, run);
    point.settled = run.settled;
    if (run.exchange)
        point.left = run.exchange->residual;
    if (model.isExhaust()) {
        const planning::Emptying& emptying = run.exchange->emptying;
        point.peakFlow = emptying.drivenFlow;
        point.peakDepression = emptying.pumping;
        point.chokedShare = emptying.chokedShare;
        point.chokedAtHighLift = emptying.chokedAtHighLift;
        const planning::ExchangePoint& peak = drivenPeak(model, *run.exchange);
        point.machs = machsOf(model, runnerAt(model, peak), valveMachAt(peak));
    } else {
        point.peakFlow = run.filling.peakFlow;
        point.peakDepression = run.filling.peakDepression;
        point.chokedShare = run.filling.chokedShare;
        point.chokedAtHighLift = run.filling.chokedAtHighLift;
        const auto peak = std::ranges::max_element(run.filling.points, {}, &planning::FillingPoint::flow);
        point.machs = machsOf(model, throughRunner(model, On::Engine, peak->flow), valveMachAt(model, *peak));
    }
    return point;
}

std::vector<SpeedPoint> sweep(const EngineModel& model, RotationalSpeed from, RotationalSpeed to, int steps,
                              const std::stop_token& stop)
{
    std::vector<SpeedPoint> points;
    for (int i = 0; i <= steps && !(i > 0 && stop.stop_requested()); ++i)
        points.push_back(speedPoint(model, from + (to - from) * (static_cast<double>(i) / steps)));
    return points;
}

std::optional<RotationalSpeed> topSpeed(const job::Engine& engine)
{
    return engine.shiftRpm ? engine.shiftRpm : engine.peakRpm;
}

double characteristicMach(double mach)
{
    constexpr double half = 0.5;
    return mach * std::sqrt((air::kGamma + 1.0) * half / (1.0 + (air::kGamma - 1.0) * half * mach * mach));
}

std::optional<RotationalSpeed> PortFlows::sonicFrom(std::size_t at, double ratio) const
{
    if (at == place && ratio == 1.0 && chokesFrom)
        return chokesFrom;
    const auto over = [&](std::size_t i) { return ratio * characteristicMach(speeds[i].machs[at]) - 1.0; };
    constexpr double rounding = 1e-6;
    for (std::size_t i = 0; i < speeds.size(); ++i) {
        if (over(i) < -rounding)
            continue;
        if (i == 0)
            return speeds[0].rpm;
        const double share = over(i - 1) / std::min(-rounding, over(i - 1) - over(i));
        return speeds[i - 1].rpm + (speeds[i].rpm - speeds[i - 1].rpm) * std::min(1.0, share);
    }
    return std::nullopt;
}

std::optional<RotationalSpeed> PortFlows::speedFor(MassFlow flow) const
{
    for (std::size_t i = 0; i < speeds.size(); ++i) {
        if (speeds[i].peakFlow < flow)
            continue;
        // Slower than the first speed the peak goes nearly with the speed itself.
        const RotationalSpeed from = i > 0 ? speeds[i - 1].rpm : RotationalSpeed{};
        const MassFlow before = i > 0 ? speeds[i - 1].peakFlow : MassFlow{};
        return from + (speeds[i].rpm - from) * ((flow - before) / (speeds[i].peakFlow - before));
    }
    return std::nullopt;
}

namespace {

/// Where the passage begins to be choked with the valve well open, between two speeds.
RotationalSpeed chokesBetween(const EngineModel& model, RotationalSpeed open, RotationalSpeed choked)
{
    for (int i = 0; i < 6; ++i) {
        const RotationalSpeed middle = (open + choked) / 2.0;
        (speedPoint(model, middle).chokedAtHighLift > 0.0 ? choked : open) = middle;
    }
    return choked;
}

PortFlows flowsOf(const EngineModel& model, PressureDifference bench, RotationalSpeed top)
{
    PortFlows flows;
    const Length lift = model.cam.lift;
    flows.onBench = throughPort(model, On::Bench, lift, bench).flow;
    const auto most = portChokes(model, On::Engine, lift);
    flows.choking = most.flow;
    flows.place = indexFromWindow(model, most.fastest);
    // Each speed is a sum of its own, so that they are worked out side by side.
    constexpr std::array shares{1.0 / 3.0, 0.55, 0.75, 0.9, 1.0, 1.15, 1.3, 1.5};
    std::array<std::future<SpeedPoint>, shares.size()> points;
    for (std::size_t i = 0; i < shares.size(); ++i)
        points[i] = std::async(std::launch::async, [&model, rpm = top * shares[i]] { return speedPoint(model, rpm); });
    for (std::size_t i = 0; i < shares.size(); ++i) {
        if (shares[i] == 1.0)
            flows.top = flows.speeds.size();
        flows.speeds.push_back(points[i].get());
        if (!flows.chokesFrom && flows.speeds.back().chokedAtHighLift > 0.0) {
            const RotationalSpeed last =
                flows.speeds.size() > 1 ? flows.speeds[flows.speeds.size() - 2].rpm : RotationalSpeed{} + top / 100.0;
            flows.chokesFrom = chokesBetween(model, last, flows.speeds.back().rpm);
        }
    }
    if (model.isExhaust()) {
        const auto& machs = flows.atTop().machs;  // while the piston drives most through it
        flows.fastest = static_cast<std::size_t>(std::ranges::max_element(machs) - machs.begin());
        return flows;
    }
    flows.fastest = throughPort(model, On::Engine, lift, flows.atTop().peakDepression).fastest;
    return flows;
}

}  // namespace

Known<PortFlows> portFlows(const job::Job& job, const job::Port& port)
{
    const auto model = engineModel(job, port, analysis::measure(job, port));
    return model ? portFlows(job, *model) : Known<PortFlows>{std::nullopt, model.missing};
}

Known<PortFlows> portFlows(const job::Job& job, const EngineModel& model)
{
    const auto top = topSpeed(job.engine);
    if (!top)
        return {std::nullopt, say("missing.peak-rpm")};
    PortFlows flows = flowsOf(model, benchDepression(job), *top);
    if (!std::ranges::all_of(flows.speeds, &SpeedPoint::settled))
        return {std::nullopt, noEnd()};
    return {std::move(flows), {}};
}

bool sameFlows(const job::Job& a, const job::Port& portOfA, const job::Job& b, const job::Port& portOfB)
{
    const auto sameStation = [](const job::Station& p, const job::Station& q) {
        // A plan is no measurement: dragging it leaves the flows as they are.
        return p.s == q.s && p.pose == q.pose && p.section == q.section && p.boss == q.boss && p.stem == q.stem;
    };
    const auto valveOf = [](const job::Port& p) {  // where it lies in the bore changes no flow
        job::Valve valve = p.valve;
        valve.inBore = {};
        return valve;
    };
    const auto same = [&](const job::Port& p, const job::Port& q) {
        return p.side == q.side && p.cylinder == q.cylinder && valveOf(p) == valveOf(q) && p.shortSide == q.shortSide &&
               p.runner == q.runner && std::ranges::equal(p.stations, q.stations, sameStation) && p.flow == q.flow &&
               p.probes == q.probes && p.manifold == q.manifold && p.joined == q.joined;
    };
    // The cylinder's other side changes what is left of the burned gas, and what is drawn.
    const auto sameOther = [&](const job::Port* p, const job::Port* q) { return same(*p, *q); };
    if (!std::ranges::equal(otherSideOf(a, portOfA), otherSideOf(b, portOfB), sameOther))
        return false;
    // The cylinder is shared with other ports, by their valves.
    return a.engine == b.engine && a.bench == b.bench && a.benches == b.benches && a.house == b.house &&
           a.chambers == b.chambers && same(portOfA, portOfB) &&
           analysis::flowShare(a, portOfA) == analysis::flowShare(b, portOfB) &&
           job::branchesOf(a, portOfA).empty() == job::branchesOf(b, portOfB).empty();
}

std::optional<FlowRatio> exhaustToIntake(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf)
{
    const auto room = analysis::roomAir(job.bench);
    if (!room)
        return std::nullopt;
    const auto flowOf = [&](job::Side side) {
        VolumeFlow sum;
        for (const job::Port* p : sideOf(job, port, side)) {
            const auto flows = flowsOf(static_cast<std::size_t>(p - job.ports.data()));
            if (!flows)
                return VolumeFlow{};
            sum += VolumeFlow::fromSi(flows->onBench.si() / air::density(*room).si());
        }
        return sum;
    };
    FlowRatio ratio;
    ratio.exhaust = flowOf(job::Side::Exhaust);
    ratio.intake = flowOf(job::Side::Intake);
    if (!(ratio.exhaust > VolumeFlow{}) || !(ratio.intake > VolumeFlow{}))
        return std::nullopt;
    ratio.share = ratio.exhaust / ratio.intake;
    return ratio;
}

std::vector<BenchTwin> benchTwins(const job::Job& job, const job::Port& port, const FlowsOf& flowsOf)
{
    // What an exhaust does is seen in its own cylinder's filling, and that hangs on the intake there as well.
    if (port.side == job::Side::Exhaust)
        return {};
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
        BenchTwin twin;
        twin.port = i;
        twin.benchDifference = flows->onBench / other->onBench - 1.0;
        twin.engineDifference = flows->atTop().meanFlow / other->atTop().meanFlow - 1.0;
        twin.bench = benchDepression(job);
        twin.rpm = flows->atTop().rpm;
        twin.worse = twin.engineDifference < 0.0;
        const PortFlows& poorer = twin.worse ? *flows : *other;
        twin.running = poorer.atTop().peakDepression;
        twin.choke = poorer.fastest;
        if (std::abs(twin.benchDifference) <= kSameOnBench && std::abs(twin.engineDifference) >= kOtherOnEngine)
            twins.push_back(twin);
    }
    return twins;
}

}  // namespace euryth::engine
