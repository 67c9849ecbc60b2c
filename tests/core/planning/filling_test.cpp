// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "planning/compression.hpp"
#include "planning/filling.hpp"

using namespace euryth;
using namespace euryth::planning;
using std::numbers::pi;

namespace {

const CrankDrive kDrive{lengthFromMm(94), lengthFromMm(72), lengthFromMm(135)};
const air::AirState kRoom{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.4};
const Cylinder kCylinder{kDrive, 10.5, 1.0};
/// Opens at top and closes at bottom dead centre.
const Cam kStroke{angleFromDegrees(180), lengthFromMm(12), angleFromDegrees(90)};
const Cam kRace{angleFromDegrees(286), lengthFromMm(12), angleFromDegrees(106)};

EffectiveArea constant(double mm2)
{
    return [=](Length lift) { return lift > Length{} ? areaFromMm2(mm2) : Area{}; };
}

EffectiveArea curtainLike(double scale)
{
    return [=](Length lift) { return areaFromMm2(std::min(scale * 95 * inMm(lift), scale * 800.0)); };
}

}  // namespace

TEST_CASE("the lobe: seat to seat, greatest at its centreline, mean 8/15")
{
    CHECK(inMm(liftAt(kRace, angleFromDegrees(106))) == Approx(12));
    CHECK(inMm(liftAt(kRace, angleFromDegrees(106 - 143.001))) == 0);
    CHECK(inMm(liftAt(kRace, angleFromDegrees(106 + 143.001))) == 0);
    double sum = 0;
    for (int i = 0; i < 2860; ++i)
        sum += inMm(liftAt(kRace, angleFromDegrees(106 - 143 + (i + 0.5) / 10)));
    CHECK(sum / 2860 == Approx(12 * 8.0 / 15).epsilon(1e-5));
}

TEST_CASE("a closed valve keeps the mass, and the gas expands along its adiabat")
{
    const Filling f = fill(
        kCylinder, kStroke, [](Length) { return Area{}; }, kRoom, rotationFromRpm(6000));
    CHECK(std::abs(f.volumetricEfficiency) < 1e-9);
    // p V^gamma is constant: over the whole stroke the volume grows by the compression ratio.
    CHECK(f.points.back().pressure.si() == Approx(101325 * std::pow(1 / 10.5, 1.4)).epsilon(1e-6));
    CHECK(f.peakFlow.si() == 0);
}

TEST_CASE("a huge valve keeps the room's pressure and fills the cylinder")
{
    const Filling f = fill(kCylinder, kStroke, constant(200000), kRoom, rotationFromRpm(3000));
    CHECK(f.volumetricEfficiency == Approx(1).epsilon(1e-3));
    for (const FillingPoint& p : f.points) {
        if (p.crank > angleFromDegrees(2) && p.crank < angleFromDegrees(178))
            CHECK(p.pressure.si() == Approx(101325).epsilon(2e-4));
    }
    CHECK(f.chokedShare == 0);
}

TEST_CASE("mass and energy are conserved: what flowed in is what is there")
{
    const Filling f = fill(kCylinder, kRace, curtainLike(1), kRoom, rotationFromRpm(7000));
    // Flow over time by Simpson's rule against the trapped mass.
    const double step = (f.points[1].crank - f.points[0].crank).si() / rotationFromRpm(7000).si();
    double mass = 0;
    for (std::size_t i = 0; i + 2 < f.points.size(); i += 2)
        mass += step / 3 * (f.points[i].flow + 4 * f.points[i + 1].flow + f.points[i + 2].flow).si();
    const double swept = sweptVolume(kDrive.bore, kDrive.stroke).si();
    CHECK(mass / (air::density(kRoom).si() * swept) == Approx(f.volumetricEfficiency).epsilon(2e-5));
    CHECK(f.meanFlow.si() == Approx(f.volumetricEfficiency * air::density(kRoom).si() * swept * 7000 / 120));
}

TEST_CASE("volumetric efficiency falls off with the Mach index where Taylor says: little under 0.5, much over 0.6")
{
    const auto efficiencyAt = [](double z) {
        const EffectiveArea area = curtainLike(1);
        const double perRpm = machIndex(kCylinder, kStroke, area, kRoom, rotationFromRpm(1000)) / 1000;
        return fill(kCylinder, kStroke, area, kRoom, rotationFromRpm(z / perRpm)).volumetricEfficiency;
    };
    const double low = efficiencyAt(0.2);
    CHECK(efficiencyAt(0.4) > 0.93 * low);
    CHECK(efficiencyAt(0.5) > 0.85 * low);
    CHECK(efficiencyAt(1.0) < 0.72 * low);
    CHECK(efficiencyAt(1.5) < 0.55 * low);
    double last = 2;
    for (double z = 0.2; z < 1.6; z += 0.2) {
        CHECK(efficiencyAt(z) < last);
        last = efficiencyAt(z);
    }
}

TEST_CASE("the smaller the opening the deeper the depression, until it is choked")
{
    const auto at = [](double scale) {
        return fill(kCylinder, kRace, curtainLike(scale), kRoom, rotationFromRpm(7000));
    };
    CHECK(at(0.5).peakDepression > at(1).peakDepression);
    CHECK(at(1).chokedShare == 0);
    CHECK(at(0.3).chokedShare > 0);
    CHECK(at(0.3).volumetricEfficiency < at(1).volumetricEfficiency);
    for (const auto& p : at(0.3).points)
        CHECK(p.openingMach <= 1 + 1e-9);
}

