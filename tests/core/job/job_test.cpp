// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "job/check.hpp"
#include "job/fields.hpp"

using namespace euryth;
using namespace euryth::job;

namespace {

Station station(double s)
{
    Station station;
    const Length r = lengthFromMm(8);
    station.s = lengthFromMm(s);
    station.section.shape = {lengthFromMm(35), lengthFromMm(33), {r, r, r, r}};
    return station;
}

Job goodJob()
{
    Job job;
    Port port;
    port.id = "I1";
    port.stations = {station(0), station(10), station(20)};
    job.ports.push_back(port);
    return job;
}

/// Places of the problems that a change makes.
std::vector<std::string> placesAfter(auto change)
{
    Job job = goodJob();
    change(job);
    std::vector<std::string> places;
    for (const Problem& p : check(job))
        places.push_back(p.place);
    return places;
}

}  // namespace

TEST_CASE("a sound job has no problems")
{
    CHECK(check(goodJob()).empty());
    CHECK(check(Job{}).empty());
}

TEST_CASE("each problem says its place")
{
    using List = std::vector<std::string>;
    CHECK(placesAfter([](Job& j) { j.ports[0].stations[1].section.shape.width = lengthFromMm(-2); }) ==
          List{"ports/I1/stations/1/section/width_mm"});
    CHECK(placesAfter([](Job& j) { j.ports[0].stations[1].section.shape.corners.roofLeft = lengthFromMm(30); }) ==
          List{"ports/I1/stations/1/section/corner_mm/roof_left", "ports/I1/stations/1/section/corner_mm/roof_left"});
    CHECK(placesAfter([](Job& j) { j.ports[0].stations[2].s = lengthFromMm(5); }) == List{"ports/I1/stations/2/s_mm"});
    CHECK(placesAfter([](Job& j) { j.ports[0].stations[0].wall.at[2] = lengthFromMm(-1); }) ==
          List{"ports/I1/stations/0/wall_mm/right"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].stations[0].boss = {lengthFromMm(35), lengthFromMm(33), {}};
          }) == List{"ports/I1/stations/0/boss"});
    CHECK(placesAfter([](Job& j) { j.ports.push_back(j.ports[0]); }) == List{"ports/I1/id"});
    CHECK(placesAfter([](Job& j) { j.ports[0].id.clear(); }) == List{"ports/0/id"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].probes.push_back({"P1", lengthFromMm(14), {}, {}, {}, {}, {}, {}});
          }) == List{"ports/I1/probes/P1/station_s_mm"});
    CHECK(placesAfter([](Job& j) {
              j.engine.stroke = lengthFromMm(72);
              j.engine.rod = lengthFromMm(30);
          }) == List{"engine/rod_mm"});
    CHECK(placesAfter([](Job& j) { j.house.deadRatio = 0.9; }) == List{"house/dead_ratio"});
    CHECK(placesAfter([](Job& j) { j.house.intakeThroat = {0.92, 0.88}; }) == List{"house/throat_percent/intake"});
    CHECK(placesAfter([](Job& j) { j.bench.humidity = 45; }) == List{"bench/air/humidity"});
}

TEST_CASE("the text says what is wrong and what would be right, in the file's unit")
{
    Job job = goodJob();
    job.ports[0].stations[1].section.shape.width = lengthFromMm(-2);
    CHECK(check(job).front().text == say("must.over", {{"limit", "0"}, {"value", "-2 mm"}}));
    job = goodJob();
    job.ports[0].stations[2].s = lengthFromMm(10);
    CHECK(check(job).front().text == say("must.over-station", {{"before", "10 mm"}, {"value", "10 mm"}}));
}

TEST_CASE("a circle written in millimetres is a circle")
{
    for (const double d : {38.1, 40.5, 41.3, 0.1 * 377}) {
        const Length r = lengthFromMm(d / 2);
        CHECK(checkCorners({lengthFromMm(d), lengthFromMm(d), {r, r, r, r}}).empty());
    }
}

