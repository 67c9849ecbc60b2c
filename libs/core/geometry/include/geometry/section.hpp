// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// A point in a section, metres from its middle: `left` positive to the left, `up` positive to the roof, as seen from
/// the window toward the valve.
struct Point {
    double left = 0.0;
    double up = 0.0;
    friend bool operator==(const Point&, const Point&) = default;
};

struct CornerRadii {
    Length roofLeft;
    Length roofRight;
    Length floorRight;
    Length floorLeft;
    friend bool operator==(const CornerRadii&, const CornerRadii&) = default;
};

/// A section measured by inside calipers: width, height and four corner radii. A circle and an oval are cases of it.
///
/// Invariants (checked by job::check before any computation): width and height over 0; no radius negative; two radii
/// that share a side are together not longer than that side.
struct RoundedRectangle {
    Length width;
    Length height;
    CornerRadii corners;
    friend bool operator==(const RoundedRectangle&, const RoundedRectangle&) = default;
};

/// Cross-sectional area, exact: A = w h - (1 - pi/4) sum r^2.
Area area(const RoundedRectangle& section);

/// Wetted perimeter, exact: P = 2 (w + h) - (2 - pi/2) sum r.
Length perimeter(const RoundedRectangle& section);

/// Hydraulic diameter 4 A / P.
Length hydraulicDiameter(const RoundedRectangle& section);

/// The middle of area, metres from the middle of the bounding box (not zero when the radii differ). Exact.
Point centroid(const RoundedRectangle& section);

/// Distance in metres from `p` to the wall; positive inside, negative outside.
double distanceToWall(const RoundedRectangle& section, Point p);

/// The section with sides scaled so that its area becomes `wanted`, the same in proportion. `wanted` must be over 0.
RoundedRectangle scaledToArea(const RoundedRectangle& section, Area wanted);

}  // namespace euryth::geometry
