// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// The chamber's wall beside a valve, on the side where the bore is nearest.
struct ChamberWall {
    Length clearance;  ///< from the valve's edge at the seat, 0 or more
    Length height;     ///< how far down from the seat it reaches, over 0
    Angle arc;         ///< of the valve's circumference that it stands beside, over 0, at most a full turn
    Angle lean;        ///< laid back from the valve's axis, 0 to under 90 degrees
};

/// A valve in its cylinder, its axis taken parallel to the bore's.
struct ValveInBore {
    Length valve;
    Length bore;        ///< wider than the valve
    Length edgeToBore;  ///< where they are nearest; 0 or more
    std::optional<ChamberWall> wall;
};

struct Shrouding {
    double shroudedShare = 0.0;  ///< of the circumference whose gap is narrower than the lift needs
    double openShare = 1.0;      ///< of the curtain that can flow
};

/// Distance from the valve's edge outward to the bore, at `angle` from where they are nearest.
Length clearanceToBore(const ValveInBore& valve, Angle angle);

/// Air that has passed the curtain of height L has to go down through the gap c between the valve's edge and the wall.
/// Per length of edge that gap has the area c (1 + c/D), D being the valve's diameter, so that a place is shrouded
/// where it is under L, and flows only that share of L. The chamber's wall, where there is one, counts down to its
/// height; at the valve's edge it has moved back by L tan(lean). Continuity alone: no published shrouding law stands
/// behind it. Lift over 0.
Shrouding shroudingAt(const ValveInBore& valve, Length lift);

/// Volume that laying the wall back takes: a wedge of half its height squared times the difference of the tangents,
/// along its arc. Negative where it is made steeper.
Volume layBackVolume(const ValveInBore& valve, Angle lean);

}  // namespace euryth::geometry
