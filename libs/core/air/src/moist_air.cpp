// SPDX-License-Identifier: GPL-3.0-or-later
#include "air/moist_air.hpp"

#include <cmath>

namespace euryth::air {

namespace {

// Constants of CIPM-2007, Metrologia 45 (2008) 149-155, appendix A. T in K, t in degC, p in Pa.

/// Saturation vapour pressure over water, Pa.
double saturationPressure(double T)
{
    return std::exp(1.2378847e-5 * T * T - 1.9121316e-2 * T + 33.93711047 - 6.3431645e3 / T);
}

/// Enhancement factor: moist air holds a little more vapour than a vacuum would.
double enhancement(double p, double t) { return 1.00062 + 3.14e-8 * p + 5.6e-7 * t * t; }

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

Density density(const AirState& air)
{
    const double p = air.pressure.si();
    const double T = air.temperature.si();
    const double t = inCelsius(air.temperature);
    const double x = air.humidity * enhancement(p, t) * saturationPressure(T) / p;
    return Density::fromSi(kDryAirOverGasConstant * p / (compressibility(p, T, t, x) * T) * (1.0 - kVapourDeficit * x));
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
