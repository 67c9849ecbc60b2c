// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "work/dates.hpp"

using namespace euryth::work;
using namespace std::chrono;

TEST_CASE("a day is read as ISO 8601 writes it, and nothing else")
{
    CHECK(dayOf("2026-03-01") == Day{year{2026} / 3 / 1});
    CHECK(dayOf("2028-02-29") == Day{year{2028} / 2 / 29});
    CHECK(dayOf("2026-03-01T08:30:00+01:00") == Day{year{2026} / 3 / 1});
    for (const char* wrong :
         {"", "2026-02-29", "2026-13-01", "1.3.2026", "2026-3-1", "2026-03-01x", "03/01/2026", "-026-03-01"})
        CHECK_FALSE(dayOf(wrong));
    CHECK(textOf(*dayOf("2026-03-01")) == "2026-03-01");
}

TEST_CASE("days of the week are those of the calendar")
{
    // 2000-01-01 was a Saturday, 1969-07-20 a Sunday (any almanac).
    CHECK(weekDay(*dayOf("2000-01-01")) == 5);
    CHECK(weekDay(*dayOf("1969-07-20")) == 6);
    CHECK(weekDay(*dayOf("2000-01-03")) == 0);
}

TEST_CASE("a moment keeps the clock that it was read from")
{
    const auto moment = momentOf("2026-03-01T00:30:00+01:00");
    REQUIRE(moment);
    CHECK(moment->utc == sys_days{year{2026} / 2 / 28} + hours{23} + minutes{30});
    CHECK(moment->day() == Day{year{2026} / 3 / 1});
    CHECK(textOf(*moment) == "2026-03-01T00:30:00+01:00");
    CHECK(momentOf("2026-03-01T08:30Z")->utc == momentOf("2026-03-01T03:30:00-05:00")->utc);
    CHECK(textOf(*momentOf("2026-03-01T03:30:00-05:30")) == "2026-03-01T03:30:00-05:30");
    for (const char* wrong : {"2026-03-01", "2026-03-01T24:00:00Z", "2026-03-01T08:30", "2026-03-01T08:61Z",
                              "2026-03-01T08:30:00+15:00", "2026-03-01T08:30:00Zx"})
        CHECK_FALSE(momentOf(wrong));
}
