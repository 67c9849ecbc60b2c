// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include <boost/geometry.hpp>
#include <boost/geometry/geometries/multi_polygon.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>

#include "geometry/any_section.hpp"
#include "geometry/wall_contour.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

Outline fromMm(std::initializer_list<std::pair<double, double>> points)
{
    Outline outline;
    for (const auto& [left, up] : points)
        outline.points.push_back({left * 1e-3, up * 1e-3});
    return outline;
}

const Outline kL = fromMm({{10, 15}, {10, -15}, {-20, -15}, {-20, -5}, {-10, -5}, {-10, 15}});

/// A rounded rectangle as a fine polygon, from its definition (not through WallContour).
Outline traced(double w, double h, double r, int perCorner)
{
    Outline outline;
    const double cx[] = {w / 2 - r, -(w / 2 - r), -(w / 2 - r), w / 2 - r};
    const double cy[] = {h / 2 - r, h / 2 - r, -(h / 2 - r), -(h / 2 - r)};
    for (int corner = 0; corner < 4; ++corner) {
        for (int i = 0; i <= perCorner; ++i) {
            const double angle = pi / 2 * (corner + static_cast<double>(i) / perCorner);
            outline.points.push_back(
                {(cx[corner] + r * std::cos(angle)) * 1e-3, (cy[corner] + r * std::sin(angle)) * 1e-3});
        }
    }
    return outline;
}

}  // namespace

TEST_CASE("area, perimeter and middle of a traced L by hand")
{
    // 20 x 30 plus 10 x 10 at its foot on the right.
    CHECK(inMm2(area(kL)) == Approx(700));
    CHECK(inMm(perimeter(kL)) == Approx(2 * 30 + 2 * 30));
    CHECK(centroid(kL).left * 1e3 == Approx((600.0 * 0 + 100.0 * -15) / 700));
    CHECK(centroid(kL).up * 1e3 == Approx((600.0 * 0 + 100.0 * -10) / 700));
    CHECK(inMm(boxOf(kL).width) == Approx(30));
    CHECK(boxOf(kL).middle.left * 1e3 == Approx(-5));
}

TEST_CASE("distance to the wall and width at a height of a traced L")
{
    CHECK(distanceToWall(kL, {0, 0}) * 1e3 == Approx(10));
    CHECK(distanceToWall(kL, {-0.015, -0.010}) * 1e3 == Approx(5));
    CHECK(distanceToWall(kL, {-0.015, 0.005}) * 1e3 == Approx(-5));  // in the notch, outside
    CHECK(widthAt(kL, 0.0) * 1e3 == Approx(20));
    CHECK(widthAt(kL, -0.010) * 1e3 == Approx(30));
    CHECK(widthAt(kL, 0.020) == 0.0);
    const Length r = lengthFromMm(10);
    CHECK(widthAt(RoundedRectangle{r * 2.0, r * 2.0, {r, r, r, r}}, 0.006) * 1e3 == Approx(16));  // circle, 6-8-10
}

TEST_CASE("outlines that cannot be computed with say why")
{
    CHECK_FALSE(problemOf(kL));
    CHECK(*problemOf(fromMm({{0, 0}, {1, 1}})) == say("must.outline-points", {{"points", count(2)}}));
    CHECK(problemOf(fromMm({{10, 10}, {-10, -10}, {10, -10}, {-10, 10}}))->id() == "must.outline-cross");
    CHECK(problemOf(fromMm({{0, 0}, {5, 0}, {10, 0}})).has_value());
    CHECK(problemOf(fromMm({{0, 0}, {5, 5}, {std::nan(""), 0}}))->id() == "must.outline-near");
    CHECK(problemOf(fromMm({{0, 0}, {5, 5}, {1e300, 0}})));
}

TEST_CASE("scale from a known length, mirror, centre")
{
    CHECK(inMm(boxOf(scaledToWidth(kL, lengthFromMm(60))).width) == Approx(60));
    CHECK(inMm2(area(scaledToWidth(kL, lengthFromMm(60)))) == Approx(2800));
    CHECK(boxOf(centred(kL)).middle.left == Approx(0).margin(1e-12));
    CHECK(centroid(mirrored(kL)).left == Approx(-centroid(kL).left));
    CHECK(inMm2(area(scaledToArea(Section(kL), areaFromMm2(175)))) == Approx(175));
    const Section m =
        mirrored(Section(RoundedRectangle{lengthFromMm(30), lengthFromMm(30), {lengthFromMm(9), {}, {}, {}}}));
    CHECK(inMm(std::get<RoundedRectangle>(m).corners.roofRight) == Approx(9));
}

