// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/section.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace euryth::geometry {

namespace {

using std::numbers::pi;

struct Corner {
    double sideLeft;  ///< +1 on the left, -1 on the right
    double sideUp;    ///< +1 at the roof, -1 at the floor
    double radius;
};

std::array<Corner, 4> corners(const RoundedRectangle& s)
{
    return {Corner{+1, +1, s.corners.roofLeft.si()}, Corner{-1, +1, s.corners.roofRight.si()},
            Corner{-1, -1, s.corners.floorRight.si()}, Corner{+1, -1, s.corners.floorLeft.si()}};
}

}  // namespace

Area area(const RoundedRectangle& section)
{
    double squares = 0.0;
    for (const Corner& c : corners(section))
        squares += c.radius * c.radius;
    return section.width * section.height - Area::fromSi((1.0 - pi / 4.0) * squares);
}

Length perimeter(const RoundedRectangle& section)
{
    double sum = 0.0;
    for (const Corner& c : corners(section))
        sum += c.radius;
    return 2.0 * (section.width + section.height) - Length::fromSi((2.0 - pi / 2.0) * sum);
}

Length hydraulicDiameter(const RoundedRectangle& section) { return 4.0 * area(section) / perimeter(section); }

Point centroid(const RoundedRectangle& section)
{
    // Each corner misses a spandrel of area (1 - pi/4) r^2 whose centroid lies (5/6 - pi/4) / (1 - pi/4) r from the
    // centre of the arc toward the corner (from the square r x r less the quarter disk).
    constexpr double spandrelArea = 1.0 - pi / 4.0;
    constexpr double spandrelMoment = 0.5 - 1.0 / 3.0;  // square r/2 r^2 less quarter disk 4r/(3 pi) pi r^2/4, over r^3
    const double halfWidth = section.width.si() / 2.0;
    const double halfHeight = section.height.si() / 2.0;
    double momentLeft = 0.0;
    double momentUp = 0.0;
    for (const Corner& c : corners(section)) {
        const double r = c.radius;
        const double r2 = r * r;
        momentLeft -= c.sideLeft * (spandrelArea * r2 * (halfWidth - r) + spandrelMoment * r2 * r);
        momentUp -= c.sideUp * (spandrelArea * r2 * (halfHeight - r) + spandrelMoment * r2 * r);
    }
    const double a = area(section).si();
    return {momentLeft / a, momentUp / a};
}

double distanceToWall(const RoundedRectangle& section, Point p)
{
    const double halfWidth = section.width.si() / 2.0;
    const double halfHeight = section.height.si() / 2.0;
    for (const Corner& c : corners(section)) {
        const double toRight = c.sideLeft * p.left - (halfWidth - c.radius);
        const double toTop = c.sideUp * p.up - (halfHeight - c.radius);
        if (toRight > 0.0 && toTop > 0.0)
            return c.radius - std::hypot(toRight, toTop);
    }
    return std::min(halfWidth - std::abs(p.left), halfHeight - std::abs(p.up));
}

RoundedRectangle scaledToArea(const RoundedRectangle& section, Area wanted)
{
    const double f = std::sqrt(wanted / area(section));
    const CornerRadii& r = section.corners;
    return {
        section.width * f, section.height * f, {r.roofLeft * f, r.roofRight * f, r.floorRight * f, r.floorLeft * f}};
}

}  // namespace euryth::geometry
