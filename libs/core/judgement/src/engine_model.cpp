// SPDX-License-Identifier: GPL-3.0-or-later
#include "judgement/engine_model.hpp"

#include <algorithm>
#include <array>
#include <cmath>

#include "air/isentropic.hpp"
#include "geometry/monotone_cubic.hpp"
#include "planning/compression.hpp"

namespace euryth::judgement {

namespace {

/// Mass flow per effective area that a depression drives, for turning a bench reading into an effective area.
double fluxAt(const air::AirState& room, PressureDifference depression)
{
    const auto mach = air::machFromPressureRatio((room.pressure - depression) / room.pressure);
    return mach ? air::massFlowFunction(std::min(*mach, 1.0)) * air::density(room).si() * air::speedOfSound(room).si()
                : 0.0;
}

const job::FlowTest* lastTest(const job::Port& port)
{
    for (auto test = port.flow.rbegin(); test != port.flow.rend(); ++test) {
        const bool usable = std::ranges::any_of(test->points, [](const auto& p) { return p.lift && p.flow; });
        if (usable && test->depression)
            return &*test;
    }
    return nullptr;
}

/// Effective area over lift through the bench's points; constant beyond the last one.
planning::EffectiveArea areaFromTest(const job::FlowTest& test, const air::AirState& room)
{
    std::vector<std::pair<double, double>> points{{0.0, 0.0}};
    const double flux = fluxAt(room, *test.depression);
    for (const job::FlowPoint& p : test.points) {
        if (p.lift && p.flow && *p.lift > Length{})
            points.emplace_back(p.lift->si(), p.flow->si() * air::density(room).si() / flux);
    }
    std::ranges::sort(points);
    const auto same = std::ranges::unique(points, {}, &std::pair<double, double>::first);
    points.erase(same.begin(), same.end());
    std::vector<double> lifts;
    std::vector<double> areas;
    for (const auto& [lift, area] : points) {
        lifts.push_back(lift);
        areas.push_back(area);
    }
    const double last = lifts.back();
    if (lifts.size() < 2)
        return [](Length) { return Area{}; };
    return [curve = geometry::MonotoneCubic(lifts, areas), last](Length lift) {
        return Area::fromSi(curve(std::clamp(lift.si(), 0.0, last)));
    };
}

/// What the runner alone costs, as loss coefficient over the square of the area that it counts for: K / A^2.
double runnerLoss(std::span<const flow::FlowStation> runner, const air::AirState& room, PressureDifference depression,
                  Length finish)
{
    const auto run = flow::flowAt(runner, room, depression, finish);
    const auto least = std::ranges::min_element(runner, {}, &flow::FlowStation::area);
    const flow::StationState& narrow = run.stations[static_cast<std::size_t>(least - runner.begin())];
    const double dynamic = 0.5 * air::kGamma * narrow.pressure.si() * narrow.mach * narrow.mach;
    const double lost = (run.stations.front().totalPressure - run.stations.back().totalPressure).si();
    return std::max(0.0, lost / dynamic) / (least->area.si() * least->area.si());
}

/// Two losses in a row: their pressure drops add, so the inverse squares of the areas do.
planning::EffectiveArea inSeries(planning::EffectiveArea opening, double loss)
{
    return [opening = std::move(opening), loss](Length lift) {
        const double area = opening(lift).si();
        return area > 0.0 ? Area::fromSi(1.0 / std::sqrt(1.0 / (area * area) + loss)) : Area{};
    };
}

/// The opening alone, of which the bench saw the whole.
planning::EffectiveArea withoutRunner(planning::EffectiveArea whole, double loss)
{
    // A runner that would cost all that the bench lost, or more, is not to be believed beyond a share.
    return [whole = std::move(whole), loss](Length lift) {
        constexpr double mostOfIt = 0.9;
        const double area = whole(lift).si();
        const double share = std::min(mostOfIt, loss * area * area);
        return Area::fromSi(area / std::sqrt(1.0 - share));
    };
}

double compressionOf(const job::Job& job, std::vector<std::string>& assumed)
{
    const job::Engine& e = job.engine;
    const auto chamber = std::ranges::find_if(job.chambers, [](const auto& c) { return c.volume.has_value(); });
    if (chamber != job.chambers.end() && e.gasketBore && e.gasketThickness && e.deckClearance && e.pistonDish) {
        const planning::ClosedVolume closed{*chamber->volume, *e.gasketBore, *e.gasketThickness, *e.deckClearance,
                                            *e.pistonDish};
        const Volume clearance = planning::clearanceVolume(closed, *e.bore);
        if (clearance > Volume{})
            return planning::compressionRatio(planning::sweptVolume(*e.bore, *e.stroke), clearance);
    }
    assumed.emplace_back("compression ratio 10 (chamber, gasket, deck and piston are not all known)");
    return kUsualCompression;
}

/// The runner's stations and the valve's opening behind them.
std::vector<flow::FlowStation> withOpening(const EngineModel& model, Length lift)
{
    std::vector<flow::FlowStation> stations = model.runner;
    flow::FlowStation valve = stations.back();
    constexpr Length behind = lengthFromMm(1.0);
    valve.s += behind;
    valve.area = model.opening(lift);
    valve.turn = {};
    stations.push_back(valve);
    return stations;
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

std::vector<flow::FlowStation> runnerStations(const job::Port& port, const PortAnalysis& analysis)
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

Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const PortAnalysis& analysis)
{
    if (port.side == job::Side::Exhaust)
        return {std::nullopt, "the sum for exhaust ports, which is not built yet"};
    const job::Engine& e = job.engine;
    const auto room = roomAir(job.bench);
    std::string missing;
    const auto need = [&](bool known, const char* name) {
        if (!known)
            missing += (missing.empty() ? "" : ", ") + std::string(name);
    };
    need(e.bore.has_value(), "bore");
    need(e.stroke.has_value(), "stroke");
    need(e.rod.has_value(), "rod length");
    const auto cam = camOf(e.intakeCam);
    need(cam.has_value(), "intake cam (centreline, and duration and lift or a lift table)");
    need(room.has_value(), "bench air (temperature, pressure, humidity)");
    EngineModel model;
    model.runner = runnerStations(port, analysis);
    need(!model.runner.empty(), "at least two measured stations");
    const job::FlowTest* test = lastTest(port);
    need(test || analysis.valve, "a flow test, or valve, stem and the seat's cuts");
    if (!missing.empty())
        return {std::nullopt, missing};
    model.room = *room;
    model.charge = *chargeAir(job);
    model.roughness = roughness(job::finish(job.house, port.side));
    model.cam = *cam;
    if (planning::closes(model.cam) < angleFromDegrees(180.0))
        return {std::nullopt, "an intake cam that closes after bottom dead centre"};
    model.cylinder = {{*e.bore, *e.stroke, *e.rod}, compressionOf(job, model.assumed), flowShare(job, port)};
    const PressureDifference depression = test ? *test->depression : benchDepression(job);
    const double loss = runnerLoss(model.runner, *room, depression, model.roughness);
    if (test) {
        model.area = areaFromTest(*test, *room);
        model.areaFrom = "flow test " + test->id;
        model.opening = withoutRunner(model.area, loss);
    } else {
        model.opening = [valve = *analysis.valve](Length lift) {
            return kOpeningCoefficient * geometry::openingAt(valve, lift).area;
        };
        model.area = inSeries(model.opening, loss);
        model.areaFrom = "valve opening and runner";
        model.assumed.emplace_back("discharge coefficient 0.7 of the valve's opening (no flow test)");
    }
    return {std::move(model), {}};
}

EngineModel plannedModel(const EngineModel& present, const PortAnalysis& presentAnalysis, const job::Port& planned,
                         const PortAnalysis& plannedAnalysis, PressureDifference bench)
{
    EngineModel model = present;
    model.runner = runnerStations(planned, plannedAnalysis);
    if (presentAnalysis.valve && plannedAnalysis.valve) {
        model.opening = [before = *presentAnalysis.valve, after = *plannedAnalysis.valve,
                         opening = present.opening](Length lift) {
            const Area now = geometry::openingAt(before, lift).area;
            return now > Area{} ? opening(lift) * (geometry::openingAt(after, lift).area / now) : Area{};
        };
    }
    model.area = inSeries(model.opening, runnerLoss(model.runner, model.room, bench, model.roughness));
    model.areaFrom = "plan, after " + present.areaFrom;
    return model;
}

flow::RunnerFlow throughPort(const EngineModel& model, const air::AirState& before, Length lift,
                             PressureDifference depression)
{
    return flow::flowAt(withOpening(model, lift), before, depression, model.roughness);
}

flow::RunnerFlow portChokes(const EngineModel& model, const air::AirState& before, Length lift)
{
    return flow::chokingFlow(withOpening(model, lift), before, model.roughness);
}

VolumeFlow benchFlow(const EngineModel& model, Length lift, PressureDifference depression)
{
    return VolumeFlow::fromSi(model.area(lift).si() * fluxAt(model.room, depression) / air::density(model.room).si());
}

}  // namespace euryth::judgement
