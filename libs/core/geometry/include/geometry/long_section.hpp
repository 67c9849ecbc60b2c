// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "geometry/section.hpp"

namespace euryth::geometry {

/// Where a section stands in the head. Frame: x along the runner from the window, z up (away from the deck), y to the
/// left as seen from the window toward the valve. Pitch is the heading's angle above the x-y plane, yaw its turn
/// about z. The section lies square to the heading.
struct Pose {
    Length x;
    Length y;
    Length z;
    Angle pitch;
    Angle yaw;
    friend bool operator==(const Pose&, const Pose&) = default;
};

/// A point of the side view: x from the window, z up. Metres.
struct SidePoint {
    double x = 0.0;
    double z = 0.0;
    friend bool operator==(const SidePoint&, const SidePoint&) = default;
};

/// One section in the side view: the middle of the roof, of the section and of the floor, projected on the x-z plane.
struct SideCut {
    SidePoint roof;
    SidePoint middle;
    SidePoint floor;
};

SideCut sideCut(const Pose& pose, Length height);

/// The point of the side view at `up` metres above the middle of the section.
SidePoint sidePoint(const Pose& pose, double up);

}  // namespace euryth::geometry
