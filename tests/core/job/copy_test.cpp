// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <array>

#include "job/copy.hpp"
#include "support/demo.hpp"

using namespace euryth;

TEST_CASE("parts of a record are copied by their keys, and everything else stays")
{
    const job::Job job = demoJob();
    const job::Station& from = job.ports[0].stations[3];
    job::Station to;
    to.s = lengthFromMm(7);
    to.plan.area = areaFromMm2(800);
    to.unknown = {{"hardness", "87"}};
    constexpr std::array<std::string_view, 2> walls{"wall_mm", "unrepairable"};
    job::copyParts(from, to, walls);
    CHECK(to.wall == from.wall);
    CHECK(to.unrepairable == from.unrepairable);
    CHECK(to.s == lengthFromMm(7));
    CHECK(to.plan.area == areaFromMm2(800));
    CHECK(to.unknown.size() == 1);
    CHECK(to.section == job::Station{}.section);

    constexpr std::array<std::string_view, 3> more{"s_mm", "section", "pose"};
    job::copyParts(from, to, more);
    CHECK(to.s == from.s);
    CHECK(to.section == from.section);
    CHECK(to.pose == from.pose);
}

TEST_CASE("parts of a port are numbers, words, records and lists")
{
    const job::Job job = demoJob();
    const job::Port& from = job.ports[0];
    job::Port to;
    to.id = "X1";
    to.side = job::Side::Exhaust;
    constexpr std::array<std::string_view, 6> keys{"side", "cylinder", "material", "valve", "stations", "plan_name"};
    job::copyParts(from, to, keys);
    CHECK(to.id == "X1");
    CHECK(to.side == from.side);
    CHECK(to.cylinder == from.cylinder);
    CHECK(to.material == from.material);
    CHECK(to.valve == from.valve);
    CHECK(to.stations == from.stations);
    CHECK(to.probes.empty());
    CHECK(to.shortSide == job::Port{}.shortSide);
}

TEST_CASE("a key that a record does not have is a fault, and nothing is copied")
{
    const job::Job job = demoJob();
    job::Station to;
    constexpr std::array<std::string_view, 2> keys{"wall_mm", "wall"};
    CHECK_THROWS_AS(job::copyParts(job.ports[0].stations[0], to, keys), std::invalid_argument);
    CHECK(to == job::Station{});
}
