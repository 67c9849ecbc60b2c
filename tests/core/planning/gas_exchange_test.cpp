// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>
#include <cmath>

#include "planning/compression.hpp"
#include "planning/gas_exchange.hpp"

using namespace euryth;
using namespace euryth::planning;

namespace {

const CrankDrive kDrive{lengthFromMm(94), lengthFromMm(72), lengthFromMm(135)};
const Cylinder kCylinder{kDrive, 10.5, 1.0};
const air::AirState kRoom{temperatureFromCelsius(20), absolutePressureFromPa(101325), 0.4};
const Cam kExhaustCam{angleFromDegrees(282), lengthFromMm(11.4), angleFromDegrees(-110), {}, {}, {}};
const Cam kIntakeCam{angleFromDegrees(286), lengthFromMm(12), angleFromDegrees(106), {}, {}, {}};
const GasAtOpening kGas{absolutePressureFromPa(550e3), temperatureFromCelsius(1100)};

EffectiveArea constant(double mm2)
{
    return [=](Length lift) { return lift > Length{} ? areaFromMm2(mm2) : Area{}; };
}

EffectiveArea curtainLike(double mm2PerMm, double most)
{
    return [=](Length lift) { return areaFromMm2(std::min(mm2PerMm * inMm(lift), most)); };
}

ExhaustSide exhaustThrough(EffectiveArea opening, GasAtOpening gas = kGas)
{
    return {kExhaustCam, std::make_shared<const Outlet>(std::move(opening)), 1.0, gas, kRoom.pressure};
}

IntakeSide intakeThrough(EffectiveArea opening)
{
    return {kIntakeCam, std::make_shared<const Inlet>(std::move(opening)), 1.0, kRoom};
}

}  // namespace

TEST_CASE("a vessel empties through a choked nozzle as the closed form says")
{
    // A piston that hardly moves against the volume over it is a vessel: a millionth of it. Adiabatic emptying of a
    // perfect gas through a choked nozzle (any text on gas dynamics): p/p0 = (1 + (gamma-1)/2 k t)^(-2
    // gamma/(gamma-1)), k = A sqrt(gamma R T0) c* / V, c* = (2/(gamma+1))^((gamma+1)/(2(gamma-1))).
    const CrankDrive still{lengthFromMm(94), lengthFromMm(0.1), lengthFromMm(135)};
    const Cylinder vessel{still, 1.000001, 1.0};
    const double volume = sweptVolume(still.bore, still.stroke).si() / 0.000001;
    const double area = 0.02;
    // Open at once over the whole time: a lobe is smooth, so the opening is the same at every lift.
    const ExhaustSide side = exhaustThrough(constant(area * 1e6));
    const RotationalSpeed rpm = rotationFromRpm(600);
    const GasExchange g = exchange(vessel, side, std::nullopt, kRoom, rpm);
    const double gamma = kBurnedGamma;
    const double gasConstant = kRoom.pressure.si() / (air::density(kRoom).si() * kRoom.temperature.si());
    const double critical = std::pow(2 / (gamma + 1), (gamma + 1) / (2 * (gamma - 1)));
    const double k = area * std::sqrt(gamma * gasConstant * kGas.temperature.si()) * critical / volume;
    int compared = 0;
    for (const ExchangePoint& p : g.points) {
        if (p.pressure < absolutePressureFromPa(101325 * 1.84) || p.crank <= g.points.front().crank)
            continue;
        const double t = (p.crank - g.points.front().crank).si() / rpm.si();
        const double closed = std::pow(1 + (gamma - 1) / 2 * k * t, -2 * gamma / (gamma - 1));
        CHECK(p.pressure.si() / kGas.pressure.si() == Approx(closed).epsilon(1e-4));
        ++compared;
    }
    CHECK(compared > 20);
    CHECK(g.settled);
}

TEST_CASE("mass and energy are kept to a millionth, with both valves and with one")
{
    for (const double rpm : {2000.0, 7000.0, 9000.0}) {
        for (const bool both : {false, true}) {
            CAPTURE(rpm, both);
            const auto intake = both ? std::optional(intakeThrough(curtainLike(95, 800))) : std::nullopt;
            const GasExchange g =
                exchange(kCylinder, exhaustThrough(curtainLike(80, 600)), intake, kRoom, rotationFromRpm(rpm));
            CHECK(std::abs(g.massError) < 1e-6);
            CHECK(std::abs(g.energyError) < 1e-6);
            // And told by the points, not by the sum's own books: trapezoids of what went through the valves.
            double out = 0;
            double in = 0;
            for (std::size_t i = 1; i < g.points.size(); ++i) {
                const double dt = (g.points[i].crank - g.points[i - 1].crank).si() / rotationFromRpm(rpm).si();
                out += (g.points[i].out + g.points[i - 1].out).si() / 2 * dt;
                in += (g.points[i].in + g.points[i - 1].in).si() / 2 * dt;
            }
            const double r = kRoom.pressure.si() / (air::density(kRoom).si() * kRoom.temperature.si());
            const auto massOf = [&](const ExchangePoint& p, double volume) {
                return p.pressure.si() * volume / (r * p.temperature.si());
            };
            const double swept = sweptVolume(kDrive.bore, kDrive.stroke).si();
            const double clearance = swept / 9.5;
            const auto volumeAt = [&](Angle angle) {
                const double a = kDrive.stroke.si() / 2;
                const double l = kDrive.rod.si();
                const double s = a * sin(angle);
                return clearance + swept * (a + l - a * cos(angle) - std::sqrt(l * l - s * s)) / (2 * a);
            };
            const double before = massOf(g.points.front(), volumeAt(g.points.front().crank));
            const double after = massOf(g.points.back(), volumeAt(g.points.back().crank));
            CHECK((before + in - out) / after == Approx(1).epsilon(2e-3));
        }
    }
}

