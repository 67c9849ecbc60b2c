// SPDX-License-Identifier: GPL-3.0-or-later
#include "engine/engine_model.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "air/isentropic.hpp"
#include "flow/losses.hpp"
#include "geometry/monotone_cubic.hpp"
#include "geometry/valve_end.hpp"
#include "planning/compression.hpp"
#include "words/missing_list.hpp"

namespace euryth::engine {

namespace {

/// Mass flow per effective area that a depression drives, for turning a bench reading into an effective area.
double fluxAt(const air::AirState& room, PressureDifference depression)
{
    const auto mach = air::machFromPressureRatio((room.pressure - depression) / room.pressure);
    return mach ? air::massFlowFunction(std::min(*mach, 1.0)) * air::density(room).si() * air::speedOfSound(room).si()
                : 0.0;
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

/// A lift with what the bench read there.
struct Measured {
    Length lift;
    VolumeFlow flow;
    PressureDifference depression;
};

std::vector<Measured> testPoints(const job::FlowTest& test)
{
    std::vector<Measured> points;
    for (const job::FlowPoint& p : test.points) {
        if (p.lift && p.flow && *p.lift > Length{} && *p.flow > VolumeFlow{})
            points.push_back({*p.lift, *p.flow, *test.depression});
    }
    std::ranges::sort(points, {}, &Measured::lift);
    const auto same = std::ranges::unique(points, {}, &Measured::lift);
    points.erase(same.begin(), same.end());
    return points;
}

/// The bench's own flow while probing, where lift and depression were written down too.
std::vector<Measured> probePoints(const job::Port& port)
{
    std::vector<Measured> points;
    for (const job::ProbeSet& set : port.probes) {
        if (set.lift && set.depression && set.benchFlow && *set.lift > Length{} && *set.benchFlow > VolumeFlow{})
            points.push_back({*set.lift, *set.benchFlow, *set.depression});
    }
    return points;
}

/// Effective area of the opening behind the runner that lets a measured flow pass at its depression.
double openingFor(const EngineModel& model, const Measured& m)
{
    const double flow = m.flow.si() * air::density(model.room).si();
    const double behind = (model.room.pressure - m.depression).si();
    const auto run = flow::flowThrough(model.runner, model.room, MassFlow::fromSi(flow), model.roughness);
    // A runner that would cost all that the bench lost, or more, is not to be believed beyond a share.
    constexpr double leastLeft = 0.1;
    const double least = behind + leastLeft * m.depression.si();
    const double total = run ? std::max(least, run->stations.back().totalPressure.si()) : least;
    const double room = model.room.pressure.si();
    const double flux = fluxAt(model.room, PressureDifference::fromSi(room * (1.0 - behind / total)));
    return flow / (flux * total / room);
}

/// Effective area over lift through the points; constant beyond the last one.
planning::EffectiveArea through(std::vector<std::pair<double, double>> points)
{
    points.insert(points.begin(), {0.0, 0.0});
    std::vector<double> lifts;
    std::vector<double> areas;
    for (const auto& [lift, area] : points) {
        lifts.push_back(lift);
        areas.push_back(area);
    }
    const double last = lifts.back();
    return [curve = geometry::MonotoneCubic(lifts, areas), last](Length lift) {
        return Area::fromSi(curve(std::clamp(lift.si(), 0.0, last)));
    };
}

/// The opening as it is reckoned without any measured flow, as far as the valve goes.
planning::EffectiveArea reckonedOpening(const geometry::ValveGeometry& valve, Length most)
{
    constexpr int lifts = 20;
    std::vector<std::pair<double, double>> points;
    for (int i = 1; i <= lifts; ++i) {
        const Length lift = most * (static_cast<double>(i) / lifts);
        const double gap = geometry::gapAt(valve, lift).area.si() * flow::valveCoefficient(lift / valve.head);
        points.emplace_back(lift.si(), std::min(gap, geometry::throatNetArea(valve.throat, valve.stem).si()));
    }
    return through(std::move(points));
}

/// The opening out of flows that were measured while probing: the reckoned one, brought to their mean.
planning::EffectiveArea scaledTo(planning::EffectiveArea reckoned, const EngineModel& model,
                                 const std::vector<Measured>& points)
{
    double sum = 0.0;
    for (const Measured& m : points)
        sum += openingFor(model, m) / reckoned(m.lift).si();
    return [reckoned = std::move(reckoned), factor = sum / static_cast<double>(points.size())](Length lift) {
        return factor * reckoned(lift);
    };
}

void chooseOpening(const job::Port& port, const analysis::PortAnalysis& analysis, EngineModel& model)
{
    const job::FlowTest* test = job::countingTest(port);
    if (test) {
        std::vector<std::pair<double, double>> points;
        for (const Measured& m : testPoints(*test))
            points.emplace_back(m.lift.si(), openingFor(model, m));
        model.opening = through(std::move(points));
        model.areaFrom = say("opening-from.test", {{"test", test->id}});
        return;
    }
    model.opening = reckonedOpening(*analysis.valve, model.cam.lift);
    model.areaFrom = say("opening-from.geometry");
    if (const auto probed = probePoints(port); !probed.empty()) {
        model.opening = scaledTo(std::move(model.opening), model, probed);
        model.areaFrom = say("opening-from.probing");
    } else {
        model.assumed.push_back(say("assumed.coefficient"));
    }
    if (!port.valve.face || !port.valve.back)
        model.assumed.push_back(say("assumed.valve-back"));
}

/// Puts runner and opening in series. The whole as one effective area is the flow that passes at a depression over what
/// an opening of area 1 would let pass.
void join(EngineModel& model, PressureDifference depression)
{
    const auto inletFor = [&](const air::AirState& before) {
        return std::make_shared<const planning::Inlet>(model.opening,
                                                       behindRunner(model.runner, before, model.roughness));
    };
    model.onBench = inletFor(model.room);
    model.onEngine = model.charge == model.room ? model.onBench : inletFor(model.charge);
    model.area = [inlet = model.onBench, room = model.room, depression](Length lift) {
        const auto passing = inlet->passing(lift, room.pressure, air::density(room), room.pressure - depression);
        return Area::fromSi(passing.flow.si() / fluxAt(room, depression));
    };
}

double compressionOf(const job::Job& job, const job::Port& port, std::vector<Phrase>& assumed)
{
    const auto clearance = clearanceOf(job, port.cylinder);
    const auto ratio = clearance ? compressionWith(job.engine, clearance->whole) : std::nullopt;
    if (!ratio) {
        assumed.push_back(say("assumed.compression", {{"ratio", Number{kUsualCompression, 0}}}));
        return kUsualCompression;
    }
    if (!clearance->own)
        assumed.push_back(say("assumed.chamber"));
    return *ratio;
}

}  // namespace

Length roughness(job::Finish finish)
{
    constexpr std::array heights{0.05, 0.02, 0.01, 0.002};
    return lengthFromMm(heights[static_cast<std::size_t>(finish)]);
}

std::optional<planning::Cam> camOf(const job::CamLobe& lobe)
{
    if (!lobe.centreline)
        return std::nullopt;
    if (!lobe.table.empty()) {
        std::vector<std::pair<Angle, Length>> table;
        for (const job::LiftPoint& p : lobe.table)
            table.emplace_back(p.crank, p.lift);
        return planning::camFromTable(table, *lobe.centreline);
    }
    if (!lobe.duration || !lobe.lift)
        return std::nullopt;
    return planning::Cam{*lobe.duration, *lobe.lift, *lobe.centreline, {}, {}, {}};
}

PressureDifference benchDepression(const job::Job& job)
{
    constexpr double usual = 28.0;
    return job.bench.depression.value_or(pressureDifferenceFromInchOfWater(usual));
}

PressureDifference runningDepression(const job::Job& job)
{
    constexpr double usual = 150.0;
    return job.engine.runningDepression.value_or(pressureDifferenceFromInchOfWater(usual));
}

std::vector<flow::FlowStation> runnerStations(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    std::vector<flow::FlowStation> runner;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        flow::FlowStation station;
        station.s = port.stations[i].s;
        station.area = job::netArea(port.stations[i]);
        station.hydraulicDiameter = geometry::hydraulicDiameter(analysis.sections[i]);
        if (i > 0 && !analysis.poses.empty()) {
            station.turn = geometry::turnBetween(analysis.poses[i - 1], analysis.poses[i]);
            station.turnAxis = geometry::turnAxis(analysis.poses[i - 1], analysis.poses[i]);
        }
        runner.push_back(station);
    }
    if (port.side == job::Side::Exhaust && !runner.empty()) {
        // The air comes from the valve: count from there, and each turn belongs to the station that it leads to.
        std::ranges::reverse(runner);
        const Length end = runner.front().s;
        for (std::size_t i = runner.size(); i-- > 0;) {
            runner[i].s = end - runner[i].s;
            runner[i].turn = i > 0 ? runner[i - 1].turn : Angle{};
            runner[i].turnAxis = i > 0 ? runner[i - 1].turnAxis : flow::FlowStation{}.turnAxis;
        }
    }
    return runner.size() < 2 ? std::vector<flow::FlowStation>{} : runner;
}

Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    if (port.side == job::Side::Exhaust)
        return {std::nullopt, say("missing.exhaust-sum")};
    const job::Engine& e = job.engine;
    const auto room = analysis::roomAir(job.bench);
    MissingList missing;
    missing.need(e.bore.has_value(), "missing.bore");
    missing.need(e.stroke.has_value(), "missing.stroke");
    missing.need(e.rod.has_value(), "missing.rod");
    const auto cam = camOf(e.intakeCam);
    missing.need(cam.has_value(), "missing.intake-cam");
    missing.need(room.has_value(), "missing.bench-air");
    EngineModel model;
    model.runner = runnerStations(port, analysis);
    missing.need(!model.runner.empty(), "missing.two-stations");
    const job::FlowTest* test = job::countingTest(port);
    missing.need(test || analysis.valve, "missing.flow-or-valve");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    model.room = *room;
    model.charge = *analysis::chargeAir(job);
    model.roughness = roughness(job::finish(job.house, port.side));
    model.cam = *cam;
    if (planning::closes(model.cam) < angleFromDegrees(180.0))
        return {std::nullopt, say("missing.cam-closing")};
    model.cylinder = {
        {*e.bore, *e.stroke, *e.rod}, compressionOf(job, port, model.assumed), analysis::flowShare(job, port)};
    chooseOpening(port, analysis, model);
    join(model, test ? *test->depression : benchDepression(job));
    return {std::move(model), {}};
}

