// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>
#include <fstream>
#include <sstream>

#include "air/isentropic.hpp"
#include "flow/losses.hpp"
#include "flow/runner_flow.hpp"

using namespace euryth;
using namespace euryth::flow;

namespace {

const air::AirState kRoom{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.0};

FlowStation station(double s, double area, double turn = 0)
{
    return {lengthFromMm(s), areaFromMm2(area), lengthFromMm(std::sqrt(4 * area / 3.14159265358979)),
            angleFromDegrees(turn)};
}

std::vector<std::string> cells(const std::string& line)
{
    std::vector<std::string> all;
    std::istringstream in(line);
    for (std::string cell; std::getline(in, cell, ',');)
        all.push_back(cell);
    return all;
}

/// 4 f_Fanning L* / D of Fanno flow, gamma 1.4 (closed form of the Fanno tables, e.g. NACA 1135 and gas-dynamics
/// texts).
double fannoLength(double m)
{
    const double g = 1.4;
    const double m2 = m * m;
    return (1 - m2) / (g * m2) + (g + 1) / (2 * g) * std::log((g + 1) * m2 / (2 + (g - 1) * m2));
}

}  // namespace

TEST_CASE("losses of friction and bends and mouths agree with python3-fluids (tests/data/flow/losses.csv)")
{
    std::ifstream in(std::string(EURYTH_TEST_DATA) + "/flow/losses.csv");
    REQUIRE(in);
    int checked = 0;
    for (std::string line; std::getline(in, line);) {
        const auto c = cells(line);
        if (c[0] == "friction") {
            CHECK(frictionFactor(std::stod(c[1]), std::stod(c[2])) == Approx(std::stod(c[3])).epsilon(1e-9));
            ++checked;
        } else if (c[0] == "bend") {
            const Angle angle = angleFromDegrees(std::stod(c[2]));
            CHECK(bendLoss(std::stod(c[1]), angle, std::stod(c[3])) == Approx(std::stod(c[4])).epsilon(1e-9));
            ++checked;
        } else if (c[0] == "mouth") {
            CHECK(mouthLoss(std::stod(c[1])) == Approx(std::stod(c[2])).epsilon(1e-9));
            ++checked;
        }
    }
    CHECK(checked == 73);
    CHECK(frictionFactor(1000, 0.01) == Approx(0.064));
}

TEST_CASE("the closed form of Fanno flow gives the rows of the tables")
{
    CHECK(fannoLength(0.2) == Approx(14.5333).epsilon(1e-4));
    CHECK(fannoLength(0.5) == Approx(1.06906).epsilon(1e-4));
    CHECK(fannoLength(0.8) == Approx(0.07229).epsilon(1e-3));
}

TEST_CASE("a constant duct is Fanno flow: the Mach number rises as the tables say")
{
    // Rough and fast enough that friction hardly depends on the Reynolds number: f is taken from the run itself.
    const Length rough = lengthFromMm(0.5);
    const std::vector<FlowStation> duct{station(0, 800), station(400, 800)};
    const MassFlow flow = MassFlow::fromSi(0.085);
    const auto run = flowThrough(duct, kRoom, flow, rough);
    REQUIRE(run);
    const double m1 = run->stations[0].mach;
    const double m2 = run->stations[1].mach;
    CHECK(m2 > m1);
    const double diameter = duct[0].hydraulicDiameter.si();
    const double mu = air::viscosity(kRoom.temperature).si();
    const double re = 0.085 / 800e-6 * diameter / mu;  // the same all along: mass flow per area over viscosity
    const double f = frictionFactor(re, 0.5e-3 / diameter);
    CHECK(fannoLength(m1) - fannoLength(m2) == Approx(f * 0.4 / diameter).epsilon(2e-3));
}

TEST_CASE("without losses a nozzle follows the isentropic area-Mach tables (NACA 1135)")
{
    // A short smooth narrowing: friction over 12 mm is next to nothing.
    const std::vector<FlowStation> nozzle{station(0, 1590.14), station(12, 1000)};
    const auto choking = chokingFlow(nozzle, kRoom, {});
    CHECK(choking.choked);
    CHECK(choking.fastest == 1);
    CHECK(choking.stations[1].mach == Approx(1).epsilon(2e-3));
    // A/A* = 1.59014 at Mach 0.40 (table I).
    CHECK(choking.stations[0].mach == Approx(0.40).epsilon(5e-3));
    const double lossless = 0.578704 * air::density(kRoom).si() * air::speedOfSound(kRoom).si() * 1000e-6;
    CHECK(choking.flow.si() == Approx(lossless).epsilon(5e-3));
    CHECK(choking.flow.si() < lossless);
}

