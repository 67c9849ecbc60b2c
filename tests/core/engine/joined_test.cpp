// SPDX-License-Identifier: GPL-3.0-or-later
// The engine breathes through what is joined to the port; the bench does not.
#include <catch2/catch.hpp>

#include "engine/engine_run.hpp"
#include "job/usual.hpp"
#include "support/demo.hpp"
#include "support/words.hpp"

using namespace euryth;
using namespace euryth::engine;

namespace {

const RotationalSpeed kFast = rotationFromRpm(7000);

job::Port& portNamed(job::Job& job, const char* id) { return job.ports[*job::findPort(job, id)]; }

EngineModel modelNamed(const job::Job& job, const char* id)
{
    const job::Port& port = job.ports[*job::findPort(job, id)];
    auto model = engineModel(job, port, analysis::measure(job, port));
    REQUIRE(model);
    return std::move(*model.value);
}

/// Places like the window, out to a distance.
job::JoinedRunner pipeLike(const job::Port& port, double length)
{
    job::JoinedRunner joined;
    for (const double s : {1.0, length}) {
        job::JoinedStation place;
        place.s = lengthFromMm(s);
        place.section = port.stations.front().section;
        joined.stations.push_back(place);
    }
    return joined;
}

job::Job bare(job::Job job)
{
    for (job::Port& port : job.ports) {
        port.joined = {};
        port.manifold = {};
    }
    return job;
}

}  // namespace

TEST_CASE("a joined runner is what the same places as stations of the port are")
{
    job::Job joined = bare(demoJob());
    job::Port& port = portNamed(joined, "I1");
    port.flow.clear();
    port.probes.clear();
    for (job::Station& station : port.stations)
        station.pose = {};
    port.runner = {};
    job::Job typed = joined;
    port.joined = pipeLike(port, 200);
    // The same passage as one port: 0.1 mm of gasket between.
    job::Port& whole = portNamed(typed, "I1");
    const Length before = lengthFromMm(200.1);
    for (job::Station& station : whole.stations)
        station.s += before;
    job::Station mouth;
    mouth.section = whole.stations.front().section;
    job::Station flange = mouth;
    flange.s = lengthFromMm(199);
    whole.stations.insert(whole.stations.begin(), {mouth, flange});
    const EngineModel a = modelNamed(joined, "I1");
    const EngineModel b = modelNamed(typed, "I1");
    CHECK(a.joined == 2);
    CHECK(b.joined == 0);
    const auto flowA = throughPort(a, On::Engine, a.cam.lift, benchDepression(joined));
    const auto flowB = throughPort(b, On::Engine, b.cam.lift, benchDepression(typed));
    CHECK(flowA.flow.si() == Approx(flowB.flow.si()).epsilon(1e-9));
    REQUIRE(flowB.stations.size() == flowA.stations.size() + 2);
    for (std::size_t i = 0; i < flowA.stations.size(); ++i)
        CHECK(flowA.stations[i].mach == Approx(flowB.stations[i + 2].mach).epsilon(1e-9));
    CHECK(flowA.fastest + 2 == flowB.fastest);
    CHECK(runEngine(a, kFast).filling.volumetricEfficiency ==
          Approx(runEngine(b, kFast).filling.volumetricEfficiency).epsilon(1e-6));
}

TEST_CASE("the bench has the port alone, and so has an engine that is to be reckoned so")
{
    const job::Job alone = bare(demoJob());
    job::Job joined = alone;
    portNamed(joined, "I1").joined = pipeLike(portNamed(joined, "I1"), 400);
    const EngineModel without = modelNamed(alone, "I1");
    const EngineModel with = modelNamed(joined, "I1");
    const auto bench = [&](const EngineModel& m) {
        return throughPort(m, On::Bench, m.cam.lift, benchDepression(alone)).flow.si();
    };
    CHECK(bench(with) == Approx(bench(without)).epsilon(1e-12));
    const double filled = runEngine(without, kFast).filling.volumetricEfficiency;
    CHECK(runEngine(with, kFast).filling.volumetricEfficiency < filled - 0.002);
    CHECK(runEngine(with, kFast).atPeakFlow.stations.size() == with.runner.size());
    CHECK(idsIn(with.assumed.front()) == std::vector<std::string>{"assumed.mouth"});
    // A sharp mouth costs on top of it.
    portNamed(joined, "I1").joined.mouthRadius = Length{};
    const EngineModel sharp = modelNamed(joined, "I1");
    CHECK(runEngine(sharp, kFast).filling.volumetricEfficiency <
          runEngine(with, kFast).filling.volumetricEfficiency - 0.002);
    portNamed(joined, "I1").joined.reckoned = job::Passage::PortAlone;
    CHECK(runEngine(modelNamed(joined, "I1"), kFast).filling.volumetricEfficiency == Approx(filled).epsilon(1e-12));
}

TEST_CASE("a primary behind an exhaust port holds the gas back, a narrow one more")
{
    const job::Job alone = bare(demoJob());
    job::Job joined = alone;
    job::Port& port = portNamed(joined, "E1");
    port.joined = pipeLike(port, 600);
    const auto pumping = [&](const job::Job& job) {
        const EngineModel model = modelNamed(job, "E1");
        const EngineRun run = runEngine(model, kFast);
        CHECK(run.atPeakFlow.stations.size() == model.runner.size());
        return run.exchange->emptying.pumping.si();
    };
    const double none = pumping(alone);
    const double wide = pumping(joined);
    CHECK(wide > none);
    for (job::JoinedStation& place : port.joined.stations)
        place.section.shape = geometry::RoundedRectangle{lengthFromMm(28), lengthFromMm(28), {}};
    CHECK(pumping(joined) > wide + (wide - none));
    // And it is not the same flow any more, so that nothing that was kept is stale.
    CHECK_FALSE(sameFlows(alone, alone.ports[*job::findPort(alone, "E1")], joined, port));
    CHECK_FALSE(sameFlows(alone, alone.ports[*job::findPort(alone, "I1")], joined, portNamed(joined, "I1")));
}

TEST_CASE("a usual value that was taken is told with what follows from it")
{
    job::Job job = bare(demoJob());
    job.engine.rod.reset();
    const std::size_t i1 = *job::findPort(job, "I1");
    CHECK_FALSE(engineModel(job, job.ports[i1], analysis::measure(job, job.ports[i1])));
    job::takeUsual(job, &job.engine.rod);
    const EngineModel model = modelNamed(job, "I1");
    CHECK(idsIn(model.assumed.front()) ==
          std::vector<std::string>{"assumed.numbers", "list", "assumed.number", "number.rod"});
}

TEST_CASE("where a valve lies in the bore changes no flow")
{
    const job::Job job = demoJob();
    job::Job moved = job;
    moved.ports[0].valve.inBore.x = lengthFromMm(-20);
    CHECK(sameFlows(job, job.ports[0], moved, moved.ports[0]));
    moved.ports[0].valve.stem = lengthFromMm(6.5);
    CHECK_FALSE(sameFlows(job, job.ports[0], moved, moved.ports[0]));
}
