// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>
#include <vector>

#include "geometry/any_section.hpp"
#include "geometry/long_section.hpp"

namespace euryth::geometry {

/// A place in the head, metres; the frame is that of Pose.
struct Point3 {
    double x = 0.0;
    double y = 0.0;
    double z = 0.0;
    friend bool operator==(const Point3&, const Point3&) = default;
};

/// The place of a section's point in the head.
Point3 inHead(const Pose& pose, Point p);

/// One section in its place.
struct PlacedSection {
    Length s;
    Pose pose;
    Section section;
    friend bool operator==(const PlacedSection&, const PlacedSection&) = default;
};

/// The port's wall as rings of points, joined along the runner.
///
/// Each ring starts at the middle of the roof and runs clockwise; the sector middles lie at the same place of every
/// ring, `perSector` points apart, so that the surface is not twisted.
///
/// - the rings at `stationRings` lie on the measured sections;
/// - between stations the rings are those of Sweep.
struct Loft {
    std::size_t around = 0;  ///< points of a ring
    std::vector<std::vector<Point3>> rings;
    std::vector<Length> s;                  ///< of each ring
    std::vector<std::size_t> stationRings;  ///< ring of each station
};

/// Lofts at least two sections in rising order of s, with `between` rings between neighbouring stations; throws
/// std::invalid_argument for fewer.
Loft loftOf(std::span<const PlacedSection> sections, std::size_t perSector = 6, std::size_t between = 3);

/// Where a section would lie at any distance along the runner, and how it would stand: its own middle, and unit vectors
/// to its left and to its roof.
struct Frame {
    Point3 origin;
    Point3 left;
    Point3 up;

    [[nodiscard]] Point3 forward() const;  ///< from window to valve, square to the section
    [[nodiscard]] Point3 toHead(Point p) const;
    [[nodiscard]] Point toSection(const Point3& place) const;  ///< projected along `forward`
};

/// The frame at `s`, between the first and the last of at least two sections; the stations' own frames at the stations,
/// and between them as the loft runs: the middle on a cubic that leaves one station along its heading and arrives at
/// the next along its own (Hermite, with the tangents of an arc); pitch and yaw on such cubics
/// of limited slope as the points of Sweep.
Frame frameAt(std::span<const PlacedSection> sections, Length s);

/// Points that belong together in all sections of a port (of its wall, or of a mesh's layer), carried along the runner.
///
/// In the section each point goes from station to station on a cubic in s whose slopes are limited, so that no line
/// of the wall leaves the range of its two stations; a cone and a straight pipe are exact. Where a section that
/// grows one way and shrinks the other would have more (or less) area than both stations, it is scaled into their
/// range.
class Sweep {
public:
    /// `points` has a set for each of at least two sections in rising order of s, in the order of its section; `wall`
    /// says which of them go round the wall. Throws std::invalid_argument where these are not as many.
    Sweep(std::span<const PlacedSection> sections, std::vector<std::vector<Point>> points,
          std::vector<std::size_t> wall);

    /// The points in the section at `s`, between the first and last one.
    [[nodiscard]] std::vector<Point> inSection(Length s) const;
    [[nodiscard]] std::vector<Point3> at(Length s) const;

private:
    [[nodiscard]] double wallArea(const std::vector<Point>& points) const;

    std::vector<PlacedSection> m_sections;
    std::vector<std::vector<Point>> m_points;
    std::vector<std::vector<Point>> m_slopes;  ///< per metre of s
    std::vector<std::size_t> m_wall;
    std::vector<double> m_areas;
};

/// Volume inside the loft with its two ends closed flat: sum of the tetrahedra of its triangles and the origin
/// (divergence theorem). Positive for a loft whose rings run clockwise as seen from its start.
Volume volumeOf(const Loft& loft);

}  // namespace euryth::geometry
