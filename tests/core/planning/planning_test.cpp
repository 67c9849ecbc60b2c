// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <cmath>
#include <numbers>

#include "air/isentropic.hpp"
#include "planning/area_plan.hpp"
#include "planning/demand.hpp"

using namespace euryth;
using namespace euryth::planning;
using std::numbers::pi;

namespace {

const CrankDrive kDrive{lengthFromMm(94), lengthFromMm(72), lengthFromMm(135)};
const air::AirState kRoom{temperatureFromCelsius(19), absolutePressureFromPa(100800), 0.45};

Demand demand() { return {kDrive, rotationFromRpm(7000), 0.55, kRoom}; }

/// Piston travel from top dead centre by plain trigonometry.
double travel(double angle)
{
    const double a = 0.036;
    const double l = 0.135;
    return a + l - a * std::cos(angle) - std::sqrt(l * l - std::pow(a * std::sin(angle), 2));
}

}  // namespace

TEST_CASE("piston speed is the slope of the piston's travel")
{
    const double omega = rotationFromRpm(7000).si();
    for (double angle = 0.2; angle < pi; angle += 0.4) {
        const double h = 1e-6;
        const double slope = (travel(angle + h) - travel(angle - h)) / (2 * h) * omega;
        CHECK(inMps(pistonSpeed(kDrive, rotationFromRpm(7000), Angle::fromSi(angle))) == Approx(slope).epsilon(1e-6));
    }
}

TEST_CASE("mean and peak piston speed")
{
    CHECK(inMps(meanPistonSpeed(kDrive, rotationFromRpm(7000))) == Approx(2 * 0.072 * 7000 / 60));
    double largest = 0;
    for (int i = 0; i <= 18000; ++i)
        largest = std::max(largest, inMps(pistonSpeed(kDrive, rotationFromRpm(7000), angleFromDegrees(i / 100.0))));
    CHECK(inMps(peakPistonSpeed(kDrive, rotationFromRpm(7000))) == Approx(largest).epsilon(1e-7));
    // With an endless rod the piston moves as a sine: peak over mean is pi/2.
    const CrankDrive endless{kDrive.bore, kDrive.stroke, lengthFromMm(1e7)};
    const RotationalSpeed rpm = rotationFromRpm(5000);
    CHECK(peakPistonSpeed(endless, rpm) / meanPistonSpeed(endless, rpm) == Approx(pi / 2).epsilon(1e-6));
}

TEST_CASE("in the wanted area the gas runs at the limit, and the rpm of an area is the inverse")
{
    const Area wanted = wantedArea(demand());
    CHECK(inMps(peakGasSpeed(demand(), wanted)) == Approx(0.55 * inMps(air::speedOfSound(kRoom))));
    CHECK(inRpm(rpmForArea(demand(), wanted)) == Approx(7000));
    CHECK(inRpm(rpmForArea(demand(), wanted * 0.5)) == Approx(3500));
}

TEST_CASE("an even section goes sonic when its own mass flow chokes (NACA 1135: 0.5787 rho0 a0 A)")
{
    const Area area = areaFromMm2(937);
    const double sound = air::density(kRoom).si() * air::speedOfSound(kRoom).si();
    CHECK(sonicFlow(demand(), area, 1.0).si() / (area.si() * sound) == Approx(0.5787).epsilon(1e-4));
}

TEST_CASE("the faster the place over the mean, the smaller the flow with which it goes sonic")
{
    const Area area = areaFromMm2(1171);
    CHECK(sonicFlow(demand(), area, 1.4) < sonicFlow(demand(), area, 1.1));
    CHECK(sonicFlow(demand(), area, 0.8) == sonicFlow(demand(), area, 1.0));
}

TEST_CASE("the suggested plan tapers to the valve and never takes area away")
{
    const std::vector<geometry::AreaAt> present{{lengthFromMm(0), areaFromMm2(900)},
                                                {lengthFromMm(50), areaFromMm2(1200)},
                                                {lengthFromMm(100), areaFromMm2(950)}};
    const auto plan = suggestedPlan(present, areaFromMm2(1000), {0.06});
    CHECK(inMm2(plan[0]) == Approx(1060));
    CHECK(inMm2(plan[1]) == Approx(1200));
    CHECK(inMm2(plan[2]) == Approx(1000));
}
