// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <filesystem>
#include <set>

#include "files/house_file.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"

using namespace euryth;

namespace {

std::vector<job::House> shipped()
{
    std::vector<job::House> houses;
    for (const auto& entry : std::filesystem::directory_iterator(EURYTH_HOUSES)) {
        const auto house = files::loadHouse(entry.path());
        INFO(entry.path().string());
        REQUIRE(house);
        houses.push_back(*house);
    }
    return houses;
}

/// How many different answers the shipped sets give to one question.
template <class Get>
std::size_t answers(const std::vector<job::House>& houses, Get get)
{
    std::set<decltype(get(houses.front()))> all;
    for (const job::House& house : houses)
        all.insert(get(house));
    return all.size();
}

}  // namespace

TEST_CASE("at least five sets of house rules ship, each with a name and its why")
{
    const auto houses = shipped();
    CHECK(houses.size() >= 5);
    CHECK(answers(houses, [](const auto& h) { return h.name; }) == houses.size());
    for (const job::House& house : houses)
        CHECK(house.why.size() > 40);
}

TEST_CASE("the shipped sets hold both sides of every dispute")
{
    const auto houses = shipped();
    // Throat: stop at nine tenths, or go on; exhaust up to 97 % by those who keep a wide seat.
    CHECK(answers(houses, [](const auto& h) { return h.intakeThroat.high; }) >= 2);
    CHECK(std::ranges::any_of(houses, [](const auto& h) { return h.exhaustThroat.high >= 0.96; }));
    CHECK(answers(houses, [](const auto& h) { return h.intakeBowl.high; }) >= 2);
    // Seats at, over and under 45 degrees.
    CHECK(std::ranges::any_of(houses, [](const auto& h) { return inDegrees(h.seatAngle) > 46; }));
    CHECK(std::ranges::any_of(houses, [](const auto& h) { return inDegrees(h.seatAngle) < 44; }));
    CHECK(answers(houses, [](const auto& h) { return h.liftWeight; }) == 2);
    CHECK(answers(houses, [](const auto& h) { return h.coreShift; }) == 2);
    CHECK(answers(houses, [](const auto& h) { return h.intakeFinish; }) >= 2);
    CHECK(answers(houses, [](const auto& h) { return h.exhaustFinish; }) >= 2);
    CHECK(answers(houses, [](const auto& h) { return h.valveJob; }) == 2);
    CHECK(answers(houses, [](const auto& h) { return h.thinWall; }) == 3);
}

TEST_CASE("house rules as a file: whole, the same bytes again, unknown keys kept")
{
    job::House house = demoJob().house;
    const std::string text = files::houseText(house);
    for (const char* key : {"\"seat_angle_deg\"", "\"bowl_percent\"", "\"valve_job\"", "\"thin_wall\""})
        CHECK(text.find(key) != std::string::npos);  // also what is as usual
    const auto back = files::parseHouse(text);
    REQUIRE(back);
    CHECK(*back == house);
    CHECK(files::houseText(*back) == text);
    const auto stranger =
        files::parseHouse(R"({"format": "euryth-house", "version": 1, "name": "ours", "cam_grinder": {"a": 1}})");
    REQUIRE(stranger);
    CHECK(files::houseText(*stranger).find("cam_grinder") != std::string::npos);
    CHECK(stranger->limitingMach == job::House{}.limitingMach);
}

TEST_CASE("bad house rules are refused with the place and what would be right")
{
    struct Row {
        const char* text;
        const char* says;
    };
    for (const Row& row :
         {Row{R"({"format": "euryth-job", "version": 1})", "must be \"euryth-house\""},
          Row{R"({"format": "euryth-house", "version": 9})", "newer Euryth"},
          Row{R"({"format": "euryth-house", "version": 1, "valve_job": "never"})", "\"first\", \"last\""},
          Row{R"({"format": "euryth-house", "version": 1, "limiting_mach": 2})", "limiting_mach"},
          Row{R"({"format": "euryth-house", "version": 1, "dead_ratio": 0.9, "slow_ratio": 0.5})", "slow_ratio"},
          Row{R"([1])", "record in braces"}, Row{"{", "cut off"}}) {
        const auto house = files::parseHouse(row.text);
        REQUIRE_FALSE(house);
        INFO(told(house.error().lines()));
        CHECK(told(house.error().lines()).find(row.says) != std::string::npos);
    }
    CHECK(files::loadHouse("/nowhere/none.euryth-house.json").error().kind == files::ReadError::Kind::File);
}

TEST_CASE("a job with everything of a plan survives saving and reading")
{
    job::Job job = demoJob();
    job.engine.intakeCam.table = {
        {angleFromDegrees(-140), {}, {}}, {Angle{}, lengthFromMm(12), {}}, {angleFromDegrees(140), {}, {}}};
    job.engine.manifold.pressure = absolutePressureFromPa(150000);
    job.engine.runningDepression = pressureDifferenceFromPa(30000);
    job.house.thinWall = job::ThinWall::Weld;
    job.house.exhaustBowl = {0.9, 0.96};
    job::Port& port = job.ports[0];
    port.stations[3].plan.width = lengthFromMm(34);
    port.stations[3].plan.height = lengthFromMm(35);
    port.planEnd.valve = lengthFromMm(46);
    port.valve.kerf = lengthFromMm(3.2);
    const auto back = files::parseJob(files::jobText(job));
    REQUIRE(back);
    CHECK(files::jobText(*back) == files::jobText(job));
    CHECK(back->engine == job.engine);
    CHECK(back->house == job.house);
    CHECK(back->ports[0].plans == job.ports[0].plans);
    CHECK(back->ports[0].planEnd == job.ports[0].planEnd);
    CHECK(back->ports[0].stations[3].plan.height == job.ports[0].stations[3].plan.height);
    CHECK(*back == job);
}

TEST_CASE("lift tables and plans that cannot be are refused with their place")
{
    const auto problemOf = [](auto change) {
        job::Job job = demoJob();
        change(job);
        const auto problems = job::check(job);
        REQUIRE_FALSE(problems.empty());
        return problems.front().place + ": " + told(problems.front().text);
    };
    const auto point = [](double deg, double mm) {
        return job::LiftPoint{angleFromDegrees(deg), lengthFromMm(mm), {}};
    };
    CHECK(problemOf([&](job::Job& j) {
              j.engine.intakeCam.table = {point(0, 1), point(1, 0)};
          }).find("three points") != std::string::npos);
    CHECK(problemOf([&](job::Job& j) {
              j.engine.intakeCam.table = {point(0, 0), point(0, 2), point(9, 0)};
          }).find("lift_table/1/crank_deg") != std::string::npos);
    CHECK(problemOf([&](job::Job& j) {
              j.engine.exhaustCam.table = {point(-9, 0), point(0, 2), point(9, 1)};
          }).find("begin and end") != std::string::npos);
    CHECK(problemOf([](job::Job& j) { j.ports[0].plans.push_back(j.ports[0].plans[0]); }).find("plans/1/name") !=
          std::string::npos);
}
