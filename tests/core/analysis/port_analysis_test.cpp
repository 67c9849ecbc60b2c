// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "analysis/port_analysis.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;

namespace {

struct Demo {
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    PortAnalysis analysis() const { return analyse(job, port); }
};

}  // namespace

namespace {

const job::Port& portOf(const job::Job& job, std::size_t i = 0) { return job.ports[i]; }

}  // namespace

TEST_CASE("a typed plan goes before the suggested one")
{
    Demo demo;
    demo.port.stations[4].plan.area = areaFromMm2(1111);
    const auto analysis = demo.analysis();
    CHECK(inMm2(*analysis.plan[4]) == Approx(1111));
    CHECK(*analysis.suggested[4] != *analysis.plan[4]);
    CHECK(analysis.plan[3] == analysis.suggested[3]);
}

TEST_CASE("an impact pressure counts as its pitot speed")
{
    Demo demo;
    const auto before = demo.analysis();
    job::Reading& reading = demo.port.probes[0].readings[4];
    const auto room = roomAir(demo.job.bench);
    reading.impact = pressureDifferenceFromPa(4400);
    reading.speed.reset();
    const auto after = demo.analysis();
    CHECK(after.probes[0].readings[4].speed == readingSpeed(reading, room));
    CHECK(inMps(*after.probes[0].readings[4].speed) == Approx(86).margin(1));
    CHECK(after.probes[0].traverse->measuredCount() == 9);
}

TEST_CASE("points have names")
{
    CHECK(pointName({0.6, 0.6}).id() == "point.roof-left");
    CHECK(pointName({0, 0}).id() == "point.middle");
    CHECK(pointName({-0.6, 0}).id() == "point.right");
    CHECK(pointName({0, -0.6}).id() == "point.floor");
}

TEST_CASE("the window stays inside the gasket")
{
    job::Job job = demoJob();
    const double free = inMm2(analyse(job, portOf(job)).reachable[0]);
    job::Opening gasket;  // 1 mm larger all round than the window of 36.5 x 33
    gasket.width = lengthFromMm(38.5);
    gasket.height = lengthFromMm(35);
    job.ports[0].gasket = gasket;
    const auto analysis = analyse(job, portOf(job));
    CHECK(inMm2(analysis.reachable[0]) < free);
    job.ports[0].stations[0].plan.area = areaFromMm2(3000);
    const auto planned = analyse(job, portOf(job)).planned[0];
    REQUIRE(planned);
    CHECK_FALSE(planned->met);
    CHECK(inMm(geometry::boxOf(planned->section).width) <= 38.5 + 1e-6);
    CHECK(inMm(geometry::boxOf(planned->section).height) <= 35 + 1e-6);
    // A gasket smaller than the window: nothing more at all.
    job.ports[0].gasket.width = lengthFromMm(36);
    job.ports[0].gasket.height = lengthFromMm(32);
    CHECK(inMm2(analyse(job, portOf(job)).reachable[0]) == Approx(inMm2(job::netArea(portOf(job).stations[0]))));
}

TEST_CASE("measured anew: what the measurements tell is as they are, the rest as before")
{
    Demo demo;
    const auto before = demo.analysis();
    demo.port.stations[4].section.shape.width = demo.port.stations[4].section.shape.width * 1.1;
    demo.port.stations[4].wall.at[geometry::index(geometry::Sector::Left)] = lengthFromMm(9.9);
    const auto after = demo.analysis();
    const auto now = measuredAnew(demo.job, demo.port, before);
    CHECK(now.sections[4] == after.sections[4]);
    CHECK(now.sections[4] != before.sections[4]);
    CHECK(now.walls[4] == after.walls[4]);
    CHECK(now.areas->at(demo.port.stations[4].s) == after.areas->at(demo.port.stations[4].s));
    CHECK(now.plan == before.plan);
    CHECK(now.cut->depths == before.cut->depths);
    CHECK(now.probes.size() == before.probes.size());
}

TEST_CASE("two states of a port have the same lists while stations, probe sets and readings are as many")
{
    const job::Port port = demoJob().ports[0];
    job::Port other = port;
    other.stations[2].section.shape.width = lengthFromMm(30);
    other.probes[0].readings[0].speed.reset();
    CHECK(sameLists(port, other));
    other.probes[0].readings.pop_back();
    CHECK_FALSE(sameLists(port, other));
    other = port;
    other.probes[0].id = "another";
    CHECK_FALSE(sameLists(port, other));
    other = port;
    other.stations.pop_back();
    CHECK_FALSE(sameLists(port, other));
}
