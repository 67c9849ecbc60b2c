// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "quantities/quantities.hpp"

namespace euryth::air {

/// Ratio of the specific heats of air, taken constant (NACA Report 1135).
inline constexpr double kGamma = 1.4;

/// The state of the air in the room.
struct AirState {
    Temperature temperature = temperatureFromCelsius(20.0);
    AbsolutePressure pressure = absolutePressureFromPa(101325.0);
    double humidity = 0.0;  ///< relative, 0 to 1
    friend bool operator==(const AirState&, const AirState&) = default;
};

/// Density of moist air, rho = p M / (Z R T), with 400 ppm of carbon dioxide.
///
/// - From 15 to 27 degC and 600 to 1100 hPa by the CIPM-2007 equation (Picard, Davis, Glaeser & Fujii, Metrologia 45
///   (2008) 149), which is within a few parts in 100,000 there.
/// - Outside as an ideal mix of dry air and vapour whose compressibility factor Z is that of the nearest state inside
///   (1 less 0.0003 to 0.0005), so that density has no jump. Up to 250 degC and 600 kPa real air differs from that by
///   less than 0.3 % (compressibility of dry air, from memory).
///
/// Any pressure and temperature over 0 and any humidity from 0 to 1 gives a density over 0.
Density density(const AirState& air);

/// Pressure of saturated vapour over water (from 0 degC up) or ice: Hyland & Wexler 1983 as in the ASHRAE Handbook -
/// Fundamentals, chapter 1 (coefficients from memory, checked against its table and the steam tables). Stated range
/// -100 to 200 degC; at 250 degC it is 0.3 % off the steam tables.
AbsolutePressure saturationPressure(Temperature temperature);

/// Mole fraction of water, x = humidity f p_sat / p (f is CIPM-2007's enhancement factor inside its range, 1 outside),
/// at most 1.
double waterFraction(const AirState& air);

/// The same air at another temperature and pressure: what stays is the mole fraction of water, not the relative
/// humidity. Where it would be more than saturated the surplus has rained out.
AirState broughtTo(const AirState& air, Temperature temperature, AbsolutePressure pressure);

/// Speed of sound a = sqrt(gamma p / rho), of an ideal gas with the moist density.
Speed speedOfSound(const AirState& air);

/// Dynamic viscosity of dry air by Sutherland's law, mu = 1.458e-6 T^1.5 / (T + 110.4) (U.S. Standard Atmosphere,
/// 1976). Humidity changes it by well under 1 % at room temperature and is left out.
DynamicViscosity viscosity(Temperature temperature);

}  // namespace euryth::air
