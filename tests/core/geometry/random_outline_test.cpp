// SPDX-License-Identifier: GPL-3.0-or-later
// What has to hold for any traced section, on many seeded random ones.
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>
#include <random>

#include "geometry/any_section.hpp"
#include "geometry/wall_contour.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

/// A star-shaped outline of 12 to 40 corners, 12 to 25 mm from its middle, which lies somewhere.
Outline randomOutline(std::mt19937& random)
{
    std::uniform_int_distribution<int> count(12, 40);
    std::uniform_real_distribution<double> radius(0.012, 0.025);
    std::uniform_real_distribution<double> offset(-0.02, 0.02);
    const int corners = count(random);
    const Point middle{offset(random), offset(random)};
    Outline outline;
    for (int i = 0; i < corners; ++i) {
        const double angle = 2 * pi * i / corners;
        const double r = radius(random);
        outline.points.push_back({middle.left + r * std::cos(angle), middle.up + r * std::sin(angle)});
    }
    return outline;
}

template <class Check>
void forMany(Check check)
{
    std::mt19937 random(7);
    for (int i = 0; i < 60; ++i) {
        INFO("outline " << i);
        check(randomOutline(random), random);
    }
}

}  // namespace

TEST_CASE("the wall is as long as the outline, closes, and its sectors come in order")
{
    forMany([](const Outline& outline, std::mt19937&) {
        const WallContour wall{Section(outline)};
        CHECK(wall.length().si() == Approx(perimeter(outline).si()).epsilon(1e-9));
        const Point start = wall.placeAt({}).point;
        const Point end = wall.placeAt(wall.length() * (1 - 1e-12)).point;
        CHECK(std::hypot(start.left - end.left, start.up - end.up) < 1e-9);
        Length last = Length::fromSi(-1);
        for (const Sector s : kSectors) {
            CHECK(wall.middleOf(s) > last);
            last = wall.middleOf(s);
        }
        double shares = 0;
        for (const double share : wall.areaShares())
            shares += share;
        CHECK(shares == Approx(1));
    });
}

TEST_CASE("every place on the wall is on the wall, and a step outward is outside")
{
    forMany([](const Outline& outline, std::mt19937&) {
        const WallContour wall{Section(outline)};
        for (int i = 0; i < 97; ++i) {
            const auto place = wall.placeAt(wall.length() * (i / 97.0));
            CHECK(distanceToWall(outline, place.point) == Approx(0).margin(1e-9));
            CHECK(std::hypot(place.outward.left, place.outward.up) == Approx(1));
            const Point outside{place.point.left + 1e-7 * place.outward.left, place.point.up + 1e-7 * place.outward.up};
            CHECK(distanceToWall(outline, outside) < 0);
        }
    });
}

TEST_CASE("area is the integral of the width, and does not depend on where the outline lies or how it is turned round")
{
    forMany([](const Outline& outline, std::mt19937&) {
        const Box box = boxOf(outline);
        constexpr int lines = 4000;
        const double low = box.middle.up - box.height.si() / 2;
        double sum = 0;
        for (int i = 0; i < lines; ++i)
            sum += widthAt(Section(outline), low + box.height.si() * (i + 0.5) / lines);
        CHECK(sum * box.height.si() / lines == Approx(area(outline).si()).epsilon(1e-4));
        CHECK(area(centred(outline)).si() == Approx(area(outline).si()));
        CHECK(area(mirrored(outline)).si() == Approx(area(outline).si()));
        Outline turned = outline;
        std::ranges::rotate(turned.points, turned.points.begin() + 5);
        std::ranges::reverse(turned.points);
        CHECK(area(turned).si() == Approx(area(outline).si()));
        CHECK(WallContour(Section(turned)).length().si() == Approx(perimeter(outline).si()));
        CHECK(area(scaledBy(outline, 1.7)).si() == Approx(1.7 * 1.7 * area(outline).si()));
    });
}

TEST_CASE("a small cut adds its depth times the wall, and more depth adds more")
{
    forMany([](const Outline& outline, std::mt19937& random) {
        const WallContour wall{Section(outline)};
        const auto form = wall.cutForm();
        PerSector<Length> depths;
        depths.fill(lengthFromMm(0.001));
        CHECK(form.areaAdded(depths).si() == Approx(1e-6 * wall.length().si()).epsilon(1e-3));
        std::uniform_real_distribution<double> mm(0, 1);
        for (auto& depth : depths)
            depth = lengthFromMm(mm(random));
        const Area before = form.areaAdded(depths);
        depths[index(Sector::Floor)] += lengthFromMm(0.2);
        CHECK(form.areaAdded(depths) > before);
    });
}
