// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <utility>
#include <vector>

#include "geometry/monotone_cubic.hpp"
#include "quantities/quantities.hpp"

namespace euryth::planning {

/// One lobe of a cam, as the valve moves. Duration, lift and centreline over 0.
struct Cam {
    Angle duration;  ///< seat to seat, crank degrees
    Length lift;
    Angle centreline;  ///< of the greatest lift after top dead centre
    /// The measured curve: lift (m) over crank angle from the greatest lift (rad). Without one the lobe is a smooth
    /// stand-in of the same duration and lift.
    std::optional<geometry::MonotoneCubic> measured;
    Angle measuredFrom;  ///< first and last angle of the measured curve
    Angle measuredTo;
};

/// Crank angles after top dead centre at which the valve opens (often negative) and closes.
Angle opens(const Cam& cam);
Angle closes(const Cam& cam);

/// Lift at a crank angle after top dead centre of the gas change. Without a measured curve L (1 - u^2)^2 with u from -1
/// to 1 over the duration, a smooth lobe whose mean lift is 8/15 of L (ours, no source).
Length liftAt(const Cam& cam, Angle crank);

/// A cam by its lift table: crank angles from the greatest lift in rising order, three or more, lifts 0 or more with
/// one over 0. Between the points a monotone cubic, so that nothing overshoots.
Cam camFromTable(const std::vector<std::pair<Angle, Length>>& table, Angle centreline);

}  // namespace euryth::planning