TEST_CASE(
    "a huge exhaust leaves the clearance full of gas at the pipe's pressure, a small one leaves more and costs work")
{
    const auto at = [](double mm2) {
        return exchange(kCylinder, exhaustThrough(curtainLike(mm2 / 8, mm2)), std::nullopt, kRoom,
                        rotationFromRpm(7000));
    };
    const GasExchange huge = at(20000);
    CHECK(huge.emptying.atTop.si() == Approx(0).margin(150));
    CHECK(huge.emptying.pumping.si() == Approx(0).margin(1500));
    // What stays has expanded without heat lost.
    const auto top = std::ranges::find_if(huge.points, [](const auto& p) { return std::abs(p.crank.si()) < 1e-9; });
    REQUIRE(top != huge.points.end());
    CHECK(top->temperature.si() == Approx(pipeTemperature(kGas, kRoom.pressure).si()).epsilon(0.01));
    const GasExchange small = at(400);
    CHECK(small.emptying.pumping > huge.emptying.pumping);
    CHECK(small.emptying.expelled < huge.emptying.expelled);
    CHECK(small.emptying.chokedShare > huge.emptying.chokedShare);
}

TEST_CASE("a small exhaust port is seen on the intake's filling, a big one gives what the filling alone says")
{
    const auto inlet = curtainLike(95, 800);
    const auto fillingWith = [&](double mm2) {
        return exchange(kCylinder, exhaustThrough(curtainLike(mm2 / 8, mm2)), intakeThrough(inlet), kRoom,
                        rotationFromRpm(7000));
    };
    const double alone = fill(kCylinder, kIntakeCam, Inlet(inlet), kRoom, rotationFromRpm(7000)).volumetricEfficiency;
    const GasExchange big = fillingWith(4000);
    const GasExchange small = fillingWith(350);
    CHECK(small.filling.volumetricEfficiency < big.filling.volumetricEfficiency - 0.03);
    CHECK(small.residual > big.residual);
    // A little comes back from the pipe before the exhaust shuts.
    CHECK(big.filling.volumetricEfficiency == Approx(alone).margin(0.05));
    CHECK(big.filling.volumetricEfficiency < alone);
}

TEST_CASE("with nothing burned the gas exchange is the filling")
{
    // Cold gas at the room's pressure as the exhaust opens, and an exhaust that stays shut from then on: what was there
    // expands and is pressed together along its adiabat, so that the intake fills as from a clearance at room pressure.
    const GasAtOpening cold{kRoom.pressure, kRoom.temperature};
    const GasExchange g = exchange(kCylinder, exhaustThrough(curtainLike(4000, 40000), cold),
                                   intakeThrough(curtainLike(95, 800)), kRoom, rotationFromRpm(6000));
    const Filling f = fill(kCylinder, kIntakeCam, Inlet(curtainLike(95, 800)), kRoom, rotationFromRpm(6000));
    // The room's own gas comes back in over overlap, so the sums part a little.
    CHECK(g.filling.volumetricEfficiency == Approx(f.volumetricEfficiency).margin(0.05));
    CHECK(g.filling.peakDepression.si() == Approx(f.peakDepression.si()).epsilon(0.1));
}

TEST_CASE("the ideal cycle expands along its adiabat, and a higher compression ratio leaves less pressure")
{
    const GasAtOpening bottom = idealCycle(kCylinder, kRoom, angleFromDegrees(-180));
    const GasAtOpening early = idealCycle(kCylinder, kRoom, angleFromDegrees(-240));
    CHECK(early.pressure > bottom.pressure);
    CHECK(early.temperature.si() / bottom.temperature.si() ==
          Approx(std::pow(early.pressure / bottom.pressure, 0.3 / 1.3)));
    // At bottom dead centre p4/p1 = 1 + 9.3 (r - 1)/r / r^0.3 by hand for r = 10.5.
    CHECK(bottom.pressure.si() / 101325 == Approx(1 + 9.3 * 9.5 / 10.5 / std::pow(10.5, 0.3)));
    CHECK(idealCycle({kDrive, 13, 1.0}, kRoom, angleFromDegrees(-180)).pressure < bottom.pressure);
}

