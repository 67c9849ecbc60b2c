// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>

#include "geometry/layout.hpp"
#include "geometry/loft.hpp"
#include "geometry/wall_contour.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

Section circle(double mm)
{
    const Length r = lengthFromMm(mm / 2);
    return RoundedRectangle{r * 2.0, r * 2.0, {r, r, r, r}};
}

Pose straightPose(double mm)
{
    Pose pose;
    pose.x = lengthFromMm(mm);
    return pose;
}

}  // namespace

TEST_CASE("the loft of a cone holds the frustum's volume, by tetrahedra")
{
    std::vector<PlacedSection> sections;
    for (const double s : {0.0, 15.0, 40.0, 60.0})
        sections.push_back({lengthFromMm(s), straightPose(s), circle(40 - s / 6)});
    const Loft loft = loftOf(sections, 30, 4);
    const double r1 = 20;
    const double r2 = 15;
    CHECK(inCc(volumeOf(loft)) == Approx(pi * 60 / 3 * (r1 * r1 + r1 * r2 + r2 * r2) / 1000).epsilon(1e-3));
}

TEST_CASE("the loft of a bend of constant circular section holds area times the path of its centre (Pappus)")
{
    // Straight 0, turn 90 degrees, 12 mm short side and 36 mm across: the centre runs on 30 mm.
    std::vector<StationHeight> heights;
    const double length = 30 * pi / 2;
    for (int i = 0; i <= 18; ++i)
        heights.push_back({lengthFromMm(length * i / 18), lengthFromMm(36)});
    const auto poses = layOut({{}, angleFromDegrees(90), lengthFromMm(12), lengthFromMm(5)}, heights);
    std::vector<PlacedSection> sections;
    for (std::size_t i = 0; i < poses.size(); ++i)
        sections.push_back({heights[i].s, poses[i], circle(36)});
    const double pappus = pi * 18 * 18 * length / 1000;
    CHECK(inCc(volumeOf(loftOf(sections, 30, 3))) == Approx(pappus).epsilon(2e-3));
    // Turning the head in space changes nothing.
    for (auto& placed : sections) {
        placed.pose.y = placed.pose.x * std::sin(0.5);
        placed.pose.x = placed.pose.x * std::cos(0.5);
        placed.pose.yaw = Angle::fromSi(0.5);
    }
    CHECK(inCc(volumeOf(loftOf(sections, 30, 3))) == Approx(pappus).epsilon(2e-3));
}

TEST_CASE("rings lie on the stations' sections, and a yawed heading turns left with right")
{
    Pose pose;
    pose.yaw = angleFromDegrees(90);  // heading +y: left is -x
    CHECK(inHead(pose, {0.01, 0.0}).x == Approx(-0.01));
    CHECK(inHead(pose, {0.0, 0.02}).z == Approx(0.02));
    Pose down;
    down.pitch = angleFromDegrees(-90);  // straight down: the roof looks forward
    CHECK(inHead(down, {0.0, 0.02}).x == Approx(0.02));
    std::vector<PlacedSection> sections{{{}, straightPose(0), circle(30)},
                                        {lengthFromMm(10), straightPose(10), circle(32)}};
    const Loft loft = loftOf(sections, 2, 1);
    CHECK(loft.rings.size() == 3);
    CHECK(loft.stationRings == std::vector<std::size_t>{0, 2});
    CHECK(loft.rings[0][0].z == Approx(0.015));
    CHECK(loft.rings[1][0].z == Approx(0.0155));  // half way up a straight cone
    CHECK_THROWS_AS(loftOf(std::vector<PlacedSection>{sections[0]}), std::invalid_argument);
}

