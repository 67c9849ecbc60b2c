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

TEST_CASE("saturation pressure agrees with the ASHRAE table over ice and with the steam tables over water")
{
    struct Row {
        double celsius, pa, tolerance;
    };
    // ASHRAE Handbook - Fundamentals, chapter 1, table 3 (-20, 0.01, 40 degC); IAPWS steam tables (100 to 250 degC).
    // Quoted from memory.
    for (const Row& row : {Row{-20, 103.24, 1e-3}, Row{0.01, 611.2, 1e-3}, Row{40, 7384, 1e-3}, Row{100, 101420, 1e-3},
                           Row{150, 476160, 2e-3}, Row{200, 1554900, 2e-3}, Row{250, 3976000, 5e-3}}) {
        CAPTURE(row.celsius);
        CHECK(saturationPressure(temperatureFromCelsius(row.celsius)).si() == Approx(row.pa).epsilon(row.tolerance));
    }
}

TEST_CASE("heated air keeps its water, not its relative humidity")
{
    // By partial pressures, with the gas constants of dry air and vapour (ASHRAE: 287.042 and 461.524 J/(kg K)).
    const AirState room = roomAt(20, 0.5);
    const double vapourShare = 0.5 * 2339.3 / 101325.0;
    for (const double celsius : {80.0, 120.0, 160.0, 250.0}) {
        CAPTURE(celsius);
        for (const double kPa : {60.0, 101.325, 300.0, 600.0}) {
            const AirState hot = broughtTo(room, temperatureFromCelsius(celsius), absolutePressureFromPa(kPa * 1000.0));
            const double kelvin = celsius + 273.15;
            const double expected =
                kPa * 1000.0 * ((1.0 - vapourShare) / (287.042 * kelvin) + vapourShare / (461.524 * kelvin));
            CHECK(density(hot).si() == Approx(expected).epsilon(1.5e-3));
            CHECK(waterFraction(hot) == Approx(vapourShare).epsilon(5e-3));
        }
    }
    // What is cooled below its dew point rains out.
    const AirState cold = broughtTo(roomAt(30, 1.0), temperatureFromCelsius(-20), absolutePressureFromPa(101325));
    CHECK(cold.humidity == 1.0);
}

TEST_CASE("every state that a job may hold is air, and density has no jump at the edge of the exact equation")
{
    for (double celsius = -60; celsius <= 250; celsius += 10) {
        for (const double kPa : {20.0, 50.0, 101.325, 120.0, 600.0}) {
            for (const double humidity : {0.0, 0.5, 1.0}) {
                const AirState air{temperatureFromCelsius(celsius), absolutePressureFromPa(kPa * 1000.0), humidity};
                CAPTURE(celsius, kPa, humidity);
                CHECK(density(air).si() > 0.0);
                CHECK(std::isfinite(speedOfSound(air).si()));
            }
        }
    }
    for (const double edge : {15.0, 27.0})
        CHECK(density(roomAt(edge - 1e-6, 0.8)).si() == Approx(density(roomAt(edge + 1e-6, 0.8)).si()).epsilon(1e-4));
}
