// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "geometry/section.hpp"
#include "geometry/valve_end.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

RoundedRectangle section(double w, double h, double rl, double rr, double fr, double fl)
{
    return {lengthFromMm(w), lengthFromMm(h), {lengthFromMm(rl), lengthFromMm(rr), lengthFromMm(fr), lengthFromMm(fl)}};
}

}  // namespace

TEST_CASE("area and perimeter are exact where geometry gives them")
{
    // Rectangle, circle and stadium of elementary geometry (Bronshtein et al., Handbook of Mathematics, plane figures).
    CHECK(inMm2(area(section(30, 40, 0, 0, 0, 0))) == Approx(1200));
    CHECK(inMm(perimeter(section(30, 40, 0, 0, 0, 0))) == Approx(140));
    CHECK(inMm2(area(section(40, 40, 20, 20, 20, 20))) == Approx(pi * 400));
    CHECK(inMm(perimeter(section(40, 40, 20, 20, 20, 20))) == Approx(pi * 40));
    CHECK(inMm2(area(section(30, 50, 15, 15, 15, 15))) == Approx(30 * 20 + pi * 225));
    CHECK(inMm(perimeter(section(30, 50, 15, 15, 15, 15))) == Approx(40 + pi * 30));
    // Four different corners: each takes (1 - pi/4) r^2 off, and (2 - pi/2) r.
    CHECK(inMm2(area(section(36, 33, 4, 6, 8, 10))) == Approx(36 * 33 - (1 - pi / 4) * (16 + 36 + 64 + 100)));
    CHECK(inMm(perimeter(section(36, 33, 4, 6, 8, 10))) == Approx(2 * 69 - (2 - pi / 2) * 28));
}

TEST_CASE("the hydraulic diameter of a circle is its diameter")
{
    CHECK(inMm(hydraulicDiameter(section(38, 38, 19, 19, 19, 19))) == Approx(38));
}

TEST_CASE("the centroid moves away from the larger radii")
{
    const auto even = centroid(section(36, 33, 8, 8, 8, 8));
    CHECK(even.left == Approx(0).margin(1e-12));
    CHECK(even.up == Approx(0).margin(1e-12));
    CHECK(centroid(section(36, 33, 12, 12, 0, 0)).up < -1e-4);
    // A half disk: the centroid lies 4 r / (3 pi) from its flat side (Bronshtein). Here r = 20, flat side on the floor.
    const auto half = centroid(section(40, 20, 20, 20, 0, 0));
    CHECK(half.up == Approx(-0.010 + 4 * 0.020 / (3 * pi)));
}

TEST_CASE("distance to the wall is that of the figure")
{
    const auto s = section(40, 30, 10, 10, 10, 10);
    CHECK(distanceToWall(s, {0, 0}) == Approx(0.015));
    CHECK(distanceToWall(s, {0.018, 0}) == Approx(0.002));
    CHECK(distanceToWall(s, {0.021, 0}) < 0);
    CHECK(distanceToWall(s, {0.010, 0.005}) == Approx(0.010));
    CHECK(distanceToWall(s, {0.0199, 0.0149}) < 0);  // in the corner that the radius takes away
}

TEST_CASE("scaling to an area keeps the proportions")
{
    const auto s = section(36, 33, 4, 6, 8, 10);
    const auto bigger = scaledToArea(s, areaFromMm2(1300));
    CHECK(inMm2(area(bigger)) == Approx(1300));
    CHECK(bigger.width / bigger.height == Approx(s.width / s.height));
}

TEST_CASE("throat share and net area")
{
    CHECK(throatShare(lengthFromMm(40.5), lengthFromMm(45)) == Approx(0.9));
    CHECK(inMm2(throatNetArea(lengthFromMm(40), lengthFromMm(8))) == Approx(pi * (400 - 16)));
}
