// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "air/moist_air.hpp"
#include "quantities/quantities.hpp"

namespace euryth::air {

/// Isentropic flow of a perfect gas with gamma = 1.4 (NACA Report 1135, "Equations, tables, and charts for compressible
/// flow", 1953; equation numbers are its own). Mach numbers from 0 up.
double pressureRatio(double mach);     ///< p / p0, eq. 44
double temperatureRatio(double mach);  ///< T / T0, eq. 43
double densityRatio(double mach);      ///< rho / rho0, eq. 45
double areaRatio(double mach);         ///< A / A*, eq. 80; infinite at Mach 0
/// Mass flow per area over rho0 a0: M (1 + (gamma-1)/2 M^2)^(-(gamma+1)/(2(gamma-1))); greatest at Mach 1.
double massFlowFunction(double mach);

/// The inverses. Nothing where there is no such flow (a ratio outside (0, 1], more mass than Mach 1 passes).
std::optional<double> machFromPressureRatio(double ratio);
std::optional<double> subsonicMachFromAreaRatio(double ratio);
std::optional<double> subsonicMachFromMassFlow(double function);

/// Speed that still air reaches when it expands without loss by `depression`:
/// v = sqrt(2 gamma/(gamma-1) p0/rho0 (1 - (1 - dp/p0)^((gamma-1)/gamma))). Nothing where the depression is negative or
/// is the whole pressure or more.
std::optional<Speed> idealSpeed(const AirState& room, PressureDifference depression);

/// Distance from the wall at which a pitot reads: the radius of its tip and a gap (common practice, no source).
inline constexpr Length kPitotDistance = lengthFromMm(3.0);

/// Speed at a pitot probe from its impact pressure (total less local static), compressible (ISO 3966, annex on
/// compressibility; NACA 1135 eq. 44), for air drawn from the room without loss, so that the total pressure and
/// temperature are the room's and the local static pressure is the room's less the impact pressure. Nothing where the
/// impact pressure is negative or is the whole pressure or more.
std::optional<Speed> pitotSpeed(const AirState& room, PressureDifference impact);

/// The impact pressure that pitotSpeed() turns into `speed`. Nothing over the speed of a vacuum expansion.
std::optional<PressureDifference> impactPressure(const AirState& room, Speed speed);

/// Mach number of air that has come from the room's state to `speed` without loss or heat.
/// Nothing over the speed of a vacuum expansion.
std::optional<double> machAtSpeed(const AirState& room, Speed speed);

/// Speed of that air at a Mach number: v = M a0 sqrt(T/T0).
Speed speedAtMach(const AirState& room, double mach);

}  // namespace euryth::air
