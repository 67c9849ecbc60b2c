// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include "geometry/layout.hpp"
#include "planning/end_shape.hpp"
#include "planning/turn_plan.hpp"

using namespace euryth;
using namespace euryth::planning;
using std::numbers::pi;

namespace {

/// A floor of a straight of 60 mm, an arc of 12 mm over 80 degrees and a straight of 20 mm, every two millimetres.
FloorLine plainFloor(double radius = 12, double turn = 80)
{
    FloorLine floor;
    floor.radius = lengthFromMm(radius);
    const double arc = radius * turn * pi / 180;
    for (double s = 0; s <= 80 + arc; s += 2) {
        floor.along.push_back(lengthFromMm(s));
        floor.turned.push_back(Angle::fromSi(std::clamp(s - 60, 0.0, arc) / radius));
        if (s <= 60)
            floor.apex = floor.along.size() - 1;
    }
    return floor;
}

/// The places of a floor line in the side view, x along and z up, millimetres.
std::vector<std::pair<double, double>> placesOf(const FloorLine& floor, const std::vector<Length>& depths)
{
    std::vector<std::pair<double, double>> places;
    double x = 0;
    double z = 0;
    for (std::size_t i = 0; i < floor.along.size(); ++i) {
        if (i > 0) {
            const double a = (floor.turned[i - 1] + floor.turned[i]).si() / 2;
            const double step = inMm(floor.along[i] - floor.along[i - 1]);
            x += step * std::cos(a);
            z -= step * std::sin(a);
        }
        const double a = floor.turned[i].si();
        places.emplace_back(x - inMm(depths[i]) * std::sin(a), z - inMm(depths[i]) * std::cos(a));
    }
    return places;
}

}  // namespace

TEST_CASE("a short side that is laid back lies on the larger arc between the same two straights")
{
    const FloorLine floor = plainFloor();
    const auto depths = floorDepths(floor, {lengthFromMm(20), {}});
    // In the middle of the turn as layBack() says.
    std::size_t middle = 0;
    for (std::size_t i = 0; i < floor.turned.size(); ++i) {
        if (std::abs(inDegrees(floor.turned[i]) - 40) < std::abs(inDegrees(floor.turned[middle]) - 40))
            middle = i;
    }
    const auto back = layBack(lengthFromMm(12), lengthFromMm(20), angleFromDegrees(80));
    CHECK(inMm(depths[middle]) == Approx(inMm(back.depth)).epsilon(0.01));
    // Far before and behind the turn nothing moves.
    CHECK(depths.front().si() == 0);
    CHECK(depths.back().si() == 0);
    // The new floor's places in the turn are all 20 mm from one centre: that of the arc between the two straights.
    const auto places = placesOf(floor, depths);
    const double half = 40 * pi / 180;
    const double tangent = 20 * std::tan(half);
    const double corner = 60 + 12 * std::tan(half);  // where the straights meet
    const double cx = corner - tangent;
    const double cz = -20;
    int inTurn = 0;
    for (std::size_t i = 0; i < places.size(); ++i) {
        if (inDegrees(floor.turned[i]) < 5 || inDegrees(floor.turned[i]) > 75)
            continue;
        CHECK(std::hypot(places[i].first - cx, places[i].second - cz) == Approx(20).margin(0.35));
        ++inTurn;
    }
    CHECK(inTurn > 5);
    // Nothing is put on.
    for (const Length d : floorDepths(floor, {lengthFromMm(8), {}}))
        CHECK(d.si() == 0);
}

TEST_CASE("a lower apex is taken down at the apex and fades along the floor, and what laying back has taken counts")
{
    const FloorLine floor = plainFloor();
    const auto lowered = floorDepths(floor, {{}, lengthFromMm(2)});
    CHECK(inMm(lowered[floor.apex]) == Approx(2));
    const double reach = 12 * 80 * pi / 180;
    for (std::size_t i = 0; i < lowered.size(); ++i) {
        const double away = std::abs(inMm(floor.along[i] - floor.along[floor.apex])) / reach;
        CHECK(inMm(lowered[i]) == Approx(away >= 1 ? 0.0 : 2 * std::pow(std::cos(away * pi / 2), 2)).margin(1e-9));
    }
    const auto back = floorDepths(floor, {lengthFromMm(20), {}});
    const auto both = floorDepths(floor, {lengthFromMm(20), lengthFromMm(2)});
    CHECK(inMm(both[floor.apex]) == Approx(std::max(2.0, inMm(back[floor.apex]))));
    // A straight port has no short side.
    const auto straight = floorDepths(plainFloor(500, 1), {lengthFromMm(900), lengthFromMm(2)});
    CHECK(std::ranges::all_of(straight, [](Length d) { return d.si() == 0; }));
}

TEST_CASE("a round bowl: what each sector is short of the circle, and none where it holds it")
{
    const geometry::RoundedRectangle flat{
        lengthFromMm(40), lengthFromMm(34), {lengthFromMm(10), lengthFromMm(10), lengthFromMm(10), lengthFromMm(10)}};
    const auto depths = depthsToCircle(flat, lengthFromMm(42), 1);
    CHECK(inMm(depths[geometry::index(geometry::Sector::Left)]) == Approx(1));
    CHECK(inMm(depths[geometry::index(geometry::Sector::Floor)]) == Approx(4));
    // The corner's middle lies (20 - 10, 17 - 10) and 10 outward on the diagonal from the middle.
    const double corner = std::hypot(10 + 10 / std::sqrt(2.0), 7 + 10 / std::sqrt(2.0));
    CHECK(inMm(depths[geometry::index(geometry::Sector::RoofLeft)]) == Approx(std::max(0.0, 21 - corner)).margin(1e-6));
    CHECK(inMm(depthsToCircle(flat, lengthFromMm(42), 0.5)[geometry::index(geometry::Sector::Floor)]) == Approx(2));
    for (const Length d : depthsToCircle(flat, lengthFromMm(30), 1))
        CHECK(d.si() == 0);
    CHECK(bowlShare(lengthFromMm(90), lengthFromMm(80), lengthFromMm(90), lengthFromMm(100)) == 1);
    CHECK(bowlShare(lengthFromMm(85), lengthFromMm(80), lengthFromMm(90), lengthFromMm(100)) == Approx(0.5));
    CHECK(bowlShare(lengthFromMm(79), lengthFromMm(80), lengthFromMm(90), lengthFromMm(100)) == 0);
    CHECK(bowlShare(lengthFromMm(100), lengthFromMm(80), lengthFromMm(90), lengthFromMm(100)) ==
          Approx(0).margin(1e-12));
}
