// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <array>
#include <cmath>
#include <numbers>

#include "geometry/seat_stack.hpp"
#include "geometry/valve_end.hpp"
#include "geometry/valve_opening.hpp"

using namespace euryth;
using namespace euryth::geometry;
using std::numbers::pi;

namespace {

SeatFace face(double degrees, double mm) { return {angleFromDegrees(degrees), lengthFromMm(mm)}; }

/// A seat of one cut, `w` wide across the radius, and a valve with as narrow a face and a back that falls away: what
/// Heywood has in mind.
ValveGeometry valve(double beta = 45, double w = 1.2)
{
    const double across = w / std::cos(beta * pi / 180);
    return {lengthFromMm(45),     lengthFromMm(40.5),   lengthFromMm(7), {face(beta, across)}, {},
            lengthFromMm(across), angleFromDegrees(-75)};
}

/// Heywood, Internal Combustion Engine Fundamentals, section 6.3, eqs. 6.7 to 6.9 (numbers from memory), mm.
double heywood(double lift, double beta, double head, double w, double throat, double stem)
{
    const double b = beta * pi / 180;
    const double net = pi / 4 * (throat * throat - stem * stem);
    const double gap = lift <= w / (std::sin(b) * std::cos(b))
                           ? pi * lift * std::cos(b) * (head - 2 * w + lift / 2 * std::sin(2 * b))
                           : pi * (head - w) * std::hypot(lift - w * std::tan(b), w);
    return std::min(gap, net);
}

}  // namespace

TEST_CASE("a seat stack by hand: 45, 60 and 75 degrees under a 45 mm valve")
{
    const std::array faces{face(45, 1.0), face(60, 1.2), face(75, 2.0)};
    const auto stack = placeSeat(faces, lengthFromMm(45), lengthFromMm(0.25));
    REQUIRE(stack);
    // 44.5 - 2 (cos 45 + 1.2 cos 60 + 2 cos 75) = 44.5 - 1.414214 - 1.2 - 1.035276
    CHECK(inMm(stack->throat) == Approx(40.85051).epsilon(1e-6));
    // sin 45 + 1.2 sin 60 + 2 sin 75 = 0.707107 + 1.039230 + 1.931852
    CHECK(inMm(stack->depth) == Approx(3.678189).epsilon(1e-6));
    CHECK(inMm(stack->cuts[0].outer) == Approx(44.5));
    CHECK(inMm(stack->cuts[1].outer) == Approx(43.085786).epsilon(1e-6));
    CHECK(inMm(stack->cuts[1].depth) == Approx(1.746337).epsilon(1e-6));
    CHECK(inMm(scribeRadius(*stack)) == Approx(20.425255).epsilon(1e-6));
    CHECK(inMm(scriberSetting(*stack, lengthFromMm(7))) == Approx(16.925255).epsilon(1e-6));
}

TEST_CASE("a top cut lies outside the seat and changes neither throat nor depth")
{
    const std::array plain{face(45, 1.1), face(60, 1.3)};
    const std::array topped{face(30, 0.8), face(45, 1.1), face(60, 1.3)};
    const auto a = placeSeat(plain, lengthFromMm(45), lengthFromMm(0.25));
    const auto b = placeSeat(topped, lengthFromMm(45), lengthFromMm(0.25));
    CHECK(b->throat == a->throat);
    CHECK(b->depth == a->depth);
    CHECK(b->seat == 1);
    CHECK(inMm(b->cuts[0].inner) == Approx(44.5));
    CHECK(inMm(b->cuts[0].outer) == Approx(44.5 + 1.6 * std::cos(pi / 6)));
    const std::array lowSeat{face(30, 1.5)};  // a seat of 30 degrees alone is a seat
    CHECK(placeSeat(lowSeat, lengthFromMm(45), {})->seat == 0);
}

TEST_CASE("the last cut that reaches a wanted throat")
{
    const std::array faces{face(45, 1.0), face(60, 1.2), face(75, 2.0)};
    const auto stack = *placeSeat(faces, lengthFromMm(45), lengthFromMm(0.25));
    const auto width = lastCutFor(stack, lengthFromMm(40.5));
    REQUIRE(width);
    auto again = faces;
    again.back().width = *width;
    CHECK(inMm(placeSeat(again, lengthFromMm(45), lengthFromMm(0.25))->throat) == Approx(40.5));
    CHECK_FALSE(lastCutFor(stack, lengthFromMm(43)));  // wider than the opening before it
    const std::array upright{face(45, 1.0), face(90, 3.0)};
    CHECK_FALSE(lastCutFor(*placeSeat(upright, lengthFromMm(45), {}), lengthFromMm(42)));
    CHECK_FALSE(placeSeat({}, lengthFromMm(45), {}));
    const std::array huge{face(10, 40)};
    CHECK_FALSE(placeSeat(huge, lengthFromMm(45), {}));
}

