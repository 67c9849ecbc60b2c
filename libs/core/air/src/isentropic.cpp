// SPDX-License-Identifier: GPL-3.0-or-later
#include "air/isentropic.hpp"

#include <cmath>
#include <limits>

#include <boost/math/tools/roots.hpp>

namespace euryth::air {

namespace {

constexpr double kHalfStep = (kGamma - 1.0) / 2.0;
constexpr double kPressureExponent = kGamma / (kGamma - 1.0);
// With it the exponents are 7/2 of pressure, 5/2 of density and 3 of the mass flow, which need no power function: these
// are worked out millions of times along runners.
static_assert(kGamma == 1.4);

double stagnation(double mach) { return 1.0 + kHalfStep * mach * mach; }

/// Mach number in [0, 1] at which the rising function `f` takes the value `wanted` (TOMS 748, Boost.Math).
template <class F>
double subsonicRoot(F f, double wanted)
{
    boost::uintmax_t steps = 100;
    const auto bracket = boost::math::tools::toms748_solve([&](double m) { return f(m) - wanted; }, 0.0, 1.0,
                                                           boost::math::tools::eps_tolerance<double>(48), steps);
    return (bracket.first + bracket.second) / 2.0;
}

}  // namespace

double temperatureRatio(double mach) { return 1.0 / stagnation(mach); }
double pressureRatio(double mach)
{
    const double s = stagnation(mach);
    return 1.0 / (s * s * s * std::sqrt(s));
}
double densityRatio(double mach)
{
    const double s = stagnation(mach);
    return 1.0 / (s * s * std::sqrt(s));
}
double massFlowFunction(double mach)
{
    const double s = stagnation(mach);
    return mach / (s * s * s);
}

double areaRatio(double mach)
{
    return mach > 0.0 ? massFlowFunction(1.0) / massFlowFunction(mach) : std::numeric_limits<double>::infinity();
}

std::optional<double> machFromPressureRatio(double ratio)
{
    if (!(ratio > 0.0) || ratio > 1.0)
        return std::nullopt;
    return std::sqrt((std::pow(ratio, -1.0 / kPressureExponent) - 1.0) / kHalfStep);
}

std::optional<double> subsonicMachFromMassFlow(double function)
{
    const double greatest = massFlowFunction(1.0);
    if (!(function >= 0.0) || function > greatest)
        return std::nullopt;
    if (function == greatest)
        return 1.0;
    return subsonicRoot(massFlowFunction, function);
}

std::optional<double> subsonicMachFromAreaRatio(double ratio)
{
    if (!(ratio >= 1.0))
        return std::nullopt;
    return subsonicMachFromMassFlow(massFlowFunction(1.0) / ratio);
}

std::optional<Speed> idealSpeed(const AirState& room, PressureDifference depression)
{
    if (depression < PressureDifference{} || depression.si() >= room.pressure.si())
        return std::nullopt;
    const auto mach = machFromPressureRatio((room.pressure - depression) / room.pressure);
    return mach ? std::optional(speedAtMach(room, *mach)) : std::nullopt;
}

std::optional<Speed> pitotSpeed(const AirState& room, PressureDifference impact) { return idealSpeed(room, impact); }

std::optional<PressureDifference> impactPressure(const AirState& room, Speed speed)
{
    const auto mach = machAtSpeed(room, abs(speed));
    if (!mach)
        return std::nullopt;
    return PressureDifference::fromSi(room.pressure.si() * (1.0 - pressureRatio(*mach)));
}

std::optional<double> machAtSpeed(const AirState& room, Speed speed)
{
    const double inRoomSound = speed / speedOfSound(room);
    // v/a0 = M / sqrt(1 + (gamma-1)/2 M^2) solved for M.
    const double rest = 1.0 - kHalfStep * inRoomSound * inRoomSound;
    if (rest <= 0.0)
        return std::nullopt;
    return inRoomSound / std::sqrt(rest);
}

Speed speedAtMach(const AirState& room, double mach)
{
    return speedOfSound(room) * mach * std::sqrt(temperatureRatio(mach));
}

}  // namespace euryth::air
