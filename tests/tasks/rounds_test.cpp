// SPDX-License-Identifier: GPL-3.0-or-later
// The plan of a morning: its rounds, which is next, and how the tip comes to a point.
#include <catch2/catch.hpp>

#include "analysis/port_analysis.hpp"
#include "support/demo.hpp"
#include "tasks/probe_set.hpp"
#include "tasks/rounds.hpp"

using namespace euryth;
using namespace euryth::tasks;

namespace {

job::Job planned()
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    port.probes.clear();
    port.probePlan = {};
    port.probePlan.state = "before";
    for (const std::size_t i : {4U, 9U})
        port.probePlan.places.push_back({port.stations[i].s, {}});
    for (const double lift : {6.0, 12.0})
        port.probePlan.lifts.push_back({lengthFromMm(lift), {}});
    return job;
}

job::ProbeSet begun(const job::Job& job, std::size_t station, double lift)
{
    auto set = emptySet(job, job.ports[0], job.ports[0].stations[station].s, gridOf(job.ports[0].probePlan));
    set.lift = lengthFromMm(lift);
    return set;
}

}  // namespace

TEST_CASE("rounds go lift after lift along the runner, and their sets tell what is done")
{
    job::Job job = planned();
    job::Port& port = job.ports[0];
    auto rounds = roundsOf(port);
    REQUIRE(rounds.size() == 4);
    CHECK(rounds[0].s == port.stations[4].s);
    CHECK(rounds[1].s == port.stations[9].s);
    CHECK(inMm(*rounds[2].lift) == 12);
    CHECK(nextRound(rounds) == 0);
    auto set = begun(job, 4, 6);
    CHECK(set.state == "before");
    for (job::Reading& reading : set.readings)
        reading.speed = Speed::fromSi(60);
    set.readings[3].speed.reset();
    port.probes.push_back(set);
    rounds = roundsOf(port);
    CHECK(rounds[0].set == 0);
    CHECK(rounds[0].unread == 1);
    CHECK_FALSE(rounds[0].isDone());
    CHECK(nextRound(rounds) == 1);  // begun ones come again when all have been begun
    // Another lift, another place, another state are other rounds.
    port.probes.push_back(begun(job, 9, 6));
    port.probes.push_back(begun(job, 4, 12));
    port.probes.push_back(begun(job, 9, 12));
    for (std::size_t i = 1; i < 4; ++i) {
        for (job::Reading& reading : port.probes[i].readings)
            reading.speed = Speed::fromSi(60);
    }
    CHECK(nextRound(roundsOf(port)) == 0);
    port.probes[0].readings[3].impact = PressureDifference::fromSi(2000);
    CHECK_FALSE(nextRound(roundsOf(port)));
    port.probePlan.state = "after cut";
    CHECK(nextRound(roundsOf(port)) == 0);
}

TEST_CASE("a plan without lifts has a round a place, whatever the lift was")
{
    job::Job job = planned();
    job.ports[0].probePlan.lifts.clear();
    job.ports[0].probes.push_back(begun(job, 9, 7));
    const auto rounds = roundsOf(job.ports[0]);
    REQUIRE(rounds.size() == 2);
    CHECK_FALSE(rounds[0].lift);
    CHECK(rounds[1].set == 0);
}

TEST_CASE("the usual plan: pinch, short side, bowl, nine points, the cam's lift")
{
    const job::Job job = demoJob();
    const job::ProbePlan plan = usualPlan(job, job.ports[0]);
    const auto places = analysis::measure(job, job.ports[0]).places;
    REQUIRE(plan.places.size() == 3);
    CHECK(plan.places[0].s == job.ports[0].stations[*places.pinch].s);
    CHECK(plan.places[1].s == job.ports[0].stations[*places.shortSide].s);
    CHECK(plan.places[2].s == job.ports[0].stations[*places.bowl].s);
    CHECK(gridOf(plan).size() == 9);
    REQUIRE(plan.lifts.size() == 1);
    CHECK(plan.lifts[0].lift == *job.engine.intakeCam.lift);
    // An exhaust's lift is that of its own cam.
    CHECK(usualPlan(job, job.ports[1]).lifts[0].lift == *job.engine.exhaustCam.lift);
}

TEST_CASE("an empty set is of the bench at work, as that stands")
{
    job::Job job = planned();
    job.bench.id = "main";
    job.benches.clear();
    job.benches.emplace_back().id = "main";
    job.benches[0].setup.entry = job::Entry::Radius;
    const auto set = begun(job, 4, 6);
    CHECK(set.bench == "main");
    CHECK(set.setup.entry == job::Entry::Radius);
    CHECK(gridNamed("free")->empty());
}

TEST_CASE("the stem goes in from the nearer side, and the tip looks against the air")
{
    const job::Job job = demoJob();
    const auto analysis = analysis::analyse(job, job.ports[0]);
    const auto at = [&](std::size_t port, std::size_t station, double v) {
        const auto& p = job.ports[port];
        return tipWay(p, p.stations[station].s, analysis.sections[station], {0.0, v});
    };
    const TipWay pinch = at(0, 4, 0.0);
    CHECK(pinch.fromWindow);
    CHECK(pinch.depth == job.ports[0].stations[4].s);
    CHECK(pinch.looksToWindow);
    CHECK_FALSE(pinch.tooNear);
    // Half of the lesser side lies between the middle and the wall.
    const geometry::Box box = geometry::boxOf(analysis.sections[4]);
    CHECK(inMm(pinch.fromWall) == Approx(inMm(std::min(box.width, box.height)) / 2.0).epsilon(0.02));
    const TipWay bowl = at(0, 11, 0.0);
    CHECK_FALSE(bowl.fromWindow);
    CHECK(bowl.depth == job.ports[0].stations.back().s - job.ports[0].stations[11].s);
    CHECK(at(0, 4, 0.95).tooNear);
    CHECK_FALSE(at(1, 0, 0.0).looksToWindow);
}

TEST_CASE("a place in a section is the grid point that lies there")
{
    const job::Job job = demoJob();
    const auto analysis = analysis::measure(job, job.ports[0]);
    for (const std::size_t station : {0U, 4U, 9U}) {
        for (const probing::GridPoint p : {probing::GridPoint{0.0, 0.0}, {0.4, -0.7}, {-0.9, 0.2}}) {
            const auto back =
                gridPointAt(analysis.sections[station], probing::toSection(p, analysis.sections[station]));
            CHECK(back.u == Approx(p.u).margin(1e-9));
            CHECK(back.v == Approx(p.v).margin(1e-9));
        }
        CHECK(gridPointAt(analysis.sections[station], {1.0, -1.0}) == probing::GridPoint{1.0, -1.0});
    }
}