EngineModel plannedModel(const EngineModel& present, const analysis::PortAnalysis& presentAnalysis,
                         const job::Port& planned, const analysis::PortAnalysis& plannedAnalysis,
                         PressureDifference bench)
{
    EngineModel model = present;
    model.runner = runnerStations(planned, plannedAnalysis);
    if (presentAnalysis.valve && plannedAnalysis.valve && !(*presentAnalysis.valve == *plannedAnalysis.valve)) {
        model.opening = [before = reckonedOpening(*presentAnalysis.valve, present.cam.lift),
                         after = reckonedOpening(*plannedAnalysis.valve, present.cam.lift),
                         opening = present.opening](Length lift) {
            const Area now = before(lift);
            return now > Area{} ? opening(lift) * (after(lift) / now) : Area{};
        };
    }
    join(model, bench);
    model.areaFrom = say("opening-from.plan", {{"present", present.areaFrom}});
    return model;
}

std::optional<Clearance> clearanceOf(const job::Job& job, std::optional<int> cylinder)
{
    Clearance clearance;
    double sum = 0.0;
    int count = 0;
    std::optional<Volume> own;
    for (const job::Chamber& chamber : job.chambers) {
        if (!chamber.volume)
            continue;
        sum += chamber.volume->si();
        ++count;
        if (cylinder && chamber.cylinder == cylinder)
            own = chamber.volume;
    }
    if (count == 0)
        return std::nullopt;
    clearance.own = own.has_value();
    clearance.chamber = own.value_or(Volume::fromSi(sum / count));
    clearance.whole = clearanceWith(job.engine, clearance.chamber);
    return clearance;
}

