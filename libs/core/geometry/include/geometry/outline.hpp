// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "geometry/section.hpp"
#include "words/phrase.hpp"

namespace euryth::geometry {

/// A traced section: the corners of a closed polygon, in order round the wall (either way), the last joined to the
/// first. From a mould slice, a scan or a picture.
///
/// Invariants (checked by problemOf() before any computation): at least three corners, no crossing, area over 0.
struct Outline {
    std::vector<Point> points;
    friend bool operator==(const Outline&, const Outline&) = default;
};

/// What is wrong with an outline and what would be right, or nothing. Crossings are found by Boost.Geometry.
std::optional<Phrase> problemOf(const Outline& outline);

/// Area, perimeter and middle of area of the polygon (Boost.Geometry; shoelace formula).
Area area(const Outline& outline);
Length perimeter(const Outline& outline);
Point centroid(const Outline& outline);

/// Distance in metres from `p` to the nearest edge; positive inside, negative outside.
double distanceToWall(const Outline& outline, Point p);

/// Sides of the box round the outline, and its middle.
struct Box {
    Length width;
    Length height;
    Point middle;
};
Box boxOf(const Outline& outline);

/// The outline grown or shrunk in proportion about the origin.
Outline scaledBy(const Outline& outline, double factor);
/// Grown or shrunk until its box is `width` wide: what was traced without scale gets it from one known length.
Outline scaledToWidth(const Outline& outline, Length width);
/// Moved so that the middle of its box is the origin.
Outline centred(const Outline& outline);
/// Its wall moved outward by `by` (over 0), round about corners (Boost.Geometry's buffer).
Outline grownBy(const Outline& outline, Length by);
/// Left and right changed over.
Outline mirrored(const Outline& outline);

}  // namespace euryth::geometry
