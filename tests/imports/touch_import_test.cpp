// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "geometry/outline.hpp"
#include "imports/touch_import.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::imports;

namespace {

const units::DisplayUnits kMetric;

TouchImport read(const std::string& text, Length ball = {})
{
    const auto rows = splitTable(text);
    return readTouch(rows, guessTouchColumns(rows), kMetric, ball);
}

/// A circle of `radius` about (x, 0, 0), square to x: points in any order that `step` gives.
std::string circle(const std::string& name, double x, double radius, int step = 1, int points = 24)
{
    std::string text;
    for (int i = 0; i < points; ++i) {
        const double angle = 2.0 * std::numbers::pi * (i * step % points) / points;
        text += name + "," + std::to_string(x) + "," + std::to_string(radius * std::cos(angle)) + "," +
                std::to_string(radius * std::sin(angle)) + "\n";
    }
    return text;
}

double mm2(const job::Station& station) { return inMm2(geometry::area(geometry::Outline{station.section.points})); }

/// Area of a regular polygon with `points` corners on a circle.
double polygon(double radius, int points = 24)
{
    return points / 2.0 * radius * radius * std::sin(2.0 * std::numbers::pi / points);
}

}  // namespace

TEST_CASE("touched sections in space become traced stations with places, a name each")
{
    const auto import = read("section,x,y,z\n" + circle("a", 100, 16) + circle("b", 120, 15) + circle("c", 145, 14));
    REQUIRE(import.troubles.empty());
    REQUIRE(import.stations.size() == 3);
    CHECK(import.stations[0].s.si() == Approx(0).margin(1e-12));
    CHECK(inMm(import.stations[1].s) == Approx(20));
    CHECK(inMm(import.stations[2].s) == Approx(45));
    CHECK(inMm(*import.stations[2].pose.x) == Approx(45));
    CHECK(inDegrees(*import.stations[1].pose.pitch) == Approx(0).margin(1e-6));
    // 0.02 mm of simplifying leave the area to a fifth of a per cent.
    CHECK(mm2(import.stations[0]) == Approx(polygon(16)).epsilon(2e-3));
    CHECK(mm2(import.stations[2]) == Approx(polygon(14)).epsilon(2e-3));
}

TEST_CASE("sections without names are parted by empty rows, and points in any order are put round the wall")
{
    const auto unnamed = [](double x, int step) {
        const auto rows = splitTable(circle("a", x, 15, step));
        std::string text;
        for (const Row& row : rows)
            text += row[1] + "," + row[2] + "," + row[3] + "\n";
        return text;
    };
    const auto import = read(unnamed(0, 7) + ",,\n" + unnamed(30, 5));
    REQUIRE(import.troubles.empty());
    REQUIRE(import.stations.size() == 2);
    CHECK(mm2(import.stations[0]) == Approx(polygon(15)).epsilon(2e-3));
    CHECK(mm2(import.stations[1]) == Approx(polygon(15)).epsilon(2e-3));
}

TEST_CASE("the middle of the probe's ball lies half a ball inside the wall")
{
    const auto import = read("section,x,y,z\n" + circle("a", 0, 15) + circle("b", 30, 15), lengthFromMm(2));
    REQUIRE(import.troubles.empty());
    // A polygon grown by r: A + P r + pi r^2 (Steiner's formula).
    const double perimeter = 24 * 2 * 15 * std::sin(std::numbers::pi / 24);
    CHECK(mm2(import.stations[0]) == Approx(polygon(15) + perimeter + std::numbers::pi).epsilon(3e-3));
}

TEST_CASE("points in the section's own plane need its distance, and their heading's unit is theirs")
{
    const auto import = read("s mm,left in,roof in\n10,0,0\n10,1,0\n10,1,1\n10,0,1\n0,0,0\n0,2,0\n0,2,1\n0,0,1\n");
    REQUIRE(import.troubles.empty());
    REQUIRE(import.stations.size() == 2);
    CHECK(inMm(import.stations[0].s) == Approx(0).margin(1e-12));
    CHECK(mm2(import.stations[0]) == Approx(2 * 645.16));
    CHECK(mm2(import.stations[1]) == Approx(645.16));
    CHECK_FALSE(import.stations[0].pose.complete());
}

TEST_CASE("touched points that cannot be used say where and why")
{
    const auto first = [](const std::string& text) {
        const auto import = read(text);
        REQUIRE_FALSE(import.troubles.empty());
        return told(import.troubles.front().phrase());
    };
    CHECK(first("section,x,y,z\na,0,0,0\na,0,q,0\n").find("row 3, column C: ") == 0);
    CHECK(first("section,x,y,z\na,0,,0\n") == "row 2, column C: the y is missing");
    CHECK(first("section,x,y,z\n" + circle("a", 0, 15)).find("at least two sections are needed") != std::string::npos);
    CHECK(first("s,left,roof\n5,0,0\n5,1,1\n").find("row 2, column A: ") == 0);
    CHECK(first("section,x,y,z\n").find("there is no row") != std::string::npos);
}