TEST_CASE("the Mach index is in proportion to speed and inverse to area, and half a cylinder asks for half")
{
    const double z = machIndex(kCylinder, kRace, curtainLike(1), kRoom, rotationFromRpm(7000));
    CHECK(machIndex(kCylinder, kRace, curtainLike(1), kRoom, rotationFromRpm(3500)) == Approx(z / 2));
    CHECK(machIndex(kCylinder, kRace, curtainLike(2), kRoom, rotationFromRpm(7000)) == Approx(z / 2));
    const Cylinder half{kDrive, 10.5, 0.5};
    CHECK(machIndex(half, kRace, curtainLike(1), kRoom, rotationFromRpm(7000)) == Approx(z / 2));
    CHECK(fill(half, kRace, curtainLike(0.5), kRoom, rotationFromRpm(7000)).volumetricEfficiency ==
          Approx(fill(kCylinder, kRace, curtainLike(1), kRoom, rotationFromRpm(7000)).volumetricEfficiency)
              .epsilon(1e-6));
}

TEST_CASE("past the choke more speed brings no more air")
{
    const auto gain = [](double scale) {  // of airflow for a tenth more speed at 7000 rpm
        const auto at = [&](double rpm) {
            return fill(kCylinder, kRace, curtainLike(scale), kRoom, rotationFromRpm(rpm), Effort::Quick).meanFlow;
        };
        return at(7700) / at(7000);
    };
    CHECK(gain(2.0) > 1.08);
    CHECK(gain(1.0) > gain(0.6));
    CHECK(gain(0.15) == Approx(1).epsilon(0.01));
}

TEST_CASE(
    "with real cams as well: long ones lose at low speed and fall off later, in the same order as Taylor's index says")
{
    // Efficiency over the Mach index for cams of 230 to 290 degrees, each closing after bottom dead centre: from 0.2 to
    // 0.5 it hardly falls (late closing pushes air back at low speed, so that it may rise), beyond 0.6 it falls and
    // goes on falling. Taylor, vol. 1, ch. 6, figure of volumetric efficiency over Z, from memory.
    for (const auto& [duration, centreline] :
         {std::pair{230.0, 102.0}, {260.0, 106.0}, {286.0, 106.0}, {300.0, 108.0}}) {
        CAPTURE(duration);
        const Cam cam{angleFromDegrees(duration), lengthFromMm(12), angleFromDegrees(centreline)};
        const EffectiveArea area = curtainLike(1);
        const double perRpm = machIndex(kCylinder, cam, area, kRoom, rotationFromRpm(1000)) / 1000;
        const auto efficiencyAt = [&](double z) {
            return fill(kCylinder, cam, area, kRoom, rotationFromRpm(z / perRpm)).volumetricEfficiency;
        };
        double best = 0;
        double bestAt = 0;
        for (double z = 0.1; z < 1.6; z += 0.1) {
            if (efficiencyAt(z) > best) {
                best = efficiencyAt(z);
                bestAt = z;
            }
        }
        CHECK(bestAt < 0.65);
        CHECK(efficiencyAt(0.5) > 0.85 * best);
        CHECK(efficiencyAt(1.0) < 0.9 * best);
        CHECK(efficiencyAt(1.5) < 0.75 * best);
    }
}

TEST_CASE("a runner in front of the valve: no more than its own choking flow, and nothing lost where it loses nothing")
{
    const EffectiveArea valve = curtainLike(1);
    std::vector<std::pair<MassFlow, double>> free;
    std::vector<std::pair<MassFlow, double>> tight;
    for (int i = 0; i <= 10; ++i) {
        free.emplace_back(MassFlow::fromSi(0.1 * i), 1.0);
        tight.emplace_back(MassFlow::fromSi(0.01 * i), 1.0 - 0.0005 * i * i);
    }
    const auto alone = fill(kCylinder, kRace, valve, kRoom, rotationFromRpm(7000));
    const auto behindFree = fill(kCylinder, kRace, Inlet(valve, free), kRoom, rotationFromRpm(7000));
    CHECK(behindFree.volumetricEfficiency == Approx(alone.volumetricEfficiency).epsilon(1e-6));
    const auto behindTight = fill(kCylinder, kRace, Inlet(valve, tight), kRoom, rotationFromRpm(7000));
    CHECK(behindTight.volumetricEfficiency < alone.volumetricEfficiency);
    CHECK(behindTight.peakFlow.si() == Approx(0.1).epsilon(1e-6));
    CHECK(behindTight.chokedAtHighLift > 0);
    CHECK(std::ranges::any_of(behindTight.points, &FillingPoint::runnerChoked));
    // Two orifices in a row, by hand: the flow that both the loss before and the valve behind allow.
    const Inlet inlet(constant(500), tight);
    const auto passing =
        inlet.passing(lengthFromMm(5), kRoom.pressure, air::density(kRoom), AbsolutePressure::fromSi(95000));
    const double share = 1.0 - 0.0005 * std::pow(passing.flow.si() / 0.01, 2);
    const double total = kRoom.pressure.si() * share;
    const double ratio = 95000 / total;
    const double rho = air::density(kRoom).si() * share;
    const double expected =
        500e-6 * std::sqrt(total * rho * 7.0 * (std::pow(ratio, 2 / 1.4) - std::pow(ratio, 2.4 / 1.4)));
    CHECK(passing.flow.si() == Approx(expected).epsilon(2e-3));  // the curve between its points is a cubic
}

TEST_CASE("a sum that would never end says so instead")
{
    // A millionth of a revolution a minute through an opening of square kilometres: the air follows at once, step by
    // tiny step. With a usual opening and speed the same sum settles.
    const Filling never = fill(kCylinder, kStroke, constant(9e12), kRoom, rotationFromRpm(1e-6));
    CHECK_FALSE(never.settled);
    CHECK(fill(kCylinder, kStroke, constant(500), kRoom, rotationFromRpm(3000)).settled);
}
