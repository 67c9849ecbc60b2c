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

/// Density of moist air by the CIPM-2007 equation (Picard, Davis, Glaeser & Fujii, Metrologia 45 (2008) 149) with
/// 400 ppm of carbon dioxide. Stated range 15-27 degC and 600-1100 hPa; outside it the equation is still smooth, and
/// its error is that of the saturation curve.
Density density(const AirState& air);

/// Speed of sound a = sqrt(gamma p / rho), of an ideal gas with the moist density.
Speed speedOfSound(const AirState& air);

/// Dynamic viscosity of dry air by Sutherland's law, mu = 1.458e-6 T^1.5 / (T + 110.4) (U.S. Standard Atmosphere,
/// 1976). Humidity changes it by well under 1 % at room temperature and is left out.
DynamicViscosity viscosity(Temperature temperature);

}  // namespace euryth::air
