// SPDX-License-Identifier: GPL-3.0-or-later
#include "air/moist_air.hpp"

#include <algorithm>
#include <cmath>

namespace euryth::air {

namespace {

// Constants of CIPM-2007, Metrologia 45 (2008) 149-155, appendix A. T in K, t in degC, p in Pa.

/// Saturation vapour pressure over water by CIPM-2007, Pa.
double saturationNearRoom(double T)
{
    return std::exp(1.2378847e-5 * T * T - 1.9121316e-2 * T + 33.93711047 - 6.3431645e3 / T);
}

/// Enhancement factor: moist air holds a little more vapour than a vacuum would.
double enhancement(double p, double t) { return 1.00062 + 3.14e-8 * p + 5.6e-7 * t * t; }

/// The range for which CIPM-2007 is stated: degC and Pa.
constexpr double kColdest = 15.0;
constexpr double kWarmest = 27.0;
constexpr double kThinnest = 60000.0;
constexpr double kDensest = 110000.0;

bool nearRoom(double p, double t) { return t >= kColdest && t <= kWarmest && p >= kThinnest && p <= kDensest; }

/// Of saturated air, Pa.
double vapourPressure(Temperature temperature, AbsolutePressure pressure)
{
    const double p = pressure.si();
    const double t = inCelsius(temperature);
    return nearRoom(p, t) ? enhancement(p, t) * saturationNearRoom(temperature.si())
                          : saturationPressure(temperature).si();
}

/// Compressibility factor of air with mole fraction `x` of water.
double compressibility(double p, double T, double t, double x)
{
    const double first = 1.58123e-6 - 2.9331e-8 * t + 1.1043e-10 * t * t + (5.707e-6 - 2.051e-8 * t) * x +
                         (1.9898e-4 - 2.376e-6 * t) * x * x;
    const double second = 1.83e-11 - 0.765e-8 * x * x;
    return 1.0 - p / T * first + p * p / (T * T) * second;
}

/// Molar mass of dry air over the gas constant with 400 ppm of carbon dioxide, kg K / J.
constexpr double kDryAirOverGasConstant = 3.483740e-3;
/// One less the ratio of the molar masses of water and dry air.
constexpr double kVapourDeficit = 0.3780;

}  // namespace

AbsolutePressure saturationPressure(Temperature temperature)
{
    const double T = temperature.si();
    const double overIce = -5.6745359e3 / T + 6.3925247 - 9.677843e-3 * T + 6.2215701e-7 * T * T +
                           2.0747825e-9 * T * T * T - 9.484024e-13 * T * T * T * T + 4.1635019 * std::log(T);
    const double overWater = -5.8002206e3 / T + 1.3914993 - 4.8640239e-2 * T + 4.1764768e-5 * T * T -
                             1.4452093e-8 * T * T * T + 6.5459673 * std::log(T);
    return AbsolutePressure::fromSi(std::exp(T < factor::zeroCelsius ? overIce : overWater));
}

double waterFraction(const AirState& air)
{
    return std::min(1.0, air.humidity * vapourPressure(air.temperature, air.pressure) / air.pressure.si());
}

AirState broughtTo(const AirState& air, Temperature temperature, AbsolutePressure pressure)
{
    const double vapour = waterFraction(air) * pressure.si();
    return {temperature, pressure, std::min(1.0, vapour / vapourPressure(temperature, pressure))};
}

Density density(const AirState& air)
{
    const double p = air.pressure.si();
    const double T = air.temperature.si();
    const double x = waterFraction(air);
    const double t = std::clamp(inCelsius(air.temperature), kColdest, kWarmest);
    // Beyond the vapour that saturated air in the stated range can hold, the factor is no better than without it.
    constexpr double mostVapour = 0.06;
    const double Z =
        compressibility(std::clamp(p, kThinnest, kDensest), t + factor::zeroCelsius, t, std::min(x, mostVapour));
    return Density::fromSi(kDryAirOverGasConstant * p / (Z * T) * (1.0 - kVapourDeficit * x));
}

Speed speedOfSound(const AirState& air)
{
    return Speed::fromSi(std::sqrt(kGamma * air.pressure.si() / density(air).si()));
}

DynamicViscosity viscosity(Temperature temperature)
{
    const double T = temperature.si();
    return DynamicViscosity::fromSi(1.458e-6 * T * std::sqrt(T) / (T + 110.4));
}

}  // namespace euryth::air
