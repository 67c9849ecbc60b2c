// SPDX-License-Identifier: GPL-3.0-or-later
// What is joined to the window: the areas that it should have, its volume, its mouth.
#include <catch2/catch.hpp>

#include <numbers>

#include "analysis/joined.hpp"
#include "analysis/port_analysis.hpp"
#include "flow/losses.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;

namespace {

job::JoinedStation roundAt(double s, double diameter)
{
    job::JoinedStation station;
    station.s = lengthFromMm(s);
    const Length d = lengthFromMm(diameter);
    station.section.shape = {d, d, {d / 2.0, d / 2.0, d / 2.0, d / 2.0}};
    return station;
}

double circle(double diameter) { return std::numbers::pi / 4.0 * diameter * diameter; }

/// A port with a round window of 40 mm and nothing else.
job::Job withWindow(job::Side side)
{
    job::Job job;
    job::Port port;
    port.id = "P";
    port.side = side;
    job::Station window;
    window.section = roundAt(1, 40).section;
    port.stations.push_back(window);
    window.s = lengthFromMm(50);
    port.stations.push_back(window);
    job.ports.push_back(port);
    return job;
}

JoinedPassage passageOf(const job::Job& job)
{
    const auto passage = joinedPassage(job, job.ports[0], analyse(job, job.ports[0]));
    REQUIRE(passage);
    return *passage;
}

}  // namespace

TEST_CASE("a runner gets steadily smaller toward the window: what is narrower is to be opened, nothing is put on")
{
    job::Job job = withWindow(job::Side::Intake);
    job.house.taperPer100mm = 0.05;
    auto& joined = job.ports[0].joined;
    joined.stations = {roundAt(50, 41), roundAt(100, 40.5), roundAt(200, 46)};
    const JoinedPassage passage = passageOf(job);
    REQUIRE(passage.places.size() == 3);
    // From the window on 5 % for each 100 mm, or what is there already.
    const double at50 = std::max(circle(41), circle(40) * 1.025);
    const double at100 = at50 * 1.025;
    CHECK(inMm2(passage.places[0].wanted) == Approx(at50));
    CHECK(inMm2(passage.places[1].wanted) == Approx(at100));
    CHECK(inMm2(passage.places[2].wanted) == Approx(circle(46)));
    CHECK_FALSE(passage.places[2].asksForMetal());
    const double depth = (at100 - circle(40.5)) / (std::numbers::pi * 40.5);
    CHECK(inMm(passage.places[1].depth) == Approx(depth));
    REQUIRE(passage.tightest());
    CHECK(passage.tightest() == &passage.places[1]);
    // Opened by that all round it has the wanted area, but for the square of the depth.
    CHECK(circle(40.5 + 2 * depth) == Approx(at100).epsilon(1e-3));
    SECTION("a steady one asks for nothing")
    {
        joined.stations = {roundAt(50, 41), roundAt(100, 43), roundAt(200, 46)};
        CHECK_FALSE(passageOf(job).tightest());
    }
    SECTION("the flange's own opening is its first place, and the planned window what it has to match")
    {
        job.ports[0].manifold.width = job.ports[0].manifold.height = lengthFromMm(38);
        job.ports[0].manifold.radius = lengthFromMm(19);
        job.ports[0].stations[0].plan.area = areaFromMm2(1400);
        const JoinedPassage planned = passageOf(job);
        REQUIRE(planned.places.size() == 4);
        CHECK(planned.places[0].s == Length{});
        CHECK(inMm2(planned.places[0].wanted) == Approx(1400));
        CHECK(inMm2(planned.places[1].wanted) == Approx(1400 * 1.025));
    }
}

TEST_CASE("a primary is nowhere smaller than the window, and need not grow")
{
    job::Job job = withWindow(job::Side::Exhaust);
    job.house.taperPer100mm = 0.05;
    job.ports[0].joined.stations = {roundAt(20, 39), roundAt(300, 40), roundAt(600, 45)};
    const JoinedPassage passage = passageOf(job);
    CHECK(inMm2(passage.places[0].wanted) == Approx(circle(40)));
    CHECK(inMm2(passage.places[1].wanted) == Approx(circle(40)));
    CHECK_FALSE(passage.places[1].asksForMetal());
    CHECK(passage.tightest() == &passage.places[0]);
    job.ports[0].joined.mouthRadius = lengthFromMm(5);
    CHECK_FALSE(passageOf(job).mouthLoss);  // no air comes in there
}

TEST_CASE("the volume of a cone is that of a frustum, and the mouth is judged by its diameter")
{
    job::Job job = withWindow(job::Side::Intake);
    auto& joined = job.ports[0].joined;
    joined.stations = {roundAt(10, 40), roundAt(110, 50)};
    joined.mouthRadius = lengthFromMm(10);
    const JoinedPassage passage = passageOf(job);
    CHECK(inCc(passage.volume) == Approx(std::numbers::pi * 100 / 12 * (1600 + 2000 + 2500) / 1000));
    CHECK(*passage.roundness == Approx(0.2));
    CHECK(*passage.mouthLoss == Approx(flow::mouthLoss(0.2)));
    joined.mouthRadius.reset();
    CHECK_FALSE(passageOf(job).mouthLoss);
}

TEST_CASE(
    "the air meets a manifold's runner from its mouth on, a primary from the flange on and alone it meets neither")
{
    job::Job job = withWindow(job::Side::Intake);
    job::Port& port = job.ports[0];
    CHECK(joinedStations(port).empty());
    CHECK(joinedPassage(job, port, analyse(job, port)).missing.id() == "missing.joined-intake");
    port.joined.stations = {roundAt(10, 40), roundAt(110, 50)};
    port.joined.mouthRadius = lengthFromMm(0);
    auto way = joinedStations(port);
    REQUIRE(way.size() == 2);
    CHECK(inMm2(way[0].area) == Approx(circle(50)));
    CHECK(way[0].mouth == Approx(0.57).epsilon(1e-3));  // a sharp edge
    CHECK(inMm(way[1].s) == Approx(100));
    CHECK(way[1].mouth == 0.0);
    port.side = job::Side::Exhaust;
    way = joinedStations(port);
    CHECK(inMm2(way[0].area) == Approx(circle(40)));
    CHECK(inMm(way[0].s) == Approx(10));
    CHECK(way[0].mouth == 0.0);
    port.joined.reckoned = job::Passage::PortAlone;
    CHECK(joinedStations(port).empty());
}

TEST_CASE("a place of which only the area is known counts as round")
{
    job::Job job = withWindow(job::Side::Intake);
    job::JoinedStation place;
    place.s = lengthFromMm(30);
    place.section.kind = job::SectionKind::AreaOnly;
    place.section.area = areaFromMm2(circle(38));
    job.ports[0].joined.stations = {place};
    CHECK(inMm(geometry::hydraulicDiameter(passageOf(job).places[0].section)) == Approx(38));
}
