// SPDX-License-Identifier: GPL-3.0-or-later
#include "judgement/engine_run.hpp"

#include <algorithm>
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

/// Loss of total pressure along the runner over the dynamic pressure in its smallest area.
double runnerLoss(std::span<const flow::FlowStation> runner, const air::AirState& room, PressureDifference depression)
{
    const auto run = flow::flowAt(runner, room, depression, kFinish);
    const auto least = std::ranges::min_element(runner, {}, &flow::FlowStation::area) - runner.begin();
    const flow::StationState& narrow = run.stations[static_cast<std::size_t>(least)];
    const double dynamic = 0.5 * air::kGamma * narrow.pressure.si() * narrow.mach * narrow.mach;
    return std::max(0.0, (run.stations.front().totalPressure - run.stations.back().totalPressure).si() / dynamic);
}

planning::EffectiveArea areaFromOpening(const geometry::ValveGeometry& valve, double loss, Area narrowest)
{
    return [=](Length lift) {
        const double opening = kOpeningCoefficient * geometry::openingAt(valve, lift).area.si();
        if (opening <= 0.0)
            return Area{};
        // Two losses in a row: their pressure drops add, so the inverse squares of the areas do.
        return Area::fromSi(1.0 / std::sqrt(1.0 / (opening * opening) + loss / (narrowest.si() * narrowest.si())));
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

}  // namespace

std::vector<flow::FlowStation> runnerStations(const job::Port& port, const PortAnalysis& analysis)
{
    std::vector<flow::FlowStation> runner;
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        flow::FlowStation station;
        station.s = port.stations[i].s;
        station.area = job::netArea(port.stations[i]);
        station.hydraulicDiameter = geometry::hydraulicDiameter(analysis.sections[i]);
        if (i > 0 && !analysis.poses.empty())
            station.turn = abs(analysis.poses[i].pitch - analysis.poses[i - 1].pitch);
        runner.push_back(station);
    }
    if (port.side == job::Side::Exhaust && !runner.empty()) {
        // The air comes from the valve: count from there, and each turn belongs to the station that it leads to.
        std::ranges::reverse(runner);
        const Length end = runner.front().s;
        for (std::size_t i = runner.size(); i-- > 0;) {
            runner[i].s = end - runner[i].s;
            runner[i].turn = i > 0 ? runner[i - 1].turn : Angle{};
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
    need(e.intakeCam.duration && e.intakeCam.lift && e.intakeCam.centreline, "intake cam (duration, lift, centreline)");
    need(room.has_value(), "bench air (temperature, pressure, humidity)");
    EngineModel model;
    model.runner = runnerStations(port, analysis);
    need(!model.runner.empty(), "at least two measured stations");
    const job::FlowTest* test = lastTest(port);
    need(test || analysis.valve, "a flow test, or valve, stem and the seat's cuts");
    if (!missing.empty())
        return {std::nullopt, missing};
    model.room = *room;
    model.cam = {*e.intakeCam.duration, *e.intakeCam.lift, *e.intakeCam.centreline};
    if ((model.cam.centreline + model.cam.duration / 2.0) < angleFromDegrees(180.0))
        return {std::nullopt, "an intake cam that closes after bottom dead centre"};
    model.cylinder = {{*e.bore, *e.stroke, *e.rod}, compressionOf(job, model.assumed), flowShare(job, port)};
    if (test) {
        model.area = areaFromTest(*test, *room);
        model.areaFrom = "flow test " + test->id;
    } else {
        const PressureDifference depression = job.bench.depression.value_or(pressureDifferenceFromInchOfWater(28.0));
        const auto least = std::ranges::min_element(model.runner, {}, &flow::FlowStation::area);
        model.area = areaFromOpening(*analysis.valve, runnerLoss(model.runner, *room, depression), least->area);
        model.areaFrom = "valve opening and runner";
        model.assumed.emplace_back("discharge coefficient 0.7 of the valve's opening (no flow test)");
    }
    return {std::move(model), {}};
}

EngineRun runEngine(const EngineModel& model, RotationalSpeed rpm)
{
    EngineRun run;
    run.filling = planning::fill(model.cylinder, model.cam, model.area, model.room, rpm);
    run.machIndex = planning::machIndex(model.cylinder, model.cam, model.area, model.room, rpm);
    const auto faster = planning::fill(model.cylinder, model.cam, model.area, model.room, rpm * 1.1);
    run.overRev = faster.meanFlow / run.filling.meanFlow;
    const auto through = flow::flowThrough(model.runner, model.room, run.filling.peakFlow, kFinish);
    run.atPeakFlow = through ? *through : flow::chokingFlow(model.runner, model.room, kFinish);
    return run;
}

}  // namespace euryth::judgement
