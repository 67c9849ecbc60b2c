// SPDX-License-Identifier: GPL-3.0-or-later
// The guide boss: what a fin gives and what it keeps, and the room beside the guide.
#include <catch2/catch.hpp>

#include <algorithm>

#include "analysis/port_analysis.hpp"
#include "calls/calls.hpp"
#include "plans/planned_port.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using geometry::index;
using geometry::Sector;

namespace {

/// The demo's intake with room in its walls and nothing planned; stations 9 to 11 have the boss.
job::Job roomyJob()
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    port.planEnd = {};
    port.probes.clear();
    for (job::Station& station : port.stations) {
        station.wall.at.fill(lengthFromMm(9));
        station.unrepairable.fill(false);
        station.behind = {};
        station.plan.clear();
    }
    return job;
}

const calls::Call* callOf(const std::vector<calls::Call>& calls, const std::string& kind)
{
    const auto found = std::ranges::find_if(calls, [&](const calls::Call& c) { return c.key.starts_with(kind); });
    return found == calls.end() ? nullptr : &*found;
}

std::vector<calls::Call> callsOf(const job::Job& job)
{
    return calls::callsFor(job, job.ports[0], analyse(job, job.ports[0]));
}

}  // namespace

TEST_CASE("a fin keeps what holds the guide, and gives its sides times its height")
{
    job::Job job = roomyJob();
    job::Port& port = job.ports[0];
    job.house.guideMetal = lengthFromMm(1.5);
    port.stations[9].boss = {};
    port.stations[10].boss.width = lengthFromMm(16);
    port.stations[10].boss.height = lengthFromMm(8);
    port.stations[11].boss.width = lengthFromMm(10);
    port.stations[11].boss.height = lengthFromMm(5);
    port.stations[11].boss.tip = lengthFromMm(6);
    CHECK(std::ranges::none_of(plannedFins(job, port), [](const auto& f) { return f.has_value(); }));
    port.planEnd.fin = lengthFromMm(5);
    SECTION("the guide is not known: nothing is thinned")
    {
        CHECK(std::ranges::none_of(plannedFins(job, port), [](const auto& f) { return f.has_value(); }));
        CHECK(callOf(callsOf(job), "fin-guide"));
    }
    SECTION("the guide stands where the boss is biggest")
    {
        port.guide.guide = lengthFromMm(9);
        CHECK(*guidePlace(port) == port.stations[10].s);
        const auto fins = plannedFins(job, port);
        REQUIRE(fins[10]);
        CHECK(inMm(fins[10]->width) == Approx(9 + 2 * 1.5));  // guide and metal
        CHECK(fins[10]->held);
        CHECK(inMm2(fins[10]->gained) == Approx((16.0 - 12.0) * 8.0));
        REQUIRE(fins[11]);
        CHECK(inMm(fins[11]->width) == Approx(5));
        CHECK(inMm(fins[11]->depth) == Approx(2.5));
        CHECK_FALSE(fins[11]->held);
        CHECK(inMm2(fins[11]->gained) == Approx(((10.0 + 6.0) / 2.0 - 5.0) * 5.0));  // a tapered boss
        CHECK(callOf(callsOf(job), "fin-held"));
        CHECK_FALSE(callOf(callsOf(job), "fin-thin"));
        port.planEnd.fin = lengthFromMm(3);
        CHECK(callOf(callsOf(job), "fin-thin"));
    }
    SECTION("or between its two ends")
    {
        port.guide.guide = lengthFromMm(9);
        port.guide.start = lengthFromMm(90);
        port.guide.end = lengthFromMm(104);
        const auto fins = plannedFins(job, port);
        CHECK(inMm(fins[10]->width) == Approx(5));  // 9 mm before the guide
        CHECK_FALSE(fins[11]);                      // as wide as what holds the guide: nothing may go
    }
    SECTION("and it is in the plan: areas, planned port, cuts")
    {
        port.guide.guide = lengthFromMm(9);
        const PortAnalysis analysis = analyse(job, port);
        REQUIRE(analysis.cut);
        const auto boss = std::ranges::find(analysis.cut->cuts, cutting::Element::Boss, &cutting::Cut::element);
        REQUIRE(boss != analysis.cut->cuts.end());
        CHECK(boss->stations == std::vector<std::size_t>{10, 11});
        CHECK(inMm(*boss->wallLeft) == Approx(1.5));
        const auto planned = plans::plannedPort(job, port, analysis);
        REQUIRE(planned);
        CHECK(inMm(*planned->port.stations[11].boss.width) == Approx(5));
        CHECK(inMm(*planned->port.stations[11].boss.height) == Approx(5));  // never flat
        CHECK(std::ranges::none_of(planned->analysis.fins, [](const auto& f) { return f.has_value(); }));
    }
}

