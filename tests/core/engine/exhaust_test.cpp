// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "engine/engine_run.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;
using namespace euryth::engine;

namespace {

const RotationalSpeed kRpm = rotationFromRpm(7400);

job::Port& portOf(job::Job& job, const char* id) { return job.ports[*job::findPort(job, id)]; }

Known<EngineModel> modelOf(const job::Job& job, const char* id)
{
    const job::Port& port = job.ports[*job::findPort(job, id)];
    return engineModel(job, port, analysis::analyse(job, port));
}

std::optional<FlowRatio> ratioOf(const job::Job& job, const char* id)
{
    return exhaustToIntake(job, job.ports[*job::findPort(job, id)],
                           [&](std::size_t i) { return portFlows(job, job.ports[i]); });
}

/// The demo's four with every exhaust section scaled in area, and nothing read on the bench: the flow is reckoned.
job::Job exhaustScaled(double factor)
{
    job::Job job = demoFour();
    for (job::Port& port : job.ports) {
        port.probes.clear();
        if (port.side != job::Side::Exhaust)
            continue;
        for (job::Station& station : port.stations)
            station.section.shape =
                geometry::scaledToArea(station.section.shape, geometry::area(station.section.shape) * factor);
    }
    return job;
}

}  // namespace

TEST_CASE("an exhaust port says what it misses")
{
    job::Job job = demoFour();
    job.engine.exhaustCam.centreline.reset();
    portOf(job, "E1").valve.stem.reset();
    CHECK(idsIn(modelOf(job, "E1").missing) ==
          std::vector<std::string>{"list", "missing.exhaust-cam", "missing.flow-or-valve"});
    const auto analysis = analysis::analyse(job, portOf(job, "E1"));
    CHECK_FALSE(analysis.demand);
    CHECK(idsIn(analysis.demand.missing) ==
          std::vector<std::string>{"list", "list", "missing.exhaust-cam", "missing.valve-geometry"});
    job = demoFour();
    job.engine.exhaustCam.duration = angleFromDegrees(120);
    CHECK(modelOf(job, "E1").missing.id() == "missing.cam-opening");
}

TEST_CASE("an exhaust port has the valve first and the runner behind it, in the order of the air")
{
    const job::Job job = demoFour();
    const auto model = modelOf(job, "E1");
    REQUIRE(model);
    CHECK(model->isExhaust());
    CHECK(model->otherSide == "I1");
    CHECK(inMm(model->fromWindow(0)) == Approx(86));
    CHECK(inMm(model->fromWindow(model->runner.size() - 1)) == Approx(0).margin(1e-9));
    const auto bench = throughPort(*model, On::Bench, model->cam.lift, benchDepression(job));
    REQUIRE(bench.stations.size() == model->runner.size() + 1);
    // The room's total pressure is before the valve; behind it the runner starts with less, and ends at the depression.
    CHECK(bench.stations.back().totalPressure == model->room.pressure);
    CHECK(bench.stations.front().totalPressure < model->room.pressure);
    const flow::StationState& window = bench.stations[model->runner.size() - 1];
    CHECK(window.pressure.si() == Approx((model->room.pressure - benchDepression(job)).si()).epsilon(2e-4));
    CHECK(window.totalPressure < bench.stations.front().totalPressure);
}

TEST_CASE("a flow test of an exhaust port gives its own flow back")
{
    job::Job job = demoFour();
    job::FlowTest test;
    test.id = "F1";
    test.depression = pressureDifferenceFromInchOfWater(28);
    for (const auto& [lift, flow] :
         std::initializer_list<std::pair<double, double>>{{3, 0.02}, {8, 0.045}, {10.8, 0.05}})
        test.points.push_back({lengthFromMm(lift), volumeFlowFromM3s(flow), std::nullopt, {}});
    portOf(job, "E1").flow.push_back(test);
    const auto model = modelOf(job, "E1");
    REQUIRE(model);
    CHECK(model->areaFrom.id() == "opening-from.test");
    CHECK(benchFlow(*model, lengthFromMm(8), *test.depression).si() == Approx(0.045).epsilon(2e-3));
}

TEST_CASE("emptying on the engine: burned gas stays, the piston works, and less so through a bigger port")
{
    const EngineRun now = runEngine(*modelOf(exhaustScaled(1.0), "E1"), kRpm);
    REQUIRE(now.exchange);
    CHECK(now.settled);
    CHECK(now.exchange->residual > 0.02);
    CHECK(now.exchange->residual < 0.15);
    CHECK(now.exchange->emptying.expelled > 0.9);
    CHECK(std::abs(now.exchange->massError) < 1e-6);
    CHECK(std::abs(now.exchange->energyError) < 1e-6);
    const EngineRun small = runEngine(*modelOf(exhaustScaled(0.55), "E1"), kRpm);
    CHECK(small.exchange->emptying.pumping > now.exchange->emptying.pumping);
    CHECK(small.exchange->residual > now.exchange->residual);
    // Mach along the port at the driven peak: the smallest section is the fastest.
    const auto runner = modelOf(exhaustScaled(1.0), "E1")->runner;
    const auto least = std::ranges::min_element(runner, {}, &flow::FlowStation::area);
    CHECK(runner[now.atPeakFlow.fastest].area.si() == Approx(least->area.si()).epsilon(0.1));
    const auto machs = machAt(*modelOf(exhaustScaled(1.0), "E1"), now.exchange->points[120]);
    REQUIRE(machs.size() == 12);
    CHECK(std::ranges::all_of(machs, [](double m) { return m >= 0 && m <= 1; }));
}