TEST_CASE("sonic areas: both ways, and a nozzle of an area passes it as its own")
{
    const GasAtRest gas{absolutePressureFromPa(3e5), Density::fromSi(0.9), kBurnedGamma};
    const Area area = areaFromMm2(700);
    CHECK(inMm2(sonicArea(sonicFlowThrough(area, gas), gas)) == Approx(700));
    const Outlet nozzle(constant(700));
    CHECK(inMm2(sonicArea(nozzle.passing(lengthFromMm(5), gas, absolutePressureFromPa(0.5e5)).flow, gas)) ==
          Approx(700));
    // Air: 0.0404 p0 A / sqrt(T0), the usual form for air in SI.
    const GasAtRest air{absolutePressureFromPa(101325), Density::fromSi(101325 / (287.05 * 293.15)), 1.4};
    CHECK(sonicFlowThrough(area, air).si() == Approx(0.04042 * 101325 * 700e-6 / std::sqrt(293.15)).epsilon(1e-3));
}

TEST_CASE("valve and runner in series: the flow between is one, the runner's choke ends it")
{
    // A runner that is a plain nozzle of 500 mm2: static pressure at its end over total for a sonic area a
    // (isentropic).
    std::vector<RunnerOut> runner{{Area{}, 1.0}};
    for (int i = 1; i <= 40; ++i) {
        const double mach = i / 40.0;
        const double share = mach * std::pow((1 + 0.2 * mach * mach) / 1.2, -3.0);
        runner.push_back({areaFromMm2(500 * share), std::pow(1 + 0.2 * mach * mach, -3.5)});
    }
    const GasAtRest gas{absolutePressureFromPa(101325), air::density(kRoom)};
    const Outlet outlet(constant(800), runner);
    const auto mild = outlet.passing(lengthFromMm(5), gas, absolutePressureFromPa(101325 - 7000));
    CHECK_FALSE(mild.runnerChoked);
    // The same by the valve alone into the pressure between, and by the nozzle out of it.
    const Outlet valve(constant(800));
    CHECK(valve.passing(lengthFromMm(5), gas, mild.between).flow.si() == Approx(mild.flow.si()).epsilon(1e-6));
    const GasAtRest between{mild.between, gas.density * (mild.between / gas.pressure)};
    const Outlet nozzle(constant(500));
    CHECK(nozzle.passing(lengthFromMm(5), between, absolutePressureFromPa(101325 - 7000)).flow.si() ==
          Approx(mild.flow.si()).epsilon(2e-3));
    // entryFor() is the inverse.
    CHECK(outlet.entryFor(mild.flow, gas, absolutePressureFromPa(101325 - 7000)).si() ==
          Approx(mild.between.si()).epsilon(1e-6));
    const auto hard = outlet.passing(lengthFromMm(5), gas, absolutePressureFromPa(20000));
    CHECK(hard.runnerChoked);
    const GasAtRest before{hard.between, gas.density * (hard.between / gas.pressure)};
    CHECK(inMm2(sonicArea(hard.flow, before)) == Approx(500).epsilon(1e-3));
    // Nothing passes against the pressure, nor through a shut valve.
    CHECK(outlet.passing(lengthFromMm(5), gas, absolutePressureFromPa(101325)).flow.si() == 0);
    CHECK(outlet.passing(Length{}, gas, absolutePressureFromPa(50000)).flow.si() == 0);
}

TEST_CASE("whatever an engine may be, the sum ends with numbers")
{
    for (const double rpm : {500.0, 9000.0, 30000.0}) {
        for (const double mm2 : {2.0, 600.0, 40000.0}) {
            for (const double kPa : {100.0, 600.0, 3000.0}) {
                for (const Effort effort : {Effort::Full, Effort::Quick}) {
                    CAPTURE(rpm, mm2, kPa);
                    const GasAtOpening gas{absolutePressureFromPa(kPa * 1e3), temperatureFromCelsius(1500)};
                    const GasExchange g =
                        exchange(kCylinder, exhaustThrough(curtainLike(mm2 / 8, mm2), gas),
                                 intakeThrough(curtainLike(mm2 / 6, mm2)), kRoom, rotationFromRpm(rpm), effort);
                    // Behind a valve as wide as a bucket the air follows at once, step by tiny step: then it says so.
                    CHECK((g.settled || mm2 > 10000));
                    CHECK(std::isfinite(g.filling.volumetricEfficiency));
                    CHECK(g.residual >= 0);
                    CHECK(g.residual <= 1 + 1e-9);
                    CHECK(std::abs(g.massError) < 1e-6);
                    CHECK(std::ranges::all_of(g.points, [](const ExchangePoint& p) {
                        return p.pressure.si() > 0 && p.temperature.si() > 0 && std::isfinite(p.out.si());
                    }));
                }
            }
        }
    }
}
