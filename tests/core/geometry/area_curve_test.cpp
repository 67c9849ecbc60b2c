// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <fstream>
#include <numbers>
#include <sstream>

#include "geometry/area_curve.hpp"
#include "geometry/section.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

TEST_CASE("a cone's volume is exact: V = pi h/3 (R2 + R r + r2)")
{
    for (const int stations : {2, 3, 5, 9}) {
        std::vector<AreaAt> knots;
        for (int i = 0; i < stations; ++i) {
            const double share = i / (stations - 1.0);
            const double r = 20 - 5 * share;
            knots.push_back({lengthFromMm(100 * share), areaFromMm2(pi * r * r)});
        }
        const AreaCurve cone(knots);
        CHECK(inCc(cone.volume()) == Approx(pi * 100 / 3 * (400 + 300 + 225) / 1000).epsilon(1e-9));
        CHECK(inMm2(cone.at(lengthFromMm(50))) == Approx(pi * 17.5 * 17.5).epsilon(1e-9));
    }
}

TEST_CASE("a bend of constant circular section holds area times the path of its centre (Pappus)")
{
    const double r = 18;
    const double bend = 40;
    const double angle = 75 * pi / 180;
    std::vector<AreaAt> knots;
    for (int i = 0; i <= 10; ++i)
        knots.push_back({lengthFromMm(bend * angle * i / 10), areaFromMm2(pi * r * r)});
    CHECK(inCc(AreaCurve(knots).volume()) == Approx(pi * r * r * bend * angle / 1000).epsilon(1e-12));
}

TEST_CASE("the curve passes through the stations and stays between neighbours")
{
    const std::vector<double> areas{1081, 1045, 1002, 958, 937, 977, 1036, 1500, 1400};
    std::vector<AreaAt> knots;
    for (std::size_t i = 0; i < areas.size(); ++i)
        knots.push_back({lengthFromMm(9.0 * static_cast<double>(i)), areaFromMm2(areas[i])});
    const AreaCurve curve(knots);
    for (std::size_t i = 0; i + 1 < knots.size(); ++i) {
        CHECK(inMm2(curve.at(knots[i].s)) == Approx(areas[i]));
        for (double share = 0.1; share < 1; share += 0.1) {
            const Area between = curve.at(knots[i].s + (knots[i + 1].s - knots[i].s) * share);
            CHECK(between >= std::min(knots[i].area, knots[i + 1].area) * (1 - 1e-12));
            CHECK(between <= std::max(knots[i].area, knots[i + 1].area) * (1 + 1e-12));
        }
    }
    CHECK(inMm(curve.smallest().s) == Approx(36));
}

TEST_CASE("sections, areas and volume agree with a port that was computed apart from this project")
{
    std::ifstream in(std::string(EURYTH_TEST_DATA) + "/bend-12-sections.csv");
    REQUIRE(in);
    std::vector<AreaAt> knots;
    for (std::string line; std::getline(in, line);) {
        if (line.starts_with('#'))
            continue;
        std::istringstream fields(line);
        double s{}, w{}, h{}, r{}, a{};
        char comma{};
        fields >> s >> comma >> w >> comma >> h >> comma >> r >> comma >> a;
        const Length radius = lengthFromMm(r);
        const RoundedRectangle shape{lengthFromMm(w), lengthFromMm(h), {radius, radius, radius, radius}};
        CHECK(inMm2(area(shape)) == Approx(a).epsilon(2e-5));
        knots.push_back({lengthFromMm(s), area(shape)});
    }
    REQUIRE(knots.size() > 30);
    const AreaCurve curve(knots);
    CHECK(inMm(curve.length()) == Approx(132.5059));
    // That volume is of a mesh whose sections are polygons, which are a little smaller than the round ones.
    CHECK(inCc(curve.volume()) == Approx(243.512).epsilon(6e-3));
    CHECK(inCc(curve.volume()) > 243.512);
}

TEST_CASE("nonsense is refused")
{
    const AreaAt a{lengthFromMm(0), areaFromMm2(1000)};
    const AreaAt b{lengthFromMm(10), areaFromMm2(1000)};
    CHECK_THROWS_AS(AreaCurve({a}), std::invalid_argument);
    CHECK_THROWS_AS(AreaCurve({b, a}), std::invalid_argument);
    CHECK_THROWS_AS(AreaCurve({a, {lengthFromMm(10), Area{}}}), std::invalid_argument);
}

TEST_CASE("the equivalent cone angle is that of the cone")
{
    const Angle angle = equivalentConeAngle(areaFromMm2(pi * 100), areaFromMm2(pi * 121), lengthFromMm(10));
    CHECK(inDegrees(angle) == Approx(2 * std::atan(0.1) * 180 / pi));
    CHECK(equivalentConeAngle(areaFromMm2(200), areaFromMm2(100), lengthFromMm(10)) < Angle{});
}
