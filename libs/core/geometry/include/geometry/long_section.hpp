// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
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

/// Where the runner heads at a pose, as a unit vector in the head.
struct Heading {
    double x = 1.0;
    double y = 0.0;
    double z = 0.0;
};
Heading headingOf(const Pose& pose);
/// The angle between the headings of two poses, from 0 to half a turn, whichever way it goes.
Angle turnBetween(const Pose& a, const Pose& b);
/// The axis of that turn, a unit vector; across (to the left) where there is none.
std::array<double, 3> turnAxis(const Pose& a, const Pose& b);

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