std::optional<Volume> clearanceWith(const job::Engine& e, Volume chamber)
{
    if (!e.bore || !e.gasketBore || !e.gasketThickness || !e.deckClearance || !e.pistonDish)
        return std::nullopt;
    return planning::clearanceVolume({chamber, *e.gasketBore, *e.gasketThickness, *e.deckClearance, *e.pistonDish},
                                     *e.bore);
}

std::optional<double> compressionWith(const job::Engine& e, std::optional<Volume> clearance)
{
    if (!e.bore || !e.stroke || !clearance || *clearance <= Volume{})
        return std::nullopt;
    return planning::compressionRatio(planning::sweptVolume(*e.bore, *e.stroke), *clearance);
}

flow::RunnerFlow throughPort(const EngineModel& model, const air::AirState& before, Length lift,
                             PressureDifference depression)
{
    const AbsolutePressure behind = before.pressure - depression;
    const auto passing = model.inletFor(before).passing(lift, before.pressure, air::density(before), behind);
    auto run = flow::flowThrough(model.runner, before, passing.flow, model.roughness);
    if (!run)  // by a rounding more than passes
        run = flow::chokingFlow(model.runner, before, model.roughness);
    const AbsolutePressure total = run->stations.back().totalPressure;
    run->stations.push_back(
        {passing.valveMach, AbsolutePressure::fromSi(total.si() * air::pressureRatio(passing.valveMach)), total});
    if (passing.valveMach > run->stations[run->fastest].mach)
        run->fastest = run->stations.size() - 1;
    constexpr double rounding = 1e-6;
    run->choked = passing.runnerChoked || passing.valveMach >= 1.0 - rounding;
    if (passing.runnerChoked)
        run->fastest =
            static_cast<std::size_t>(std::ranges::max_element(run->stations.begin(), std::prev(run->stations.end()), {},
                                                              &flow::StationState::mach) -
                                     run->stations.begin());
    return std::move(*run);
}

flow::RunnerFlow portChokes(const EngineModel& model, const air::AirState& before, Length lift)
{
    constexpr double hardlyAny = 0.01;
    return throughPort(model, before, lift, PressureDifference::fromSi(before.pressure.si() * (1.0 - hardlyAny)));
}

VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression)
{
    return VolumeFlow::fromSi(model.area(lift).si() * fluxAt(model.room, depression) / air::density(model.room).si());
}

}  // namespace euryth::engine
