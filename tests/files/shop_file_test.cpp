// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "files/shop_file.hpp"

using namespace euryth;

namespace {

constexpr const char* kShop = R"({
  "format": "euryth-shop", "version": 1, "name": "A shop", "rate": 60,
  "people": [{"name": "Ada", "hours": 7.5, "days": ["mon", "wed"]}, {"name": "Bo", "hours": null}],
  "days_off": [{"from": "2026-12-24", "to": "2027-01-03", "why": "winter"}],
  "templates": [{"kind": "ours", "operations": [{"id": "wash", "hours_estimated": 0.5},
                                                 {"id": "repair", "place": "outside", "days": 10}]}],
  "order": [{"file": "a.euryth.json"}],
  "van": {"plate": "TW 1"}
})";

std::vector<std::string> placesOf(const char* text)
{
    const auto shop = files::parseShop(text);
    std::vector<std::string> places;
    if (!shop) {
        for (const job::Problem& problem : shop.error().problems)
            places.push_back(problem.place);
    }
    return places;
}

}  // namespace

TEST_CASE("a shop's file is read, written and read back, with what Euryth does not know")
{
    const auto shop = files::parseShop(kShop);
    REQUIRE(shop);
    CHECK(shop->people[0].workDays == std::array{true, false, true, false, false, false, false});
    CHECK_FALSE(shop->people[1].hours);
    CHECK(shop->templates[0].operations[1].place == job::WorkPlace::Outside);
    const std::string text = files::shopText(*shop);
    CHECK(text.find("TW 1") != std::string::npos);
    const auto again = files::parseShop(text);
    REQUIRE(again);
    CHECK(*again == *shop);
    CHECK(files::shopText(*again) == text);
}

TEST_CASE("what is wrong in a shop's file is told with its place")
{
    using List = std::vector<std::string>;
    CHECK(placesOf(R"({"format": "euryth-job", "version": 1})") == List{"format"});
    CHECK(placesOf(R"({"format": "euryth-shop", "version": 1, "people": [{"name": "A", "hours": 25}]})") ==
          List{"people/0/hours"});
    CHECK(placesOf(R"({"format": "euryth-shop", "version": 1, "people": [{"name": "A"}, {"name": "A"}]})") ==
          List{"people/1/name"});
    CHECK(placesOf(R"({"format": "euryth-shop", "version": 1, "people": [{"name": "A", "days": ["someday"]}]})") ==
          List{"people/0/days"});
    CHECK(placesOf(R"({"format": "euryth-shop", "version": 1, "templates": [{"kind": "x", "operations":
        [{"id": "wash"}, {"id": "wash"}]}]})") == List{"templates/0/operations/wash/id"});
    CHECK_FALSE(files::parseShop("nothing"));
}

TEST_CASE("a job's book is read, written and read back")
{
    constexpr const char* text = R"({
      "format": "euryth-job", "version": 1, "title": "t", "house": {"name": "h"}, "ports": [],
      "work": {"customer": {"name": "N", "reach": "R", "loyal": true}, "kind": "full port", "arrived": "2026-01-12",
               "wanted": null, "price": 900,
               "operations": [{"id": "short sides", "hours_estimated": 2.0, "state": "left out", "place": "own",
                               "needs_parts": ["valves", "springs"], "done_percent": 40}],
               "parts": [{"id": "valves", "state": "does not fit", "expected": "soon"}],
               "hours": [{"operation": "short sides", "port": "I1", "person": "A", "start": "", "minutes": 35}],
               "clock": {"operation": "short sides", "start": "2026-01-13T08:00:00+01:00"},
               "pictures": [{"file": "t.photos/a.jpg", "state": "after", "sector": "floor_left", "quarter_turns": 3}]}})";
    const auto job = files::parseJob(text);
    REQUIRE(job);
    const job::Work& work = job->work;
    CHECK(work.operations[0].state == job::OperationState::LeftOut);
    CHECK(work.operations[0].share == Approx(0.4));
    CHECK(work.operations[0].needsParts == std::vector<std::string>{"valves", "springs"});
    CHECK(work.parts[0].expected == "soon");  // no date: told elsewhere, and kept
    CHECK(work.clock.runs());
    CHECK(work.pictures[0].sector == geometry::Sector::FloorLeft);
    const auto again = files::parseJob(files::jobText(*job));
    REQUIRE(again);
    CHECK(*again == *job);
    CHECK(files::jobText(*job).find("loyal") != std::string::npos);
    // A job without a book has none in its file.
    CHECK(files::jobText(job::Job{}).find("work") == std::string::npos);
}

TEST_CASE("ids by which hours and waiting find operations and parts stand once")
{
    job::Job job;
    job.house.name = "h";
    job.work.operations.resize(2);
    for (job::Operation& operation : job.work.operations)
        operation.id = "wash";
    job.work.parts.resize(1);
    std::vector<std::string> places;
    for (const job::Problem& problem : job::check(job))
        places.push_back(problem.place);
    CHECK(places == std::vector<std::string>{"work/parts/0/id", "work/operations/wash/id"});
    const auto wrong = files::parseJob(R"({"format": "euryth-job", "version": 1, "title": "t", "house": {"name": "h"},
        "ports": [], "work": {"operations": [{"id": "wash", "needs_parts": [1]}]}})");
    REQUIRE_FALSE(wrong);
    CHECK(wrong.error().problems.front().place == "work/operations/wash/needs_parts");
}