TEST_CASE("a step loses what Borda and Carnot say, a gentle cone next to nothing")
{
    CHECK(expansionLoss(areaFromMm2(800), areaFromMm2(1000), angleFromDegrees(90)) == Approx(0.04));
    CHECK(expansionLoss(areaFromMm2(800), areaFromMm2(1000), angleFromDegrees(4)) == 0);
    CHECK(expansionLoss(areaFromMm2(1000), areaFromMm2(800), angleFromDegrees(90)) == 0);
    const double part = expansionLoss(areaFromMm2(800), areaFromMm2(1000), angleFromDegrees(20));
    CHECK(part > 0);
    CHECK(part < 0.04);
    const auto lost = [](double length) {
        const std::vector<FlowStation> widening{station(0, 800), station(length, 1000)};
        const auto run = flowThrough(widening, kRoom, MassFlow::fromSi(0.05), {});
        return (run->stations[0].totalPressure - run->stations[1].totalPressure).si();
    };
    CHECK(lost(2) > 2 * lost(30));
}

TEST_CASE("a depression asks for its flow, and more than chokes gets the choking flow")
{
    const std::vector<FlowStation> runner{station(0, 1100), station(40, 940), station(80, 1170, 40),
                                          station(104, 1288, 40)};
    const Length finish = lengthFromMm(0.05);
    const auto bench = flowAt(runner, kRoom, pressureDifferenceFromInchOfWater(28), finish);
    CHECK_FALSE(bench.choked);
    CHECK(bench.depression(kRoom).si() == Approx(28 * 249.08891).epsilon(1e-6));
    CHECK(bench.fastest == 1);
    const auto engine = flowAt(runner, kRoom, pressureDifferenceFromInchOfWater(150), finish);
    CHECK(engine.stations[1].mach > bench.stations[1].mach);
    const auto all = flowAt(runner, kRoom, pressureDifferenceFromPa(90000), finish);
    CHECK(all.choked);
    CHECK(all.fastest == 1);
    CHECK_FALSE(flowThrough(runner, kRoom, all.flow * 1.001, finish));
}

TEST_CASE("the trap: two runners that flow the same at 28 inches of water part company at 150")
{
    // One with a pinch that recovers, one without that loses the same to a rough wall and a sharper turn.
    const auto at = [](const std::vector<FlowStation>& runner, double inches, double finish) {
        return flowAt(runner, kRoom, pressureDifferenceFromInchOfWater(inches), lengthFromMm(finish)).flow.si();
    };
    const std::vector<FlowStation> pinched{station(0, 1100), station(40, 760), station(90, 1000), station(104, 1000)};
    std::vector<FlowStation> even{station(0, 1100), station(40, 1000), station(90, 1000), station(104, 1000)};
    // Makes the even one flow like the pinched one on the bench by its finish.
    double low = 0;
    double high = 5;
    for (int i = 0; i < 40; ++i) {
        const double middle = (low + high) / 2;
        (at(even, 28, middle) > at(pinched, 28, 0) ? low : high) = middle;
    }
    CHECK(at(even, 28, low) == Approx(at(pinched, 28, 0)).epsilon(1e-3));
    CHECK(at(even, 150, low) > 1.03 * at(pinched, 150, 0));
}

TEST_CASE("the march is of second order: its error falls by four when a runner is measured at twice as many places")
{
    const auto lossOf = [](int pieces) {
        std::vector<FlowStation> cone;
        for (int i = 0; i <= pieces; ++i) {
            const double r = 20 - 4.0 * i / pieces;
            cone.push_back(station(100.0 * i / pieces, 3.14159265358979 * r * r));
        }
        const auto run = flowThrough(cone, kRoom, MassFlow::fromSi(0.1), lengthFromMm(0.1));
        return (run->stations.front().totalPressure - run->stations.back().totalPressure).si();
    };
    const double fine = lossOf(32);
    CHECK(lossOf(1) == Approx(fine).epsilon(2e-3));
    CHECK(lossOf(2) == Approx(fine).epsilon(5e-4));
}