TEST_CASE("where the valve's face is as wide as the seat the smallest frustum is Heywood's, stage by stage")
{
    for (const double beta : {30.0, 45.0, 50.0, 60.0}) {
        const ValveGeometry v = valve(beta);
        for (double lift = 0.2; lift < 16; lift += 0.37) {
            CAPTURE(beta, lift);
            CHECK(inMm2(openingAt(v, lengthFromMm(lift)).area) ==
                  Approx(heywood(lift, beta, 45, 1.2, 40.5, 7)).epsilon(1.5e-3));
        }
        const Length border = throatTakesOver(v);
        CHECK(openingAt(v, border * 0.999).stage != OpeningStage::Throat);
        CHECK(openingAt(v, border * 1.001).stage == OpeningStage::Throat);
    }
    CHECK(openingAt(valve(), lengthFromMm(1)).stage == OpeningStage::Seat);
    CHECK(openingAt(valve(), lengthFromMm(5)).stage == OpeningStage::Edges);
}

TEST_CASE("a wide face, a back and an inset seat make the gap smaller than Heywood's")
{
    // The demo's intake valve: 45 mm; seat 1.1 mm at 45 degrees 0.25 mm inside the edge, 0.8 mm at 30 outside it, 1.3
    // mm at 60 and 1.6 mm at 70 inside; face 1.8 mm, back 20 degrees. The numbers are from sampling both profiles at
    // 400 places a stretch in another program (Python with numpy).
    const ValveGeometry v{lengthFromMm(45),    lengthFromMm(40.5),
                          lengthFromMm(7),     {face(30, 0.8), face(45, 1.1), face(60, 1.3), face(70, 1.6)},
                          lengthFromMm(0.25),  lengthFromMm(1.8),
                          angleFromDegrees(20)};
    CHECK(inMm2(openingAt(v, lengthFromMm(6)).area) == Approx(671.4).epsilon(1e-3));
    CHECK(inMm(throatTakesOver(v)) == Approx(11.29).margin(0.02));
    CHECK(heywood(6, 45, 45, 1.1 * std::cos(pi / 4), 40.5, 7) == Approx(733.5).epsilon(1e-3));
}

TEST_CASE("the opening's limits: a slit square to the seat for small lift, the throat for large")
{
    const ValveGeometry v = valve();
    const Length small = lengthFromMm(0.01);
    CHECK(inMm2(openingAt(v, small).area) == Approx(pi * (45 - 2.4) * 0.01 * std::cos(pi / 4)).epsilon(1e-3));
    CHECK(openingAt(v, {}).area.si() == 0.0);
    CHECK(openingAt(v, lengthFromMm(30)).area == throatNetArea(v.throat, v.stem));
    CHECK(openingAt(v, lengthFromMm(30)).stage == OpeningStage::Throat);
    CHECK(inMm2(throatNetArea(v.throat, v.stem)) == Approx(pi / 4 * (40.5 * 40.5 - 49)));
    CHECK(inMm2(curtain(v.head, lengthFromMm(10))) == Approx(pi * 450));
    // A thin flat seat on a wide throat nears the curtain.
    const ValveGeometry flat{lengthFromMm(45),    lengthFromMm(44.9),   lengthFromMm(1), {face(0.5, 0.001)}, {},
                             lengthFromMm(0.001), angleFromDegrees(-75)};
    CHECK(openingAt(flat, lengthFromMm(3)).area.si() == Approx(curtain(flat.head, lengthFromMm(3)).si()).epsilon(2e-3));
}

TEST_CASE("the opening never shrinks with lift")
{
    const ValveGeometry v = valve(50, 1.5);
    Area last;
    for (double mm = 0; mm < 20; mm += 0.25) {
        const Area here = openingAt(v, lengthFromMm(mm)).area;
        CHECK(here >= last);
        last = here;
    }
}
