// SPDX-License-Identifier: GPL-3.0-or-later
#include "engine/engine_model.hpp"

#include <algorithm>
#include <array>

#include "analysis/joined.hpp"
#include "job/usual.hpp"
#include "passage.hpp"
#include "words/missing_list.hpp"

namespace euryth::engine {

Length EngineModel::fromWindow(std::size_t i) const { return isExhaust() ? valveEnd - runner[i].s : runner[i].s; }

Length roughness(job::Finish finish)
{
    constexpr std::array heights{0.05, 0.02, 0.01, 0.002};
    return lengthFromMm(heights[static_cast<std::size_t>(finish)]);
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

namespace {

/// Puts the port's runner, and what is joined to it, into a model.
void layRunner(const job::Port& port, const analysis::PortAnalysis& analysis, EngineModel& model)
{
    model.runner = model.passage = runnerStations(port, analysis);
    model.joined = 0;
    if (model.runner.empty())
        return;
    auto joined = analysis::joinedStations(port);
    if (joined.empty())
        return;
    model.joined = joined.size();
    constexpr Length gasket = lengthFromMm(0.1);  // a step at the flange takes some distance
    if (model.isExhaust()) {
        for (flow::FlowStation& station : joined)
            station.s += model.runner.back().s + gasket;
        model.passage.insert(model.passage.end(), joined.begin(), joined.end());
    } else {
        for (flow::FlowStation& station : model.passage)
            station.s += port.joined.stations.back().s + gasket - model.runner.front().s;
        model.passage.insert(model.passage.begin(), joined.begin(), joined.end());
    }
}

}  // namespace

std::vector<const job::Port*> sideOf(const job::Job& job, const job::Port& port, job::Side side)
{
    std::vector<const job::Port*> ports;
    for (const job::Port& other : job.ports) {
        const bool splits = !other.isBranch() && !job::branchesOf(job, other).empty();
        if (other.side == side && other.cylinder == port.cylinder && !splits)
            ports.push_back(&other);
    }
    return ports;
}

std::vector<const job::Port*> otherSideOf(const job::Job& job, const job::Port& port)
{
    return sideOf(job, port, port.side == job::Side::Intake ? job::Side::Exhaust : job::Side::Intake);
}

namespace {

/// A port with its cylinder, and without the other side of that.
Known<EngineModel> ownModel(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    const job::Engine& e = job.engine;
    const auto room = analysis::roomAir(job.bench);
    const bool exhaust = port.side == job::Side::Exhaust;
    MissingList missing;
    missing.need(e.bore.has_value(), "missing.bore");
    missing.need(e.stroke.has_value(), "missing.stroke");
    missing.need(e.rod.has_value(), "missing.rod");
    const auto cam = analysis::camOf(e, port.side);
    missing.need(cam.has_value(), exhaust ? "missing.exhaust-cam" : "missing.intake-cam");
    missing.need(room.has_value(), "missing.bench-air");
    EngineModel model;
    model.side = port.side;
    layRunner(port, analysis, model);
    missing.need(!model.runner.empty(), "missing.two-stations");
    const job::FlowTest* test = job::countingTest(port);
    missing.need(test || analysis.valve, "missing.flow-or-valve");
    if (!missing.empty())
        return {std::nullopt, missing.phrase()};
    model.valveEnd = port.stations.back().s;
    model.room = *room;
    model.fresh = model.charge = *analysis::chargeAir(job);
    model.roughness = roughness(job::finish(job.house, port.side));
    model.cam = *cam;
    model.cylinder = {{*e.bore, *e.stroke, *e.rod},
                      analysis::compressionOf(job, port, model.assumed),
                      analysis::flowShare(job, port)};
    if (exhaust) {
        if (planning::opens(model.cam) > angleFromDegrees(-180.0) || planning::closes(model.cam) < Angle{})
            return {std::nullopt, say("missing.cam-opening")};
        model.pipe = analysis::pipePressure(e, model.room);
        model.atOpening = analysis::gasAtOpening(e, model.cylinder, model.cam, model.fresh, model.assumed);
        model.charge = {planning::pipeTemperature(model.atOpening, model.pipe), model.pipe, 0.0};
    } else if (planning::closes(model.cam) < angleFromDegrees(180.0)) {
        return {std::nullopt, say("missing.cam-closing")};
    }
    if (model.joined > 0 && !exhaust && !port.joined.mouthRadius)
        model.assumed.push_back(say("assumed.mouth"));
    if (auto typed = job::assumedPhrase(job, port); !typed.empty())
        model.assumed.push_back(say("assumed.numbers", {{"numbers", std::move(typed)}}));
    chooseOpening(job, port, analysis, model);
    join(model, test ? *test->depression : benchDepression(job));
    return {std::move(model), {}};
}

/// Takes the other side of the cylinder among what a model is reckoned with.
void addOtherSide(const job::Job& job, const job::Port& port, EngineModel& model)
{
    for (const job::Port* other : otherSideOf(job, port)) {
        const auto side = ownModel(job, *other, analysis::measure(job, *other));
        if (!side)
            continue;
        model.otherSide = other->id;
        const double times = model.cylinder.share / side->cylinder.share;
        if (model.isExhaust())
            model.intake = planning::IntakeSide{side->cam, side->inletOnEngine, times, side->charge};
        else
            model.exhaust = planning::ExhaustSide{side->cam, side->outletOnEngine, times, side->atOpening, side->pipe};
        return;
    }
    model.assumed.push_back(model.isExhaust() ? say("assumed.no-intake") : say("assumed.no-exhaust"));
}

}  // namespace

Known<EngineModel> engineModel(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    auto model = ownModel(job, port, analysis);
    if (model)
        addOtherSide(job, port, *model.value);
    return model;
}

EngineModel plannedModel(const EngineModel& present, const analysis::PortAnalysis& presentAnalysis,
                         const job::Port& planned, const analysis::PortAnalysis& plannedAnalysis,
                         PressureDifference bench)
{
    EngineModel model = present;
    layRunner(planned, plannedAnalysis, model);
    model.valveEnd = planned.stations.empty() ? present.valveEnd : planned.stations.back().s;
    if (presentAnalysis.valve && plannedAnalysis.valve && !(*presentAnalysis.valve == *plannedAnalysis.valve)) {
        model.opening = [before = analysis::reckonedOpening(*presentAnalysis.valve, present.cam.lift),
                         after = analysis::reckonedOpening(*plannedAnalysis.valve, present.cam.lift),
                         opening = present.opening](Length lift) {
            const Area now = before(lift);
            return now > Area{} ? opening(lift) * (after(lift) / now) : Area{};
        };
    }
    join(model, bench);
    model.areaFrom = say("opening-from.plan", {{"present", present.areaFrom}});
    return model;
}

}  // namespace euryth::engine