namespace {

/// A round runner: straight, elbow of `turn` degrees on `radius`, straight again, measured at evenly spaced stations.
std::vector<FlowStation> elbow(int intervals, double before, double turn, double radius, double diameter)
{
    const double arc = radius * turn * 3.14159265358979 / 180;
    const double length = 2 * before + arc;
    const auto heading = [&](double s) { return std::clamp((s - before) / arc, 0.0, 1.0) * turn; };
    std::vector<FlowStation> stations;
    for (int i = 0; i <= intervals; ++i) {
        const double s = length * i / intervals;
        const double turned = i > 0 ? heading(s) - heading(length * (i - 1) / intervals) : 0.0;
        stations.push_back(station(s, 3.14159265358979 / 4 * diameter * diameter, turned));
    }
    return stations;
}

double lossOf(const std::vector<FlowStation>& stations, double flow, Length rough)
{
    const auto run = flowThrough(stations, kRoom, MassFlow::fromSi(flow), rough);
    REQUIRE(run);
    return (run->stations.front().totalPressure - run->stations.back().totalPressure).si();
}

}  // namespace

TEST_CASE("an elbow costs what Rennels and Hudson say for it in one piece, however many stations were measured")
{
    // 80 degrees, r/D 1: K of about 0.31 plus friction (python3-fluids; see losses.csv for the formula itself). At 0.02
    // kg/s the air hardly gives way, so that K is the loss over the dynamic pressure.
    const double flow = 0.02;
    const Length rough = lengthFromMm(0.05);
    const double d = 0.036;
    const double area = 3.14159265358979 / 4 * d * d;
    const double q = 0.5 * flow * flow / (air::density(kRoom).si() * area * area);
    const double re = flow * d / (area * air::viscosity(kRoom.temperature).si());
    const double f = frictionFactor(re, 0.05e-3 / d);
    const double whole = bendLoss(1.0, angleFromDegrees(80), f);
    CHECK(whole - f * 80 * 3.14159265358979 / 180 == Approx(0.31).margin(0.05));
    for (const int intervals : {2, 3, 7, 20, 57})
        CHECK(lossOf(elbow(intervals, 0, 80, 36, 36), flow, rough) / q == Approx(whole).epsilon(5e-3));
    // With straight pipe before and behind, so that the ends of the bend fall between stations.
    const double fine = lossOf(elbow(400, 40, 80, 36, 36), flow, rough);
    for (const int intervals : {9, 13, 22, 57, 90})
        CHECK(lossOf(elbow(intervals, 40, 80, 36, 36), flow, rough) == Approx(fine).epsilon(5e-3));
    CHECK(fine / q == Approx(whole + f * 80 / 36).epsilon(5e-3));
}

TEST_CASE("a bend back is another bend, and so is one behind a straight stretch")
{
    std::vector<FlowStation> back{station(0, 1000), station(20, 1000, 30), station(40, 1000, 30)};
    CHECK(bendsOf(back).size() == 1);
    back[2].turnAxis = {0, -1, 0};
    CHECK(bendsOf(back).size() == 2);
    const std::vector<FlowStation> apart{station(0, 1000), station(20, 1000, 30), station(80, 1000, 0),
                                         station(100, 1000, 30)};
    const auto bends = bendsOf(apart);
    REQUIRE(bends.size() == 2);
    CHECK(inDegrees(bends[0].angle) == Approx(30));
    CHECK(inMm(bends[0].radius) == Approx(20 / (30 * 3.14159265358979 / 180)));
    CHECK(bendsOf(std::vector<FlowStation>{station(0, 1000), station(20, 1000)}).empty());
}

TEST_CASE("a widening costs what its whole costs, however many stations were measured in it")
{
    const auto cone = [](int intervals) {
        std::vector<FlowStation> stations;
        for (int i = 0; i <= intervals; ++i) {
            const double r = 15 + 5.0 * i / intervals;
            stations.push_back(station(25.0 * i / intervals, 3.14159265358979 * r * r));
        }
        return stations;
    };
    const auto one = wideningsOf(cone(1));
    REQUIRE(one.size() == 1);
    CHECK(inDegrees(one[0].cone) == Approx(2 * std::atan(5.0 / 25.0) * 180 / 3.14159265358979));
    CHECK(expansionLoss(one[0].from, one[0].to, one[0].cone) > 0.05);
    const double fine = lossOf(cone(200), 0.06, {});
    for (const int intervals : {1, 2, 5, 40})
        CHECK(lossOf(cone(intervals), 0.06, {}) == Approx(fine).epsilon(5e-3));
}

TEST_CASE("the valve's own coefficient: constant while the jet holds, then falling, never rising")
{
    CHECK(valveCoefficient(0.05) == 0.9);
    CHECK(valveCoefficient(0.12) == 0.9);
    CHECK(valveCoefficient(0.25) == Approx(0.6));
    CHECK(valveCoefficient(0.4) == Approx(0.6));
    CHECK(valveCoefficient(0.185) == Approx(0.75));
}
