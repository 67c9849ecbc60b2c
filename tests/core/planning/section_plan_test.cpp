// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <numbers>
#include <random>

#include "geometry/wall_contour.hpp"
#include "planning/section_plan.hpp"

using namespace euryth;
using namespace euryth::planning;
using geometry::index;
using geometry::RoundedRectangle;
using geometry::Sector;

namespace {

RoundedRectangle rectangle(double w, double h, double r)
{
    const Length radius = lengthFromMm(r);
    return {lengthFromMm(w), lengthFromMm(h), {radius, radius, radius, radius}};
}

SectionRoom everywhere(double mm)
{
    SectionRoom room{};
    room.fill(lengthFromMm(mm));
    return room;
}

const RoundedRectangle& shapeOf(const PlannedSection& plan) { return std::get<RoundedRectangle>(plan.section); }

}  // namespace

TEST_CASE("a circle grows into the circle of the wished area, an oval stays an oval")
{
    const double wanted = std::numbers::pi * 21 * 21;
    const auto circle = planSection(rectangle(40, 40, 20), everywhere(3), {areaFromMm2(wanted), {}, {}});
    REQUIRE(circle.met);
    CHECK(inMm(shapeOf(circle).width) == Approx(42));
    CHECK(inMm(shapeOf(circle).height) == Approx(42));
    CHECK(inMm(shapeOf(circle).corners.roofLeft) == Approx(21));
    for (const Sector s : geometry::kSectors)
        CHECK(inMm(circle.growth[index(s)]) == Approx(1).margin(1e-6));

    const auto oval = planSection(rectangle(60, 30, 15), everywhere(3), {areaFromMm2(2000), {}, {}});
    REQUIRE(oval.met);
    CHECK(shapeOf(oval).corners.roofLeft.si() == Approx(shapeOf(oval).height.si() / 2));
    CHECK(inMm2(geometry::area(oval.section)) == Approx(2000));
}

TEST_CASE("less area than there is: the walls come in, the room does not matter")
{
    const auto plan = planSection(rectangle(33, 56, 8), everywhere(0), {areaFromMm2(1500), {}, {}});
    REQUIRE(plan.met);
    CHECK(inMm2(plan.area) == Approx(1500));
    CHECK(plan.growth[index(Sector::Left)] < Length{});
    CHECK(plan.atLimit.empty());
}

TEST_CASE("a wall that gives nothing stays, the others go on, and the middle moves")
{
    SectionRoom room = everywhere(3);
    for (const Sector s : {Sector::Right, Sector::RoofRight, Sector::FloorRight})
        room[index(s)] = Length{};
    const auto plan = planSection(rectangle(33, 56, 8), room, {areaFromMm2(1900), {}, {}});
    REQUIRE(plan.met);
    CHECK(plan.growth[index(Sector::Right)] == Length{});
    CHECK(plan.growth[index(Sector::Left)] > Length{});
    CHECK(plan.middle.left == Approx(plan.growth[index(Sector::Left)].si() / 2));
    CHECK(plan.growth[index(Sector::RoofRight)].si() <= 1e-9);
}

TEST_CASE("more than the walls give comes back as the nearest that works, with the places at their limit")
{
    const auto plan = planSection(rectangle(33, 56, 8), everywhere(1), {areaFromMm2(3000), {}, {}});
    CHECK_FALSE(plan.met);
    CHECK(inMm(shapeOf(plan).width) == Approx(35));
    CHECK(inMm(shapeOf(plan).height) == Approx(58));
    CHECK(plan.area < areaFromMm2(3000));
    CHECK(plan.atLimit.size() == geometry::kSectorCount);
}

TEST_CASE("a wished width: the height follows, and both wished: the corners do")
{
    const RoundedRectangle now = rectangle(33, 56, 8);
    const Area wanted = areaFromMm2(1950);
    const auto wide = planSection(now, everywhere(3), {wanted, lengthFromMm(36), {}});
    REQUIRE(wide.met);
    CHECK(inMm(shapeOf(wide).width) == Approx(36));
    CHECK(inMm2(geometry::area(wide.section)) == Approx(1950));
    const auto tall = planSection(now, everywhere(3), {wanted, {}, lengthFromMm(58)});
    REQUIRE(tall.met);
    CHECK(inMm(shapeOf(tall).height) == Approx(58));
    const auto both = planSection(now, everywhere(3), {wanted, lengthFromMm(35), lengthFromMm(58)});
    REQUIRE(both.met);
    CHECK(inMm(shapeOf(both).width) == Approx(35));
    CHECK(inMm(shapeOf(both).height) == Approx(58));
    CHECK(inMm2(both.area) == Approx(1950));
    // Too large for the two sizes even with sharp corners, and a width that the walls do not give.
    CHECK_FALSE(planSection(now, everywhere(3), {areaFromMm2(2040), lengthFromMm(35), lengthFromMm(58)}).met);
    const auto beyond = planSection(now, everywhere(1), {wanted, lengthFromMm(40), {}});
    CHECK_FALSE(beyond.met);
    CHECK(inMm(shapeOf(beyond).width) == Approx(35));
}

TEST_CASE("random sections and rooms: never outside the room, and met where it says so")
{
    std::mt19937 random(11);
    std::uniform_real_distribution<double> unit(0, 1);
    int met = 0;
    for (int i = 0; i < 400; ++i) {
        const double w = 20 + 40 * unit(random);
        const double h = 20 + 40 * unit(random);
        RoundedRectangle now = rectangle(w, h, 0);
        const double most = std::min(w, h) / 2;
        now.corners = {lengthFromMm(most * unit(random)), lengthFromMm(most * unit(random)),
                       lengthFromMm(most * unit(random)), lengthFromMm(most * unit(random))};
        SectionRoom room{};
        for (auto& r : room)
            r = lengthFromMm(3 * unit(random));
        const Area wanted = geometry::area(now) * (0.9 + 0.35 * unit(random));
        const auto plan = planSection(now, room, {wanted, {}, {}});
        for (const Sector s : geometry::kSectors)
            CHECK(plan.growth[index(s)].si() <= room[index(s)].si() + 1e-8);
        CHECK(plan.area.si() == Approx(geometry::area(plan.section).si()));
        CHECK(plan.area.si() <= std::max(wanted, geometry::area(now)).si() * (1 + 1e-6));
        if (plan.met) {
            CHECK(plan.area.si() == Approx(wanted.si()));
            ++met;
        }
    }
    CHECK(met > 100);
}

TEST_CASE("an outline stays an outline and keeps to its room")
{
    const geometry::Outline now{geometry::WallContour(geometry::Section(rectangle(33, 56, 8))).outline(120)};
    const Area wanted = geometry::area(now) * 1.08;
    SectionRoom room = everywhere(2.5);
    room[index(Sector::Right)] = Length{};
    const auto plan = planSection(geometry::Section(now), room, {wanted, {}, {}});
    REQUIRE(plan.met);
    // The drawn outline is a polygon of 96 corners, so that its own area misses the form's by what its chords cut off.
    CHECK(geometry::area(plan.section).si() == Approx(wanted.si()).epsilon(2e-3));
    CHECK(plan.growth[index(Sector::Right)] == Length{});
    const auto wide = planSection(geometry::Section(now), everywhere(2.5), {wanted, lengthFromMm(35), {}});
    CHECK(inMm(geometry::boxOf(wide.section).width) == Approx(35).epsilon(2e-3));
}
