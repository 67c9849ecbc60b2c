// SPDX-License-Identifier: GPL-3.0-or-later
#include "passage.hpp"

#include <algorithm>
#include <cmath>

#include "air/effective_area.hpp"
#include "air/isentropic.hpp"
#include "analysis/bench_checks.hpp"

namespace euryth::engine {

namespace {

/// Mass flow per effective area that a depression drives, for turning a bench reading into an effective area.
double fluxAt(const air::AirState& room, PressureDifference depression)
{
    return air::idealFlowSpeed(room, depression).value_or(Speed{}).si() * air::density(room).si();
}

/// Total pressure behind the runner as a share of that before it, over the mass flow as far as it passes.
std::vector<std::pair<MassFlow, double>> behindRunner(std::span<const flow::FlowStation> runner,
                                                      const air::AirState& before, Length roughness)
{
    constexpr int steps = 20;
    const MassFlow most = flow::chokingFlow(runner, before, roughness).flow;
    std::vector<std::pair<MassFlow, double>> points{{MassFlow{}, 1.0}};
    for (int i = 1; i <= steps; ++i) {
        const auto run = flow::flowThrough(runner, before, most * (static_cast<double>(i) / steps), roughness);
        if (run)
            points.emplace_back(run->flow, run->stations.back().totalPressure / before.pressure);
    }
    return points;
}

planning::GasAtRest asGas(const air::AirState& air) { return {air.pressure, air::density(air), air::kGamma}; }

/// Static pressure at the runner's end as a share of the total pressure before it, as far as it passes.
std::vector<planning::RunnerOut> endOfRunner(std::span<const flow::FlowStation> runner, const air::AirState& before,
                                             Length roughness)
{
    constexpr int steps = 20;
    const MassFlow most = flow::chokingFlow(runner, before, roughness).flow;
    std::vector<planning::RunnerOut> points{{Area{}, 1.0}};
    for (int i = 1; i <= steps; ++i) {
        const auto run = flow::flowThrough(runner, before, most * (static_cast<double>(i) / steps), roughness);
        if (run)
            points.push_back(
                {planning::sonicArea(run->flow, asGas(before)), run->stations.back().pressure / before.pressure});
    }
    return points;
}

/// A lift with what the bench read there.
struct Measured {
    Length lift;
    VolumeFlow flow;
    PressureDifference depression;
};

/// `factor` is the true flow over what the bench reads.
std::vector<Measured> testPoints(const job::FlowTest& test, double factor)
{
    std::vector<Measured> points;
    for (const job::FlowPoint& p : test.points) {
        if (p.lift && p.flow && *p.lift > Length{} && *p.flow > VolumeFlow{})
            points.push_back({*p.lift, *p.flow * factor, p.depression.value_or(*test.depression)});
    }
    std::ranges::sort(points, {}, &Measured::lift);
    const auto same = std::ranges::unique(points, {}, &Measured::lift);
    points.erase(same.begin(), same.end());
    return points;
}

/// The bench's own flow while probing, where lift and depression were written down too.
std::vector<Measured> probePoints(const job::Job& job, const job::Port& port)
{
    std::vector<Measured> points;
    for (const job::ProbeSet& set : port.probes) {
        if (set.lift && set.depression && set.benchFlow && *set.lift > Length{} && *set.benchFlow > VolumeFlow{})
            points.push_back(
                {*set.lift, *set.benchFlow * job::benchFactor(job, set.bench, port.side), *set.depression});
    }
    return points;
}

/// A runner that would cost all that the bench lost, or more, is not to be believed beyond this share.
constexpr double kLeastLeft = 0.1;

/// Effective area of the opening in series with the runner that lets a measured flow pass at its depression.
class MeasuredOpening {
public:
    explicit MeasuredOpening(const EngineModel& model) : m_model(model)
    {
        if (model.isExhaust()) {
            m_runner.emplace([](Length) { return Area{}; }, endOfRunner(model.runner, model.room, model.roughness));
        }
    }
    double operator()(const Measured& m) const { return m_runner ? beforeRunner(m) : behindRunner(m); }

private:
    [[nodiscard]] double behindRunner(const Measured& m) const
    {
        const air::AirState& room = m_model.room;
        const double flow = m.flow.si() * air::density(room).si();
        const double behind = (room.pressure - m.depression).si();
        const auto run = flow::flowThrough(m_model.runner, room, MassFlow::fromSi(flow), m_model.roughness);
        const double least = behind + kLeastLeft * m.depression.si();
        const double total = run ? std::max(least, run->stations.back().totalPressure.si()) : least;
        const double flux = fluxAt(room, PressureDifference::fromSi(room.pressure.si() * (1.0 - behind / total)));
        return flow / (flux * total / room.pressure.si());
    }
    [[nodiscard]] double beforeRunner(const Measured& m) const
    {
        const air::AirState& room = m_model.room;
        const MassFlow flow = MassFlow::fromSi(m.flow.si() * air::density(room).si());
        const AbsolutePressure between = m_runner->entryFor(flow, asGas(room), room.pressure - m.depression);
        return flow.si() / fluxAt(room, std::max(room.pressure - between, m.depression * kLeastLeft));
    }

