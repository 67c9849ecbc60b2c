// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include "geometry/shrouding.hpp"
#include "planning/bigger_valve.hpp"
#include "planning/cam.hpp"
#include "planning/turn_plan.hpp"

using namespace euryth;
using namespace euryth::planning;
using geometry::index;
using geometry::Sector;
using std::numbers::pi;

TEST_CASE("a cam by its table: the points, nothing outside, nothing over them")
{
    std::vector<std::pair<Angle, Length>> table;
    const Cam smooth{angleFromDegrees(280), lengthFromMm(12), angleFromDegrees(108), {}, {}, {}};
    for (int a = -140; a <= 140; a += 10)
        table.emplace_back(angleFromDegrees(a), liftAt(smooth, angleFromDegrees(108 + a)));
    const Cam measured = camFromTable(table, angleFromDegrees(108));
    CHECK(inDegrees(measured.duration) == Approx(280));
    CHECK(inMm(measured.lift) == Approx(12));
    CHECK(inDegrees(opens(measured)) == Approx(-32));
    CHECK(inDegrees(closes(measured)) == Approx(248));
    CHECK(closes(measured).si() == Approx(closes(smooth).si()));
    for (int a = -40; a <= 260; a += 3) {
        const Angle crank = angleFromDegrees(a);
        CHECK(inMm(liftAt(measured, crank)) == Approx(inMm(liftAt(smooth, crank))).margin(0.06));
    }
    CHECK(liftAt(measured, angleFromDegrees(250)) == Length{});
    // A lobe that opens faster than it closes keeps its own times.
    const Cam lopsided = camFromTable(
        {{angleFromDegrees(-100), {}}, {angleFromDegrees(0), lengthFromMm(10)}, {angleFromDegrees(150), {}}},
        angleFromDegrees(110));
    CHECK(inDegrees(opens(lopsided)) == Approx(10));
    CHECK(inDegrees(closes(lopsided)) == Approx(260));
    CHECK(inMm(liftAt(lopsided, angleFromDegrees(60))) == Approx(5));
}

TEST_CASE("speed at the inside of a turn: by the mean of C/r over the section")
{
    const Length r = lengthFromMm(12);
    const Length h = lengthFromMm(40);
    double mean = 0;
    constexpr int steps = 20000;
    for (int i = 0; i < steps; ++i)
        mean += 12.0 / (12.0 + 40.0 * (i + 0.5) / steps) / steps;
    CHECK(innerSpeedRatio(r, h) == Approx(1 / mean).epsilon(1e-6));
    CHECK(innerSpeedRatio(lengthFromMm(1e6), h) == Approx(1).epsilon(1e-4));
    const auto back = radiusForRatio(innerSpeedRatio(r, h), h);
    REQUIRE(back);
    CHECK(inMm(*back) == Approx(12));
    CHECK_FALSE(radiusForRatio(1.0, h));
}

TEST_CASE("short side: height and radius are each other's inverse, by hand for a right angle")
{
    const ShortSideDrop drop{lengthFromMm(6), {}, angleFromDegrees(90)};
    CHECK(inMm(radiusForHeight(drop, lengthFromMm(20))) == Approx(14));
    CHECK(inMm(heightForRadius(drop, lengthFromMm(14))) == Approx(20));
    const ShortSideDrop shallow{lengthFromMm(6), {}, angleFromDegrees(60)};
    CHECK(inMm(radiusForHeight(shallow, lengthFromMm(20))) == Approx(28));
    // A runner that comes in at 30 degrees has less to drop: cos 30 - cos 90.
    const ShortSideDrop inclined{lengthFromMm(6), angleFromDegrees(30), angleFromDegrees(90)};
    CHECK(inMm(radiusForHeight(inclined, lengthFromMm(20))) == Approx(14 / std::sqrt(0.75)));
    const LaidBack back = layBack(lengthFromMm(12), lengthFromMm(16), angleFromDegrees(90));
    CHECK(inMm(back.depth) == Approx(4 * (std::sqrt(2.0) - 1)));
    CHECK(inMm(back.earlier) == Approx(4));
    CHECK(layBack(lengthFromMm(16), lengthFromMm(12), angleFromDegrees(90)).depth < Length{});
}

TEST_CASE("the bowl follows the short side: the same speed at its wall for the same flow")
{
    const Length height = lengthFromMm(38);
    const Area now = areaFromMm2(1500);
    const double tight = innerSpeedRatio(lengthFromMm(12), height);
    const double open = innerSpeedRatio(lengthFromMm(16), height);
    const Area then = turnAreaFor(now, tight, open);
    CHECK(then < now);  // a larger radius works with a smaller bowl
    CHECK(open / then.si() == Approx(tight / now.si()));
    const Length stem = lengthFromMm(7);
    CHECK(inMm2(bowlArea(bowlForArea(then, stem), stem)) == Approx(inMm2(then)));
    CHECK(inMm2(bowlArea(lengthFromMm(46), stem)) == Approx(pi / 4 * (46 * 46 - 49)));
}

namespace {

ValveSurroundings surroundings()
{
    ValveSurroundings now;
    now.valve = lengthFromMm(45);
    now.throat = lengthFromMm(40);
    now.bowl = lengthFromMm(43);
    now.bridge = lengthFromMm(3.0);
    now.boreEdge = lengthFromMm(2.5);
    now.wall[index(Sector::Left)] = lengthFromMm(4.0);
    now.wall[index(Sector::Right)] = lengthFromMm(2.6);
    now.reserve.fill(lengthFromMm(2.1));
    now.nextBowl = Sector::Left;
    return now;
}

const ValveLimits kLimits{lengthFromMm(2.0), lengthFromMm(1.0), lengthFromMm(3.0)};

const ValveCheckRow& rowOf(const std::vector<ValveCheckRow>& rows, ValvePlace place, Sector s = Sector::Roof)
{
    return *std::ranges::find_if(rows,
                                 [&](const auto& r) { return r.place == place && (!r.sector || *r.sector == s); });
}

}  // namespace