TEST_CASE("a number in the file is the shortest that reads back equal")
{
    for (const double mm : {36.5, 0.1, 33.2, 1e-3, 123.456789, 0.3, 70.0, 1e6}) {
        const double si = lengthFromMm(mm).si();
        const std::string text = fileText(field::stationS, si);
        CHECK(toSi(field::stationS, std::stod(text)) == si);
        CHECK(text == shortestText(mm));
    }
    CHECK(fileText(field::temperature, temperatureFromCelsius(19).si()) == "19");
    CHECK(fileText(field::smallBigSmall, 0.03) == "3");
    CHECK(shortestText(6974.49) == "6974.49");
    CHECK(shortestText(-0.0) == "0");
}

TEST_CASE("a boss is only subtracted where it is known")
{
    Station s = station(0);
    const Area whole = geometry::area(s.section.shape);
    s.boss.width = lengthFromMm(10);
    CHECK(netArea(s) == whole);
    s.boss.height = lengthFromMm(6);
    CHECK(inMm2(whole - netArea(s)) == Approx(60));
}

TEST_CASE("a pose is complete or nothing")
{
    MeasuredPose pose;
    pose.x = pose.y = pose.z = lengthFromMm(1);
    pose.pitch = Angle{};
    CHECK_FALSE(pose.complete());
    pose.yaw = Angle{};
    CHECK(pose.complete());
}

TEST_CASE("shapes, branches, castings and openings that do not fit say so at their place")
{
    using List = std::vector<std::string>;
    CHECK(placesAfter([](Job& j) {
              j.ports[0].stations[1].section.kind = SectionKind::Outline;
              j.ports[0].stations[1].section.points = {{0, 0}, {0.01, 0.01}};
          }) == List{"ports/I1/stations/1/section/points_mm"});
    CHECK(placesAfter([](Job& j) { j.ports[0].stations[1].section.kind = SectionKind::AreaOnly; }) ==
          List{"ports/I1/stations/1/section/area_mm2"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].stations[0].section.sectioned = {
                  lengthFromMm(16), lengthFromMm(16), lengthFromMm(3.2), {}, {}, {}, {}};
          }) == List{"ports/I1/stations/0/section/width_mm"});  // 35.2 against 35
    CHECK(placesAfter([](Job& j) { j.ports[0].casting = "B"; }) == List{"ports/I1/casting"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].manifold = {lengthFromMm(30), lengthFromMm(20), lengthFromMm(11), {}, {}, {}};
          }) == List{"ports/I1/manifold/radius_mm"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].joined.stations.resize(2);
              for (job::JoinedStation& place : j.ports[0].joined.stations) {
                  place.s = lengthFromMm(20);
                  place.section = j.ports[0].stations[0].section;
              }
              j.ports[0].joined.stations[0].section.shape.corners.roofLeft = lengthFromMm(30);
          }) == List{"ports/I1/joined/stations/0/section/corner_mm/roof_left",
                     "ports/I1/joined/stations/0/section/corner_mm/roof_left", "ports/I1/joined/stations/1/s_mm"});
    CHECK(placesAfter([](Job& j) {
              j.ports[0].stations[0].stem = {lengthFromMm(40), lengthFromMm(40), {}};
          }) == List{"ports/I1/stations/0/boss"});
    const auto withBranch = [](auto change) {
        return placesAfter([&](Job& j) {
            Port branch;
            branch.id = "I1/a";
            branch.parent = "I1";
            branch.stations = {station(20), station(30)};
            change(branch);
            j.ports.push_back(branch);
        });
    };
    CHECK(withBranch([](Port&) {}).empty());
    CHECK(withBranch([](Port& b) {
              b.stations = {station(10), station(30)};
          }) == List{"ports/I1/branches/a/stations/0/s_mm"});
    CHECK(withBranch([](Port& b) { b.parent = "I9"; }).size() == 1);
    CHECK(withBranch([](Port& b) { b.stations[1].s = lengthFromMm(15); }) ==
          List{"ports/I1/branches/a/stations/1/s_mm"});
}