    const EngineModel& m_model;
    std::optional<planning::Outlet> m_runner;  ///< of an exhaust, once for all points: it takes a while
};

/// The opening out of flows that were measured while probing: the reckoned one, brought to their mean.
planning::EffectiveArea scaledTo(planning::EffectiveArea reckoned, const EngineModel& model,
                                 const std::vector<Measured>& points)
{
    double sum = 0.0;
    const MeasuredOpening opening(model);
    for (const Measured& m : points)
        sum += opening(m) / reckoned(m.lift).si();
    return [reckoned = std::move(reckoned), factor = sum / static_cast<double>(points.size())](Length lift) {
        return factor * reckoned(lift);
    };
}

}  // namespace

void chooseOpening(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                   EngineModel& model)
{
    const job::FlowTest* test = job::countingTest(port);
    if (test) {
        std::vector<double> lifts{0.0};
        std::vector<double> areas{0.0};
        const MeasuredOpening opening(model);
        for (const Measured& m : testPoints(*test, analysis::testFactor(job, port, *test))) {
            lifts.push_back(m.lift.si());
            areas.push_back(opening(m));
        }
        model.opening = planning::areaThrough(std::move(lifts), std::move(areas));
        model.areaFrom = say("opening-from.test", {{"test", test->id}});
        return;
    }
    model.opening = analysis::reckonedOpening(*analysis.valve, model.cam.lift);
    model.areaFrom = say("opening-from.geometry");
    if (const auto probed = probePoints(job, port); !probed.empty()) {
        model.opening = scaledTo(std::move(model.opening), model, probed);
        model.areaFrom = say("opening-from.probing");
    } else {
        model.assumed.push_back(say("assumed.coefficient"));
    }
    if (!port.valve.face || !port.valve.back)
        model.assumed.push_back(say("assumed.valve-back"));
}

namespace {

void joinInlet(EngineModel& model, PressureDifference depression)
{
    const auto inletFor = [&](On where) {
        return std::make_shared<const planning::Inlet>(
            model.opening, behindRunner(model.wayOf(where), model.before(where), model.roughness));
    };
    model.inletOnBench = inletFor(On::Bench);
    const bool same = model.charge == model.room && model.joined == 0;
    model.inletOnEngine = same ? model.inletOnBench : inletFor(On::Engine);
    model.area = [inlet = model.inletOnBench, room = model.room, depression](Length lift) {
        const auto passing = inlet->passing(lift, room.pressure, air::density(room), room.pressure - depression);
        return Area::fromSi(passing.flow.si() / fluxAt(room, depression));
    };
}

void joinOutlet(EngineModel& model, PressureDifference depression)
{
    const auto outletFor = [&](On where) {
        return std::make_shared<const planning::Outlet>(
            model.opening, endOfRunner(model.wayOf(where), model.before(where), model.roughness));
    };
    model.outletOnBench = outletFor(On::Bench);
    model.outletOnEngine = outletFor(On::Engine);
    model.area = [outlet = model.outletOnBench, room = model.room, depression](Length lift) {
        const auto passing = outlet->passing(lift, asGas(room), room.pressure - depression);
        return Area::fromSi(passing.flow.si() / fluxAt(room, depression));
    };
}

}  // namespace

void join(EngineModel& model, PressureDifference depression)
{
    model.isExhaust() ? joinOutlet(model, depression) : joinInlet(model, depression);
}

planning::GasAtRest EngineModel::atRest(On where) const
{
    const bool burned = isExhaust() && where == On::Engine;
    return {before(where).pressure, air::density(before(where)), burned ? planning::kBurnedGamma : air::kGamma};
}

namespace {

std::size_t fastestOf(const flow::RunnerFlow& run)
{
    const auto fastest = std::ranges::max_element(run.stations, {}, &flow::StationState::mach);
    return static_cast<std::size_t>(fastest - run.stations.begin());
}

/// Flow of air in a state through the way, as the port's own stations see it.
flow::RunnerFlow throughWay(const EngineModel& model, On where, const air::AirState& before, MassFlow flow)
{
    const auto& way = model.wayOf(where);
    auto run = flow::flowThrough(way, before, flow, model.roughness);
    if (!run)  // by a rounding more than passes
        run = flow::chokingFlow(way, before, model.roughness);
    const auto others = static_cast<std::ptrdiff_t>(run->stations.size() - model.runner.size());
    if (others > 0) {
        auto& all = run->stations;
        model.isExhaust() ? all.erase(all.end() - others, all.end()) : all.erase(all.begin(), all.begin() + others);
        run->fastest = fastestOf(*run);
    }
    return std::move(*run);
}

/// Appends the valve's opening to what passes the runner, and finds the fastest of all.
void addValve(flow::RunnerFlow& run, double mach, AbsolutePressure total, bool runnerChoked)
{
    run.fastest = fastestOf(run);
    run.stations.push_back({mach, AbsolutePressure::fromSi(total.si() * air::pressureRatio(mach)), total});
    constexpr double rounding = 1e-6;
    run.choked = runnerChoked || mach >= 1.0 - rounding;
    if (!runnerChoked && mach > run.stations[run.fastest].mach)
        run.fastest = run.stations.size() - 1;
}

flow::RunnerFlow throughInlet(const EngineModel& model, On where, Length lift, AbsolutePressure behind)
{
    const planning::Inlet& inlet = where == On::Bench ? *model.inletOnBench : *model.inletOnEngine;
    const air::AirState& before = model.before(where);
    const auto passing = inlet.passing(lift, before.pressure, air::density(before), behind);
    auto run = throughRunner(model, where, passing.flow);
    addValve(run, passing.valveMach, run.stations.back().totalPressure, passing.runnerChoked);
    return run;
}

flow::RunnerFlow throughOutlet(const EngineModel& model, On where, Length lift, AbsolutePressure behind)
{
    const planning::Outlet& outlet = where == On::Bench ? *model.outletOnBench : *model.outletOnEngine;
    const air::AirState& before = model.before(where);
    planning::GasAtRest gas = model.atRest(where);
    const auto passing = outlet.passing(lift, gas, behind);
    gas.density = gas.density * (passing.between / before.pressure);
    gas.pressure = passing.between;
    auto run = throughExhaust(model, where, gas, before.temperature, passing.flow);
    addValve(run, passing.valveMach, before.pressure, passing.runnerChoked);
    return run;
}

}  // namespace

flow::RunnerFlow throughRunner(const EngineModel& model, On where, MassFlow flow)
{
    return throughWay(model, where, model.before(where), flow);
}

flow::RunnerFlow throughExhaust(const EngineModel& model, On where, const planning::GasAtRest& gas,
                                Temperature temperature, MassFlow flow)
{
    const air::AirState air{temperature, gas.pressure, 0.0};
    const MassFlow same = planning::sonicFlowThrough(planning::sonicArea(flow, gas), asGas(air));
    auto run = throughWay(model, where, air, same);
    run.flow = flow;
    return run;
}

flow::RunnerFlow throughPort(const EngineModel& model, On where, Length lift, PressureDifference depression)
{
    const AbsolutePressure behind = model.before(where).pressure - depression;
    return model.isExhaust() ? throughOutlet(model, where, lift, behind) : throughInlet(model, where, lift, behind);
}

flow::RunnerFlow portChokes(const EngineModel& model, On where, Length lift)
{
    constexpr double hardlyAny = 0.01;
    return throughPort(model, where, lift,
                       PressureDifference::fromSi(model.before(where).pressure.si() * (1.0 - hardlyAny)));
}

std::size_t indexFromWindow(const EngineModel& model, std::size_t i)
{
    const std::size_t count = model.runner.size();
    return model.isExhaust() && i < count ? count - 1 - i : i;
}

std::vector<double> machsFromWindow(const EngineModel& model, const flow::RunnerFlow& flow)
{
    std::vector<double> machs(model.runner.size());
    for (std::size_t i = 0; i < machs.size(); ++i)
        machs[indexFromWindow(model, i)] = flow.stations[i].mach;
    return machs;
}

VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression)
{
    return VolumeFlow::fromSi(model.area(lift).si() * fluxAt(model.room, depression) / air::density(model.room).si());
}

}  // namespace euryth::engine