TEST_CASE("a bigger valve takes half its growth from bridge and bore edge, and from the bowl's walls")
{
    const auto rows = checkValve(surroundings(), {lengthFromMm(46.5), lengthFromMm(41.3), lengthFromMm(44.4)}, kLimits);
    const auto& bridge = rowOf(rows, ValvePlace::Bridge);
    CHECK(inMm(*bridge.after) == Approx(2.25));
    CHECK(bridge.holds() == true);
    CHECK(inMm(*bridge.largest) == Approx(47));
    CHECK(inMm(*rowOf(rows, ValvePlace::BoreEdge).after) == Approx(1.75));
    const auto& left = rowOf(rows, ValvePlace::BowlWall, Sector::Left);
    CHECK(inMm(*left.after) == Approx(3.3));
    CHECK(left.holds() == true);
    CHECK_FALSE(left.straight);  // faces the next bowl
    const auto& right = rowOf(rows, ValvePlace::BowlWall, Sector::Right);
    CHECK(inMm(*right.after) == Approx(1.9));
    CHECK(right.holds() == false);
    CHECK_FALSE(right.straight);  // the metal is too thin for it
    // Unknown is not judged.
    CHECK_FALSE(rowOf(rows, ValvePlace::NextPort).holds());
    CHECK_FALSE(rowOf(rows, ValvePlace::BowlWall, Sector::Roof).after);
    // 0.5 mm of wall to give at 0.7 mm for 1.5 mm of valve.
    CHECK(inMm(*largestValve(rows)) == Approx(45 + 1.5 * 0.5 / 0.7));
}

TEST_CASE("the saw's kerf is put back before a bridge is judged")
{
    auto now = surroundings();
    now.kerf = lengthFromMm(3.2);
    const auto rows = checkValve(now, {lengthFromMm(46.5), lengthFromMm(41.3), lengthFromMm(44.4)}, kLimits);
    CHECK(inMm(*rowOf(rows, ValvePlace::Bridge).now) == Approx(6.2));
    CHECK(inMm(*rowOf(rows, ValvePlace::BoreEdge).now) == Approx(2.5));
}

TEST_CASE("shrouding: none in a wide bore, all of it in a tight one, and the gap by plane geometry")
{
    using geometry::shroudingAt;
    const geometry::ValveInBore wide{lengthFromMm(40), lengthFromMm(400), lengthFromMm(100), {}};
    CHECK(shroudingAt(wide, lengthFromMm(12)).shroudedShare == 0);
    CHECK(shroudingAt(wide, lengthFromMm(12)).openShare == Approx(1));
    // In the middle of its bore a valve has the same gap all round: c (1 + c/D) is the ring's area per edge.
    const geometry::ValveInBore middle{lengthFromMm(40), lengthFromMm(50), lengthFromMm(5), {}};
    const double ring = pi / 4 * (50.0 * 50 - 40.0 * 40) / (pi * 40);
    CHECK(shroudingAt(middle, lengthFromMm(10)).openShare == Approx(ring / 10));
    CHECK(shroudingAt(middle, lengthFromMm(10)).shroudedShare == 1);
    const geometry::ValveInBore off{lengthFromMm(40), lengthFromMm(90), lengthFromMm(2), {}};
    CHECK(inMm(clearanceToBore(off, {})) == Approx(2));
    CHECK(inMm(clearanceToBore(off, angleFromDegrees(180))) == Approx(48));
    CHECK(inMm(clearanceToBore(off, angleFromDegrees(90))) == Approx(std::sqrt(45.0 * 45 - 23.0 * 23) - 20));
    const auto low = shroudingAt(off, lengthFromMm(2));
    const auto high = shroudingAt(off, lengthFromMm(12));
    CHECK(low.shroudedShare < high.shroudedShare);
    CHECK(low.openShare > high.openShare);
}

TEST_CASE("laying the chamber's wall back opens the curtain and costs its wedge")
{
    using geometry::shroudingAt;
    geometry::ValveInBore valve{lengthFromMm(40), lengthFromMm(90), lengthFromMm(6),
                                geometry::ChamberWall{lengthFromMm(2), lengthFromMm(10), angleFromDegrees(120), {}}};
    const auto before = shroudingAt(valve, lengthFromMm(8));
    const Volume wedge = geometry::layBackVolume(valve, angleFromDegrees(15));
    // Half of 10 squared times tan 15 along a third of the circle with radius 22.
    CHECK(wedge.si() * 1e9 == Approx(50 * std::tan(15 * pi / 180) * 22 * 2 * pi / 3));
    valve.wall->lean = angleFromDegrees(15);
    const auto after = shroudingAt(valve, lengthFromMm(8));
    CHECK(after.openShare > before.openShare + 0.02);
    CHECK(geometry::layBackVolume(valve, angleFromDegrees(15)) == Volume{});
    // Below the wall only the bore is left.
    valve.wall->lean = {};
    CHECK(shroudingAt(valve, lengthFromMm(11)).openShare ==
          shroudingAt({valve.valve, valve.bore, valve.edgeToBore, {}}, lengthFromMm(11)).openShare);
}
