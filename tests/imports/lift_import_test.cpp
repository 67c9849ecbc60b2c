// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "imports/csv.hpp"
#include "imports/lift_import.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::imports;

namespace {

LiftImport read(const std::string& text, CamAngles angles = CamAngles::Crank,
                units::System system = units::System::Metric)
{
    return readLifts(splitTable(text), angles, {system, '.'});
}

std::string trouble(const std::string& text)
{
    const auto import = read(text);
    REQUIRE_FALSE(import.troubles.empty());
    return told(import.troubles.front().phrase());
}

}  // namespace

TEST_CASE("a lift table: the greatest lift becomes the zero of the angles")
{
    const auto import = read("angle;lift\n250;0\n0;0\n100;10.5\n120;11\n140;11\n160;10.4\n");
    REQUIRE(import.troubles.empty());
    REQUIRE(import.table.size() == 6);
    CHECK(inDegrees(import.table.front().crank) == Approx(-130));  // the middle of 120 and 140 is the top
    CHECK(inDegrees(import.table.back().crank) == Approx(120));
    CHECK(inMm(import.greatest) == Approx(11));
    CHECK(inDegrees(import.duration) == Approx(250));
}

TEST_CASE("camshaft degrees count twice, inches and units of their own are read")
{
    const auto cam = read("0,0\n60,0.45\n120,0\n", CamAngles::Camshaft, units::System::Inch);
    REQUIRE(cam.troubles.empty());
    CHECK(inDegrees(cam.duration) == Approx(240));
    CHECK(inMm(cam.greatest) == Approx(0.45 * 25.4));
    const auto mixed = read("0,0\n60,0.45in\n120,0\n");
    REQUIRE(mixed.troubles.empty());
    CHECK(inMm(mixed.greatest) == Approx(0.45 * 25.4));
}

TEST_CASE("what a lift table cannot be is told with its row")
{
    CHECK(trouble("0,0\n60,nine\n120,0\n180,0\n").find("row 2") != std::string::npos);
    CHECK(trouble("0,0\n60,9\n60,8\n120,0\n").find("twice") != std::string::npos);
    CHECK(trouble("0,0\n60,9\n120,1\n").find("begin and end closed") != std::string::npos);
    CHECK(trouble("0,0\n60,0\n120,0\n").find("no lift is over 0") != std::string::npos);
    CHECK(trouble("0,0\n60,9\n").find("three points") != std::string::npos);
    CHECK(trouble("0,0\n60,-1\n120,0\n").find("0 or more") != std::string::npos);
    CHECK(trouble("").find("three points") != std::string::npos);
}