TEST_CASE("a finely traced rounded rectangle has the exact numbers of the measured one")
{
    const Length r = lengthFromMm(9);
    const Section exact = RoundedRectangle{lengthFromMm(38), lengthFromMm(32), {r, r, r, r}};
    const Section polygon = traced(38, 32, 9, 64);
    CHECK(area(polygon).si() == Approx(area(exact).si()).epsilon(1e-4));
    CHECK(perimeter(polygon).si() == Approx(perimeter(exact).si()).epsilon(1e-4));
    CHECK(distanceToWall(polygon, {0.012, 0.011}) == Approx(distanceToWall(exact, {0.012, 0.011})).epsilon(1e-3));
    const WallContour a(exact);
    const WallContour b(polygon);
    for (const Sector s : kSectors) {
        const Point p = a.placeAt(a.middleOf(s)).point;
        const Point q = b.placeAt(b.middleOf(s)).point;
        // The middle of a corner's arc and the place toward the box's corner differ a little in an oblong section.
        CHECK(std::hypot(p.left - q.left, p.up - q.up) < 1.5e-3);
    }
    const auto shares = b.areaShares();
    CHECK(shares[0] + shares[1] + shares[2] + shares[3] + shares[4] + shares[5] + shares[6] + shares[7] == Approx(1));
}

TEST_CASE("the wall of an outline is found whichever way it was traced, and closes")
{
    for (const bool backwards : {false, true}) {
        Outline outline = kL;
        if (backwards)
            std::ranges::reverse(outline.points);
        const WallContour wall{Section(outline)};
        CHECK(inMm(wall.length()) == Approx(120));
        CHECK(wall.placeAt({}).point.up * 1e3 == Approx(15));
        const Point start = wall.placeAt({}).point;
        const Point end = wall.placeAt(wall.length() * (1 - 1e-12)).point;
        CHECK(std::hypot(start.left - end.left, start.up - end.up) < 1e-9);
        CHECK(wall.placeAt(wall.middleOf(Sector::Left)).outward.left == Approx(1));
        CHECK(wall.placeAt(wall.middleOf(Sector::Floor)).outward.up == Approx(-1));
    }
}

TEST_CASE("a cut of one depth all round adds what Boost.Geometry's buffer adds")
{
    namespace bg = boost::geometry;
    using P = bg::model::d2::point_xy<double>;
    bg::model::polygon<P> polygon;
    const Outline hexagon = fromMm({{20, 0}, {12, 17}, {-9, 19}, {-21, 2}, {-11, -16}, {10, -18}});
    for (const Point& p : hexagon.points)
        bg::append(polygon.outer(), P(p.left * 1e3, p.up * 1e3));
    bg::correct(polygon);
    bg::model::multi_polygon<bg::model::polygon<P>> grown;
    bg::buffer(polygon, grown, bg::strategy::buffer::distance_symmetric<double>(1.5),
               bg::strategy::buffer::side_straight{}, bg::strategy::buffer::join_round(720),
               bg::strategy::buffer::end_round(36), bg::strategy::buffer::point_circle(36));
    PerSector<Length> depths;
    depths.fill(lengthFromMm(1.5));
    const Area added = WallContour(Section(hexagon)).cutForm().areaAdded(depths);
    CHECK(inMm2(added) == Approx(bg::area(grown) - bg::area(polygon)).epsilon(1e-4));
}

TEST_CASE("an outline that is grown has the area of Steiner's formula, whichever way it was traced")
{
    // A convex polygon and everything within r of it: A + P r + pi r^2 (Steiner, 1840).
    Outline square{{{0.0, 0.0}, {0.03, 0.0}, {0.03, 0.02}, {0.0, 0.02}}};
    for (const double mm : {0.5, 1.0, 3.0}) {
        const double r = mm * 1e-3;
        const double expected = 6e-4 + 0.1 * r + std::numbers::pi * r * r;
        CHECK(area(grownBy(square, lengthFromMm(mm))).si() == Approx(expected).epsilon(1e-4));
        std::ranges::reverse(square.points);
    }
    CHECK_FALSE(problemOf(grownBy(square, lengthFromMm(1.0))));
}
