// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "geometry/any_section.hpp"
#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"

namespace euryth::planning {

/// How far each place of a section's wall may be moved out, 0 or more.
using SectionRoom = geometry::PerSector<Length>;

/// What a section should become. Both sizes wished: the corners are what is left to make the area.
struct SectionWish {
    Area area;  ///< gross, over 0
    std::optional<Length> width;
    std::optional<Length> height;
};

/// The shape that comes nearest to a wish, in the family of the measured one: a rounded rectangle stays one (a circle
/// stays a circle, an oval an oval), an outline stays an outline.
struct PlannedSection {
    geometry::Section section;           ///< a rounded rectangle's own middle is its origin
    geometry::Point middle;              ///< of the planned section's box in the frame of the measured one, metres
    geometry::PerSector<Length> growth;  ///< how far the wall has moved out at the middle of each sector
    Area area;                           ///< gross; the wished one where `met`
    bool met = false;
    std::vector<geometry::Sector> atLimit;  ///< where the wall gives no more
};

/// Grows (or, for less area, fills) the section evenly all round until it has the wished area. A side that has reached
/// its room stays there while the others go on; a corner's radius grows with its two sides, as a burr leaves it
/// (r + (a + b)/2 for sides that move by a and b), and more where the corner's own wall is thin. A wished width is made
/// by both sides in the share of their room, and the height follows. Never outside `room`: where that is not enough,
/// the nearest that works comes back with `met` false. Exact areas for rounded rectangles, the quadratic form of
/// WallContour for outlines; the level is found by a bracketing root finder (Boost.Math, TOMS 748).
PlannedSection planSection(const geometry::Section& measured, const SectionRoom& room, const SectionWish& wish);

}  // namespace euryth::planning
