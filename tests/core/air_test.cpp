// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "air/isentropic.hpp"

using namespace euryth;
using namespace euryth::air;

namespace {

AirState roomAt(double celsius, double humidity = 0.0)
{
    return {temperatureFromCelsius(celsius), absolutePressureFromPa(101325), humidity};
}

}  // namespace

TEST_CASE("isentropic flow agrees with NACA Report 1135, table I (gamma 1.4), and back")
{
    struct Row {
        double mach, p, rho, T, area;
    };
    // Rows of the table; its four or five digits. Values quoted from memory of the table.
    const std::vector<Row> rows{{0.10, 0.9930, 0.9950, 0.9980, 5.8218}, {0.30, 0.9395, 0.9564, 0.9823, 2.0351},
                                {0.50, 0.8430, 0.8852, 0.9524, 1.3398}, {0.80, 0.6560, 0.7400, 0.8865, 1.0382},
                                {1.00, 0.5283, 0.6339, 0.8333, 1.0000}, {2.00, 0.1278, 0.2300, 0.5556, 1.6875}};
    for (const Row& row : rows) {
        CAPTURE(row.mach);
        CHECK(pressureRatio(row.mach) == Approx(row.p).margin(6e-5));
        CHECK(densityRatio(row.mach) == Approx(row.rho).margin(6e-5));
        CHECK(temperatureRatio(row.mach) == Approx(row.T).margin(6e-5));
        CHECK(areaRatio(row.mach) == Approx(row.area).epsilon(1e-4));
        CHECK(*machFromPressureRatio(pressureRatio(row.mach)) == Approx(row.mach));
        if (row.mach <= 1.0) {
            CHECK(*subsonicMachFromAreaRatio(areaRatio(row.mach)) == Approx(row.mach).epsilon(1e-7));
            CHECK(*subsonicMachFromMassFlow(massFlowFunction(row.mach)) == Approx(row.mach).epsilon(1e-7));
        }
    }
}

TEST_CASE("flow that cannot be has no Mach number")
{
    CHECK_FALSE(machFromPressureRatio(1.01));
    CHECK_FALSE(machFromPressureRatio(0.0));
    CHECK_FALSE(subsonicMachFromMassFlow(0.58));
    CHECK_FALSE(subsonicMachFromAreaRatio(0.99));
    CHECK_FALSE(idealSpeed(roomAt(20), pressureDifferenceFromPa(-1)));
    CHECK_FALSE(idealSpeed(roomAt(20), pressureDifferenceFromPa(101325)));
}

TEST_CASE("density, sound and viscosity agree with the U.S. Standard Atmosphere 1976 at sea level")
{
    CHECK(density(roomAt(15)).si() == Approx(1.2250).epsilon(6e-4));
    CHECK(inMps(speedOfSound(roomAt(15))) == Approx(340.294).epsilon(5e-4));
    CHECK(viscosity(temperatureFromCelsius(15)).si() == Approx(1.7894e-5).epsilon(1e-4));
}

TEST_CASE("moist air is as light as the ideal mixture says, with steam-table vapour pressure")
{
    // IAPWS: saturation pressure 2339.3 Pa at 20 degC; gas constant of dry air 287.055 J/(kg K).
    const double vapour = 0.5 * 2339.3;
    const double ideal = (101325 - 0.378 * vapour) / (287.055 * 293.15);
    CHECK(density(roomAt(20, 0.5)).si() == Approx(ideal).epsilon(1e-3));
    CHECK(density(roomAt(20, 1.0)) < density(roomAt(20, 0.0)));
}

TEST_CASE("velocity pressure: V[ft/min] = 4005 sqrt(h[in H2O]) in standard air (ACGIH, Industrial Ventilation)")
{
    const AirState standard = roomAt(21.1);  // 70 degF
    for (const double inches : {0.25, 1.0, 4.0}) {
        const auto speed = pitotSpeed(standard, pressureDifferenceFromInchOfWater(inches));
        REQUIRE(speed);
        CHECK(inFeetPerSecond(*speed) * 60 == Approx(4005 * std::sqrt(inches)).epsilon(5e-3));
    }
}

TEST_CASE("at 28 inches of water still air reaches about 350 ft/s (common practice, no source)")
{
    const auto speed = idealSpeed(roomAt(20), pressureDifferenceFromInchOfWater(28));
    REQUIRE(speed);
    CHECK(inFeetPerSecond(*speed) == Approx(354).margin(6));
}

TEST_CASE("impact pressure and speed are inverse, and compressibility lowers the speed's share")
{
    const AirState room = roomAt(19, 0.45);
    for (const double v : {10.0, 93.6, 250.0}) {
        const auto impact = impactPressure(room, speedFromMps(v));
        REQUIRE(impact);
        CHECK(inMps(*pitotSpeed(room, *impact)) == Approx(v).epsilon(1e-9));
    }
    CHECK(inMps(speedAtMach(room, *machAtSpeed(room, speedFromMps(200)))) == Approx(200));
    CHECK_FALSE(machAtSpeed(room, speedFromMps(900)));
}
