// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>

#include "geometry/wall_contour.hpp"

using namespace euryth;
using namespace euryth::geometry;

namespace {

RoundedRectangle uneven()
{
    return {lengthFromMm(36), lengthFromMm(33), {lengthFromMm(4), lengthFromMm(6), lengthFromMm(8), lengthFromMm(10)}};
}
RoundedRectangle circle(double r)
{
    return {
        lengthFromMm(2 * r), lengthFromMm(2 * r), {lengthFromMm(r), lengthFromMm(r), lengthFromMm(r), lengthFromMm(r)}};
}
RoundedRectangle sharp() { return {lengthFromMm(30), lengthFromMm(20), {}}; }

PerSector<Length> depths(std::initializer_list<double> mm)
{
    PerSector<Length> d{};
    std::transform(mm.begin(), mm.end(), d.begin(), lengthFromMm);
    return d;
}

}  // namespace

TEST_CASE("the wall's length is the section's perimeter, and its polygon the section's area")
{
    for (const auto& s : {uneven(), circle(20), sharp()}) {
        const WallContour wall(s);
        CHECK(wall.length().si() == Approx(perimeter(s).si()).epsilon(1e-12));
        const auto outline = wall.outline(20000);
        CHECK(polygonArea(outline) == Approx(area(s).si()).epsilon(1e-6));
    }
}

TEST_CASE("sectors run clockwise from the roof, as seen from the window")
{
    const WallContour wall(uneven());
    const auto at = [&](Sector s) { return wall.placeAt(wall.middleOf(s)); };
    CHECK(at(Sector::Roof).point.up == Approx(0.0165));
    CHECK(at(Sector::Right).point.left == Approx(-0.018));
    CHECK(at(Sector::Floor).point.up == Approx(-0.0165));
    CHECK(at(Sector::Left).point.left == Approx(0.018));
    CHECK(at(Sector::RoofRight).outward.left == Approx(-std::numbers::sqrt2 / 2));
    CHECK(at(Sector::RoofRight).outward.up == Approx(std::numbers::sqrt2 / 2));
    CHECK(at(Sector::FloorLeft).outward.left == Approx(std::numbers::sqrt2 / 2));
    Length last = Length::fromSi(-1);
    for (const Sector s : kSectors) {
        CHECK(wall.middleOf(s) > last);
        last = wall.middleOf(s);
    }
    CHECK(last < wall.length());
}

TEST_CASE("an even cut round a circle gives the larger circle, exactly")
{
    const double r = 20;
    const double d = 1.5;
    const auto form = WallContour(circle(r)).cutForm();
    const double added = inMm2(form.areaAdded(depths({d, d, d, d, d, d, d, d})));
    CHECK(added == Approx(std::numbers::pi * ((r + d) * (r + d) - r * r)).epsilon(1e-9));
}

TEST_CASE("an even cut round a rectangle adds its perimeter and four quarter disks (Steiner's formula)")
{
    const double d = 2;
    const auto form = WallContour(sharp()).cutForm();
    const double added = inMm2(form.areaAdded(depths({d, d, d, d, d, d, d, d})));
    CHECK(added == Approx(100 * d + std::numbers::pi * d * d).epsilon(1e-9));
}

TEST_CASE("an uneven cut agrees with the polygon of the moved wall")
{
    const auto cut = depths({0.4, 1.1, 0.0, 0.3, 2.0, 1.2, 0.7, 0.1});
    for (const auto& s : {uneven(), circle(20)}) {
        const WallContour wall(s);
        const double polygon = polygonArea(wall.outline(40000, cut));
        const double exact = area(s).si() + wall.cutForm().areaAdded(cut).si();
        CHECK(exact == Approx(polygon).epsilon(2e-6));
    }
}

TEST_CASE("the sectors share the area between them")
{
    const auto shares = WallContour(uneven()).areaShares();
    double sum = 0;
    for (const double share : shares) {
        CHECK(share > 0.03);
        sum += share;
    }
    CHECK(sum == Approx(1));
    for (const double share : WallContour(circle(10)).areaShares())
        CHECK(share == Approx(0.125).epsilon(1e-3));
}

TEST_CASE("depth changes linearly between the middles of neighbouring sectors")
{
    const WallContour wall(uneven());
    const auto cut = depths({1, 0, 0, 0, 0, 0, 0, 0});
    CHECK(inMm(wall.depthAt({}, cut)) == Approx(1));
    CHECK(inMm(wall.depthAt(wall.middleOf(Sector::RoofRight) / 2.0, cut)) == Approx(0.5));
    CHECK(inMm(wall.depthAt(wall.middleOf(Sector::Right), cut)) == Approx(0).margin(1e-12));
    CHECK(inMm(wall.depthAt(wall.length(), cut)) == Approx(1));
}
