// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "air/moist_air.hpp"

namespace euryth::air {

/// Volume flow, at the room's density, that air drawn without loss by a depression passes through each unit of area:
/// f(M) a0 with the mass flow function f of NACA Report 1135 at the Mach number of the pressure ratio 1 - dp/p0, at
/// most 1 (choked). A speed; over 0. Nothing where the depression is 0 or less or is the whole pressure or more.
std::optional<Speed> idealFlowSpeed(const AirState& room, PressureDifference depression);

/// The area through which such air would be the flow that was read (at the room's density).
std::optional<Area> effectiveArea(const AirState& room, PressureDifference depression, VolumeFlow flow);

/// That flow at another depression of other air, through the same effective area: compressible and exact where the
/// opening's discharge coefficient is the same.
std::optional<VolumeFlow> flowThrough(Area effective, const AirState& room, PressureDifference depression);

/// What is usually written instead: the flow times the root of the depressions' ratio. It leaves out that air expands
/// and, between states of air, its density.
VolumeFlow bySquareRoot(VolumeFlow flow, PressureDifference from, PressureDifference to);

}  // namespace euryth::air
