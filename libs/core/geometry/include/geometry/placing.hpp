// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "geometry/loft.hpp"
#include "geometry/outline.hpp"

/// Sections that were measured in space, in whatever frame the machine had, brought into the frame of the head.
namespace euryth::geometry {

/// A section as points in space, in order round the wall (either way), with the direction square to it, toward the
/// valve, where that is known; else it is the direction in which the points are flattest.
struct SpaceSection {
    std::vector<Point3> points;
    std::optional<Point3> normal;
};

/// The same as it stands in the head. The outline's points count from the pose.
struct PlacedOutline {
    Length s;
    Pose pose;
    Outline outline;
};

/// Middle of area of a polygon in space, and twice its vector area (Newell's sum): square to it, counterclockwise.
struct SpaceArea {
    Point3 middle;
    Point3 doubled;
};
SpaceArea areaOf(std::span<const Point3> polygon);

/// The direction in which points are flattest: the eigenvector of the least eigenvalue of their covariance. Zero for
/// fewer than three.
Point3 flattestOf(std::span<const Point3> points);

/// Without corners that lie nearer than `tolerance` to what is left (Douglas and Peucker, by Boost.Geometry).
Outline simplified(const Outline& outline, Length tolerance);

/// Frame of a port: from the first middle along the first normal; up is away from the inside of the turn, as the floor
/// is on the inside, or as near to the old z as can be where there is no turn.
struct PortFrame {
    Point3 origin;
    Point3 forward;
    Point3 left;
    Point3 up;
    [[nodiscard]] Point3 toHead(const Point3& p) const;
    [[nodiscard]] Point3 turned(const Point3& direction) const;  ///< without moving
};
PortFrame portFrame(const Point3& origin, const Point3& forward, const Point3& lastForward);

/// Places at least two sections, from the window on: distances are those of their middles, straight from one to the
/// next. A section's pose stands square to its normal; its yaw is kept from the one before where the runner stands so
/// steeply that the heading does not tell it. Throws std::invalid_argument for fewer than two sections, or for one
/// without area.
std::vector<PlacedOutline> placeSections(std::span<const SpaceSection> sections);

}  // namespace euryth::geometry
