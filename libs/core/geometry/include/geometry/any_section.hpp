// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <variant>

#include "geometry/outline.hpp"
#include "geometry/section.hpp"

namespace euryth::geometry {

/// A section of either kind; everything that works on a section's shape takes this.
using Section = std::variant<RoundedRectangle, Outline>;

Area area(const Section& section);
Length perimeter(const Section& section);
/// Hydraulic diameter 4 A / P.
Length hydraulicDiameter(const Section& section);
/// The middle of area, metres from the section's origin.
Point centroid(const Section& section);
/// Distance in metres from `p` to the wall; positive inside, negative outside.
double distanceToWall(const Section& section, Point p);
/// The box round the section. A rounded rectangle's middle is the origin.
Box boxOf(const Section& section);
/// The section in the same proportions with the area `wanted`, which must be over 0.
Section scaledToArea(const Section& section, Area wanted);
/// Left and right changed over.
Section mirrored(const Section& section);
/// Width of the open passage at a height above the origin, metres; 0 where there is none.
double widthAt(const Section& section, double up);

}  // namespace euryth::geometry