TEST_CASE("a loft's volume is that of its slices, whose areas Boost.Geometry works out")
{
    namespace bg = boost::geometry;
    using P = bg::model::d2::point_xy<double>;
    std::vector<PlacedSection> sections;
    const double widths[] = {36, 33, 31, 35, 40};
    for (int i = 0; i < 5; ++i) {
        const Length r = lengthFromMm(7 + i);
        sections.push_back({lengthFromMm(20.0 * i), straightPose(20.0 * i),
                            RoundedRectangle{lengthFromMm(widths[i]), lengthFromMm(34 + i), {r, r, r, r}}});
    }
    const Loft loft = loftOf(sections, 12, 9);
    double cc = 0;
    std::vector<double> areas;
    for (const auto& ring : loft.rings) {
        bg::model::polygon<P> slice;
        for (const auto& p : ring)
            bg::append(slice.outer(), P(p.y * 1e3, p.z * 1e3));
        bg::correct(slice);
        areas.push_back(bg::area(slice));
    }
    for (std::size_t i = 0; i + 1 < areas.size(); ++i)
        cc += (areas[i] + areas[i + 1]) / 2 * inMm(loft.s[i + 1] - loft.s[i]) / 1000;
    CHECK(inCc(volumeOf(loft)) == Approx(cc).epsilon(2e-4));
    CHECK(areas[loft.stationRings[2]] == Approx(inMm2(area(sections[2].section))).epsilon(3e-3));
}

namespace {

std::vector<PlacedSection> straightPipe(std::initializer_list<std::pair<double, double>> diameterAt)
{
    std::vector<PlacedSection> sections;
    for (const auto& [s, mm] : diameterAt)
        sections.push_back({lengthFromMm(s), straightPose(s), circle(mm)});
    return sections;
}

/// Smallest and largest distance of the loft's wall from a straight pipe's axis, as diameters in mm.
std::pair<double, double> diametersOf(const Loft& loft)
{
    std::pair<double, double> range{1e9, 0.0};
    for (const auto& ring : loft.rings) {
        for (const Point3& p : ring) {
            const double mm = 2e3 * std::hypot(p.y, p.z);
            range = {std::min(range.first, mm), std::max(range.second, mm)};
        }
    }
    return range;
}

}  // namespace

TEST_CASE("a loft over unevenly spaced stations never leaves the range of its two stations")
{
    const auto first =
        diametersOf(loftOf(straightPipe({{0, 36}, {15, 36}, {30, 36}, {32, 33}, {60, 33}, {90, 36}}), 6, 12));
    CHECK(first.first == Approx(33).epsilon(1e-6));
    CHECK(first.second == Approx(36).epsilon(1e-6));
    const auto second = diametersOf(loftOf(straightPipe({{0, 30}, {20, 30}, {22, 40}, {60, 40}}), 6, 12));
    CHECK(second.first == Approx(30).epsilon(1e-6));
    CHECK(second.second == Approx(40).epsilon(1e-6));
}

TEST_CASE("a section that grows one way and shrinks the other keeps its area between those of its stations")
{
    const auto rectangle = [](double w, double h) { return RoundedRectangle{lengthFromMm(w), lengthFromMm(h), {}}; };
    const std::vector<PlacedSection> sections{{{}, straightPose(0), rectangle(50, 20)},
                                              {lengthFromMm(30), straightPose(30), rectangle(20, 50)}};
    const Loft loft = loftOf(sections, 6, 7);
    for (const auto& ring : loft.rings) {
        std::vector<Point> flat;
        for (const Point3& p : ring)
            flat.push_back({p.y, p.z});
        CHECK(std::abs(polygonArea(flat)) == Approx(1e-3).epsilon(1e-9));
    }
}

TEST_CASE("between stations on an arc the sections stand on the arc, square to it, wherever it lies in space")
{
    const double radius = 0.04;
    for (const double tilt : {0.0, 0.6}) {
        std::vector<PlacedSection> sections;
        for (int i = 0; i <= 4; ++i) {
            const double angle = pi / 8 * i;
            Pose pose;
            pose.x = Length::fromSi(radius * std::sin(angle));
            if (tilt == 0.0) {
                pose.z = Length::fromSi(-radius * (1 - std::cos(angle)));
                pose.pitch = Angle::fromSi(-angle);
            } else {
                pose.y = Length::fromSi(radius * (1 - std::cos(angle)));
                pose.yaw = Angle::fromSi(angle);
            }
            sections.push_back({Length::fromSi(radius * angle), pose, circle(30)});
        }
        for (double s = 0; s <= radius * pi / 2; s += 0.002) {
            const Frame frame = frameAt(sections, Length::fromSi(s));
            const double across = tilt == 0.0 ? frame.origin.z + radius : frame.origin.y - radius;
            CHECK(std::hypot(frame.origin.x, across) == Approx(radius).epsilon(2e-4));
            CHECK(frame.forward().x == Approx(std::cos(s / radius)).margin(2e-3));
        }
    }
}
