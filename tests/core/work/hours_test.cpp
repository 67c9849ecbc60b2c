// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "work/hours.hpp"

using namespace euryth;
using namespace euryth::work;

namespace {

Moment at(const char* text) { return *momentOf(text); }

job::WorkedTime entry(const char* operation, const char* port, double minutes, const char* start = "2026-11-20")
{
    return {operation, port, "Ada", start, minutes, {}, {}};
}

job::Job twoPorts()
{
    job::Job job;
    for (const char* id : {"I1", "E1"})
        job.ports.emplace_back().id = id;
    for (const char* id : {"short sides", "bowls", "wash"})
        job.work.operations.emplace_back().id = id;
    return job;
}

}  // namespace

TEST_CASE("the clock writes down what it has counted")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T08:00:00+01:00"));
    CHECK(work.clock.runs());
    CHECK(clockHours(work.clock, at("2026-11-20T09:30:00+01:00").utc) == Approx(1.5));
    pauseClock(work, at("2026-11-20T09:30:00+01:00"));
    REQUIRE(work.hours.size() == 1);
    CHECK(work.hours[0] == job::WorkedTime{"bowls", "I1", "Ada", "2026-11-20T08:00:00+01:00", 90.0, {}, {}});
    CHECK_FALSE(work.clock.runs());
    CHECK(work.clock.operation == "bowls");  // goes on there
    pauseClock(work, at("2026-11-20T10:00:00+01:00"));
    CHECK(work.hours.size() == 1);  // nothing ran
}

TEST_CASE("another operation ends the one before")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T08:00:00+01:00"));
    startClock(work, "bowls", "E1", "Ada", at("2026-11-20T08:20:00+01:00"));
    REQUIRE(work.hours.size() == 1);
    CHECK(work.hours[0].minutes == Approx(20.0));
    CHECK(work.clock.port == "E1");
}

TEST_CASE("a watch over midnight is split where the day changed for whoever worked")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T23:30:00+01:00"));
    pauseClock(work, at("2026-11-21T01:00:00+01:00"));
    REQUIRE(work.hours.size() == 2);
    CHECK(work.hours[0].minutes == Approx(30.0));
    CHECK(work.hours[1].minutes == Approx(60.0));
    CHECK(work.hours[1].start == "2026-11-21T00:00:00+01:00");
}

TEST_CASE("another time zone does not change what was worked")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-10-25T02:30:00+02:00"));
    // One hour later the clocks of central Europe were set back, and show 02:30 again.
    pauseClock(work, at("2026-10-25T02:30:00+01:00"));
    REQUIRE(work.hours.size() == 1);
    CHECK(work.hours[0].minutes == Approx(60.0));
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T08:00:00+01:00"));
    pauseClock(work, at("2026-11-20T03:00:00-05:00"));  // the machine has flown
    CHECK(work.hours.back().minutes == Approx(60.0));
}

TEST_CASE("a clock that was forgotten counts no more than it is told to")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T16:00:00+01:00"));
    pauseClock(work, at("2026-11-21T08:00:00+01:00"), 1.25);
    REQUIRE(work.hours.size() == 1);
    CHECK(work.hours[0].minutes == Approx(75.0));
    startClock(work, "bowls", "I1", "Ada", at("2026-11-21T08:00:00+01:00"));
    forgetClock(work);
    CHECK(work.hours.size() == 1);
    CHECK_FALSE(work.clock.runs());
}

TEST_CASE("a clock that was set back counts nothing, and less than nothing never")
{
    job::Work work;
    startClock(work, "bowls", "I1", "Ada", at("2026-11-20T16:00:00+01:00"));
    CHECK(clockHours(work.clock, at("2026-11-20T15:00:00+01:00").utc) == 0.0);
    pauseClock(work, at("2026-11-20T15:00:00+01:00"));
    CHECK(work.hours.empty());
}

TEST_CASE("hours lie by operation and port")
{
    job::Job job = twoPorts();
    job.work.hours = {entry("bowls", "I1", 30), entry("bowls", "E1", 45), entry("bowls", "I1", 15),
                      entry("wash", "", 60), entry("sanding", "X9", 6)};
    const auto table = hoursByPort(job);
    CHECK(table.ports == std::vector<std::string>{"I1", "E1", "X9"});
    REQUIRE(table.rows.size() == 3);
    CHECK(table.rows[0].operation == "bowls");
    CHECK(table.rows[0].hours == std::vector<double>{0.0, 0.75, 0.75, 0.0});
    CHECK(table.rows[1].hours == std::vector<double>{1.0, 0.0, 0.0, 0.0});
    CHECK(table.rows[2].operation == "sanding");
    CHECK(table.sum == Approx(2.6));
    CHECK(hoursOf(job) == Approx(2.6));
    CHECK(hoursAt(job, "bowls") == Approx(1.5));
}

TEST_CASE("minutes typed at the ticks count where no clock has run")
{
    job::Job job = twoPorts();
    job.ports[0].cutProgress.push_back({"short-side", true, "2026-11-20", 25.0, {}, {}});
    job.ports[1].cutProgress.push_back({"short-side", true, "2026-11-20", 35.0, {}, {}});
    CHECK(hoursAt(job, "short sides") == Approx(1.0));
    job.work.hours = {entry("short sides", "I1", 40)};
    CHECK(hoursAt(job, "short sides") == Approx((40.0 + 35.0) / 60.0));
}

TEST_CASE("more than a day has is found")
{
    job::Job job = twoPorts();
    job.work.hours = {entry("bowls", "I1", 1000, "2026-11-20T00:10:00+01:00"), entry("wash", "", 500),
                      entry("bowls", "E1", 600, "2026-11-21")};
    const auto found = overADay(job);
    REQUIRE(found.size() == 1);
    CHECK(found[0].day == "2026-11-20");
    CHECK(found[0].hours == Approx(25.0));
}