TEST_CASE("bias: more room beside the guide on the bore's side, by hand, judged and planned")
{
    job::Job job = roomyJob();
    job::Port& port = job.ports[0];
    CHECK(analyse(job, port).guideRoom.missing.id() == "missing.guide-room");
    port.stations[10].boss.roomLeft = lengthFromMm(15.2);
    port.stations[10].boss.roomRight = lengthFromMm(16.4);
    CHECK(inMm(port.stations[10].boss.shiftLeft()) == Approx(0.6));
    SECTION("no side is known")
    {
        CHECK_FALSE(analyse(job, port).guideRoom->towardBore());
        CHECK(callOf(callsOf(job), "guide-side"));
        port.planEnd.bias = lengthFromMm(1);
        CHECK(callOf(callsOf(job), "bias-side"));
    }
    SECTION("the side is typed")
    {
        port.valve.boreSide = job::Across::Left;
        CHECK(inMm(*analyse(job, port).guideRoom->towardBore()) == Approx(-1.2));
        const auto told = callsOf(job);
        const calls::Call* call = callOf(told, "guide-room");
        REQUIRE(call);
        CHECK(call->severity == calls::Severity::Warning);
        CHECK(call->sector == Sector::Left);
        port.valve.boreSide = job::Across::Right;
        CHECK(inMm(*analyse(job, port).guideRoom->towardBore()) == Approx(1.2));
        CHECK_FALSE(callOf(callsOf(job), "guide-room"));
    }
    SECTION("the side is that to which the places turn")
    {
        for (std::size_t i = 0; i < port.stations.size(); ++i)
            port.stations[i].pose.yaw = angleFromDegrees(static_cast<double>(i));
        const auto room = analyse(job, port).guideRoom;
        CHECK(room->byTurn);
        CHECK(room->boreSide == job::Across::Left);
    }
    SECTION("a planned bias takes the missing room off that side, over the bowl, inside the walls")
    {
        port.valve.boreSide = job::Across::Left;
        port.planEnd.bias = lengthFromMm(0.8);
        const PortAnalysis analysis = analyse(job, port);
        const std::size_t bowl = *analysis.places.bowl;
        REQUIRE(analysis.planned[bowl]);
        CHECK(inMm(analysis.planned[bowl]->growth[index(Sector::Left)]) == Approx(2.0).margin(0.05));  // 0.8 - (-1.2)
        CHECK(inMm(analysis.cutProblem->stations[bowl].least[index(Sector::Left)]) == Approx(2.0).margin(0.05));
        CHECK(inMm(analysis.cutProblem->stations[bowl].least[index(Sector::Right)]) < 0.2);
        CHECK(analysis.cut->depths[bowl][index(Sector::Left)] >= lengthFromMm(1.9));
        port.stations[bowl].wall.at[index(Sector::Left)] = lengthFromMm(2.9);
        CHECK(inMm(analyse(job, port).planned[bowl]->growth[index(Sector::Left)]) < 0.81);
    }
    SECTION("rooms and guide that are wider than the section are doubted")
    {
        port.guide.guide = lengthFromMm(14);
        CHECK(callOf(callsOf(job), "guide-sum"));
        port.guide.guide = lengthFromMm(9);
        CHECK_FALSE(callOf(callsOf(job), "guide-sum"));
    }
}
