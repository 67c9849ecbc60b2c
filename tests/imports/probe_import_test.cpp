// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "imports/probe_import.hpp"
#include "imports/table_kind.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::imports;

namespace {

ProbeImport read(const std::string& text)
{
    const auto rows = splitTable(text);
    return readProbes(rows, guessProbeColumns(rows), {});
}

std::optional<TableKind> kindOf(const std::string& text) { return kindOfTable(splitTable(text)); }

}  // namespace

TEST_CASE("probe sets out of a table: a set for each station and lift, units by heading or cell")
{
    const auto import = read(
        "Set;Station [in];Lift mm;Left;Roof;Speed (ft/s);Note\n"
        "P1;0,5;8;0;0,5;100;a\nP1;0,5;8;0;-0,5;35 m/s;\nP1;0,5;10;0;0;;\n;1;10;0;0;80;\n");
    REQUIRE(import.troubles.empty());
    REQUIRE(import.sets.size() == 3);
    CHECK(inMm(*import.sets[0].stationS) == Approx(12.7));
    CHECK(inMm(*import.sets[0].lift) == Approx(8));
    REQUIRE(import.sets[0].readings.size() == 2);
    CHECK(import.sets[0].readings[0].speed->si() == Approx(30.48));
    CHECK(import.sets[0].readings[1].speed->si() == Approx(35));
    CHECK(import.sets[0].readings[1].v == Approx(-0.5));
    CHECK(import.sets[0].readings[0].note == "a");
    CHECK_FALSE(import.sets[1].readings[0].isRead());
    CHECK(import.sets[2].id.empty());
    CHECK_FALSE(import.sets[0].depression);
}

TEST_CASE("probe readings that cannot be read say where and why, the others are kept")
{
    const auto import = read("station,left,roof,speed\n10,0,0,80\n10,2,0,80\n,0,0,80\n10,0,,80\n");
    REQUIRE(import.sets.size() == 1);
    CHECK(import.sets[0].readings.size() == 1);
    REQUIRE(import.troubles.size() == 3);
    CHECK(told(import.troubles[0].phrase()).find("row 3, column B: ") == 0);
    CHECK(told(import.troubles[1].phrase()) == "row 4, column A: the distance from the window is missing");
    CHECK(told(import.troubles[2].phrase()) == "row 5, column C: the share toward the roof is missing");
    CHECK(told(read("station,left,roof,speed\n").troubles.front().phrase()).find("no row") != std::string::npos);
}

TEST_CASE("what a table is of is told by its headings, or not at all")
{
    CHECK(kindOf("s,width,height\n") == TableKind::Stations);
    CHECK(kindOf("s mm,area mm2\n") == TableKind::Stations);
    CHECK(kindOf("section,x,y,z\n") == TableKind::Touch);
    CHECK(kindOf("s,left,roof\n") == TableKind::Touch);
    CHECK(kindOf("set,station,left,roof,speed\n") == TableKind::Probes);
    CHECK(kindOf("lift,CFM\n") == TableKind::Flow);
    CHECK(kindOf("deg,lift\n") == TableKind::Lifts);
    CHECK(kindOf("left,roof\n") == TableKind::Outline);
    CHECK_FALSE(kindOf("0,36,33\n"));
    CHECK_FALSE(kindOf("name,phone\n"));
    CHECK_FALSE(kindOf(""));
}

TEST_CASE("a number under a heading with a unit is in that unit, in tables of stations too")
{
    const auto rows = splitTable("s [mm],width_in,height (in),radius\n25.4,1.5,1.25,10\n");
    const auto import = readStations(rows, guessColumns(rows), {});
    REQUIRE(import.troubles.empty());
    CHECK(inMm(import.stations[0].s) == Approx(25.4));
    CHECK(inMm(import.stations[0].section.shape.width) == Approx(38.1));
    CHECK(inMm(import.stations[0].section.shape.height) == Approx(31.75));
    CHECK(inMm(import.stations[0].section.shape.corners.roofLeft) == Approx(10));
}
