// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "engine/engine_run.hpp"
#include "geometry/valve_end.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::engine;

namespace {

Known<EngineModel> modelOf(const job::Job& job, std::size_t port = 0)
{
    return engineModel(job, job.ports[port], analyse(job, job.ports[port]));
}

job::FlowTest test(double factor)
{
    job::FlowTest test;
    test.id = "F1";
    test.depression = pressureDifferenceFromInchOfWater(28);
    for (const auto& [lift, flow] :
         std::initializer_list<std::pair<double, double>>{{2, 0.02}, {6, 0.06}, {10, 0.085}, {12, 0.09}})
        test.points.push_back({lengthFromMm(lift), volumeFlowFromM3s(flow * factor), std::nullopt, {}});
    return test;
}

}  // namespace

TEST_CASE("what is missing for the engine is told in words, all at once")
{
    job::Job job = demoJob();
    job.engine.rod.reset();
    job.engine.intakeCam.lift.reset();
    job.ports[0].valve.stem.reset();
    const auto model = modelOf(job);
    CHECK_FALSE(model);
    CHECK(idsIn(model.missing) ==
          std::vector<std::string>{"list", "missing.rod", "missing.intake-cam", "missing.flow-or-valve"});
    job = demoJob();
    job.engine.intakeCam.duration = angleFromDegrees(120);
    CHECK(modelOf(job).missing.id() == "missing.cam-closing");
}

TEST_CASE("a flow test gives its own flow back through the effective area")
{
    job::Job job = demoJob();
    job.ports[0].flow.push_back(test(1));
    const auto model = modelOf(job);
    REQUIRE(model);
    CHECK(model->areaFrom == say("opening-from.test", {{"test", "F1"}}));
    // At 28 inches of water the flux per area is that of NACA 1135 at p/p0 = 1 - 6974.49/100800.
    const double ratio = 1 - 6974.49 / 100800;
    const double mach = std::sqrt(5 * (std::pow(ratio, -1 / 3.5) - 1));
    const double flux =
        mach * std::pow(1 + 0.2 * mach * mach, -3) * air::speedOfSound(model->room).si();  // per density
    CHECK(model->area(lengthFromMm(10)).si() * flux == Approx(0.085).epsilon(1e-5));
    CHECK(model->area(lengthFromMm(30)).si() == Approx(model->area(lengthFromMm(12)).si()));
    CHECK(model->area({}).si() == 0);
    job.ports[0].flow.push_back({});  // an empty test changes nothing
    CHECK(modelOf(job)->areaFrom.id() == "opening-from.test");
}

TEST_CASE("a point of a flow test that was read at another depression counts at its own")
{
    job::Job job = demoJob();
    job.ports[0].flow.push_back(test(1));
    const Length top = lengthFromMm(12);
    const Area whole = modelOf(job)->area(top);
    job::FlowPoint& point = job.ports[0].flow[0].points[3];
    point.depression = pressureDifferenceFromInchOfWater(10);
    // From 28 to 10 in of water one opening lets pass 1.6321 times less (NACA Report 1135).
    point.flow = volumeFlowFromM3s(0.09 / 1.6321);
    CHECK(modelOf(job)->area(top).si() == Approx(whole.si()).epsilon(0.01));
}

TEST_CASE("a port that flows more fills better, and leaves more to rev with")
{
    job::Job job = demoJob();
    job.ports[0].flow = {test(0.7)};
    const EngineRun small = runEngine(*modelOf(job), rotationFromRpm(7000));
    job.ports[0].flow = {test(1.2)};
    const EngineRun large = runEngine(*modelOf(job), rotationFromRpm(7000));
    CHECK(large.filling.volumetricEfficiency > small.filling.volumetricEfficiency);
    CHECK(large.filling.peakDepression < small.filling.peakDepression);
    CHECK(large.overRev > small.overRev);
    CHECK(large.machIndex < small.machIndex);
}

TEST_CASE("without a flow test the opening and the runner are used, and what was assumed is said")
{
    job::Job noChamber = demoOneMeasured();
    noChamber.chambers.clear();
    noChamber.ports[0].probes.clear();
    const auto model = modelOf(noChamber);
    REQUIRE(model);
    CHECK(model->areaFrom.id() == "opening-from.geometry");
    // Compression, coefficient, the valve's face and back, and no burned gas, as no exhaust port is measured.
    CHECK(model->assumed.size() == 4);
    CHECK(model->assumed.back().id() == "assumed.no-exhaust");
    const auto valve = *job::valveGeometry(demoJob().ports[0].valve);
    const Length lift = lengthFromMm(4);  // L/D 0.09: the jet holds
    const double opening = 0.9 * geometry::gapAt(valve, lift).area.si();
    CHECK(model->opening(lift).si() == Approx(opening).epsilon(2e-3));
    CHECK(model->area(lift).si() < opening);
    CHECK(model->area(lift).si() > 0.9 * opening);
    CHECK(model->opening(lengthFromMm(12)) <= geometry::throatNetArea(valve.throat, valve.stem));
    const EngineRun run = runEngine(*model, rotationFromRpm(7000));
    REQUIRE(run.atPeakFlow.stations.size() == 13);
    CHECK(run.atPeakFlow.fastest == 4);  // the pinch
    const EngineRun mad = runEngine(*model, rotationFromRpm(20000));
    CHECK(mad.filling.chokedShare > 0);
}

TEST_CASE("the exhaust's air starts at the valve")
{
    job::Job job = demoJob();
    job.ports[0].side = job::Side::Exhaust;
    const auto runner = runnerStations(job.ports[0], analyse(job, job.ports[0]));
    REQUIRE(runner.size() == 13);
    CHECK(inMm(runner.front().s) == Approx(0));
    CHECK(inMm(runner.back().s) == Approx(104));
    CHECK(runner.front().area == job::netArea(job.ports[0].stations.back()));
    CHECK(inDegrees(runner[1].turn) == Approx(11));  // from 82 to 71 degrees
    CHECK(runner.front().turn.si() == 0);
}