TEST_CASE("a small exhaust port is seen on the intake's filling")
{
    const auto fillingOf = [](const job::Job& job) {
        return runEngine(*modelOf(job, "I1"), kRpm).filling.volumetricEfficiency;
    };
    const double now = fillingOf(exhaustScaled(1.0));
    CHECK(fillingOf(exhaustScaled(0.5)) < now - 0.01);
    CHECK(fillingOf(exhaustScaled(1.5)) >= now);
    CHECK(modelOf(demoFour(), "I1")->otherSide == "E1");
}

TEST_CASE(
    "the area wanted of an exhaust port: faster engines and lower limits ask for more, and rpmForArea is the inverse")
{
    job::Job job = demoFour();
    const auto wanted = [&] { return *analysis::analyse(job, portOf(job, "E1")).wantedArea; };
    const Area now = wanted();
    const auto demand = *analysis::analyse(job, portOf(job, "E1")).demand;
    CHECK(inRpm(planning::rpmForArea(demand, now)) == Approx(7400).epsilon(0.01));
    CHECK(planning::peakGasSpeed(demand, now).si() ==
          Approx(planning::soundBefore(demand).si() * job.house.exhaustLimitingMach));
    job.engine.peakRpm = rotationFromRpm(8500);
    CHECK(wanted() > now);
    job.engine.peakRpm = rotationFromRpm(7400);
    job.house.exhaustLimitingMach = 0.6;
    CHECK(wanted().si() == Approx(now.si() * 0.75 / 0.6));
    // Less pressure as it opens, less to blow out.
    job = demoFour();
    job.engine.exhaust.openingPressure = absolutePressureFromPa(450e3);
    CHECK(wanted() < now);
}

TEST_CASE("exhaust over intake on the bench, from either side of the cylinder")
{
    const job::Job job = demoFour();
    const auto ratio = ratioOf(job, "E1");
    REQUIRE(ratio);
    CHECK(ratio->share == Approx(ratio->exhaust / ratio->intake));
    CHECK(ratioOf(job, "I1")->share == Approx(ratio->share));
    CHECK(ratio->share > 0.5);
    CHECK(ratio->share < 1);
    job::Job alone = job;
    portOf(alone, "I1").stations.clear();
    CHECK_FALSE(ratioOf(alone, "E1"));
}

TEST_CASE("flows of an exhaust port over the speeds: it is choked at the piston's fastest from some speed on")
{
    const job::Job job = exhaustScaled(0.6);
    const auto flows = portFlows(job, job.ports[*job::findPort(job, "E1")]);
    REQUIRE(flows);
    REQUIRE(flows->chokesFrom);
    const auto model = modelOf(job, "E1");
    CHECK(speedPoint(*model, *flows->chokesFrom * 1.02).chokedAtHighLift > 0);
    CHECK(speedPoint(*model, *flows->chokesFrom * 0.95).chokedAtHighLift == 0);
    CHECK(flows->place <= job.ports[*job::findPort(job, "E1")].stations.size());
    for (std::size_t i = 1; i < flows->speeds.size(); ++i)
        CHECK(flows->speeds[i].peakFlow > flows->speeds[i - 1].peakFlow * 0.999);
}

TEST_CASE(
    "branches have both sides too: the pair shares the cylinder, and a common exhaust asks for its branches' flow")
{
    const job::Job job = jobOrThrow(EURYTH_DEMO_SINGLE);
    const auto a = modelOf(job, "E1/a");
    const auto b = modelOf(job, "E1/b");
    REQUIRE(a);
    REQUIRE(b);
    CHECK(a->otherSide == "I1/a");
    CHECK(a->cylinder.share + b->cylinder.share == Approx(1));
    CHECK(a->cylinder.share > b->cylinder.share);  // its valve is the bigger one
    CHECK(a->intake->times == Approx(a->cylinder.share / modelOf(job, "I1/a")->cylinder.share));
    // The gas as typed, not of an ideal cycle.
    CHECK(inPa(a->atOpening.pressure) == Approx(560000));
    const auto demandOf = [&](const char* id) {
        const job::Port& port = job.ports[*job::findPort(job, id)];
        return analysis::analyse(job, port).wantedArea;
    };
    REQUIRE(demandOf("E1"));
    CHECK(demandOf("E1")->si() == Approx((*demandOf("E1/a") + *demandOf("E1/b")).si()).epsilon(0.02));
    const auto ratio = ratioOf(job, "E1/a");
    REQUIRE(ratio);
    const auto benchOf = [&](const char* id) {
        return benchFlow(*modelOf(job, id), modelOf(job, id)->cam.lift, benchDepression(job));
    };
    CHECK(ratio->exhaust.si() == Approx((benchOf("E1/a") + benchOf("E1/b")).si()));
    CHECK(ratio->intake.si() == Approx((benchOf("I1/a") + benchOf("I1/b")).si()));
}
