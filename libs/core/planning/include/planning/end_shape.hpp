// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "geometry/any_section.hpp"
#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"

namespace euryth::planning {

/// The floor of a port as its stations have it.
struct FloorLine {
    std::vector<Length> along;  ///< the floor's own line, from the window
    std::vector<Angle> turned;  ///< of the heading, away from that at the window; 0 or more
    std::size_t apex = 0;       ///< station at which it is highest over the deck
    Length radius;              ///< of the short side now, over 0
};

/// What is wished of it.
struct FloorWish {
    std::optional<Length> radius;
    std::optional<Length> lowered;  ///< at the apex, in all
};

/// How far the floor has to go down into the metal at each station, 0 or more: laid back from its radius r to R between
/// the floor before the turn and the one behind it, which both stay. On the old arc, at an angle a from the middle of
/// the turn T, the new one lies sqrt(D^2 + r^2 + 2 D r cos a) - R under it, D = (R - r) / cos(T / 2), which in the
/// middle is layBack(); before and behind the turn sqrt(R^2 + e^2) - R, e being how far the place is inside the new
/// tangent point. What the apex is to be lowered by beyond that fades along the floor as the square of a cosine over
/// the length of the turn, 10 mm at least. Nothing is put on: a smaller radius asks for nothing. Stations: two or more;
/// a turn of less than 5 degrees has no short side.
std::vector<Length> floorDepths(const FloorLine& floor, const FloorWish& wish);

/// How far the wall of a section has to go out at the middle of each sector to hold a circle of a diameter round its
/// middle, times `share`; 0 where it does.
geometry::PerSector<Length> depthsToCircle(const geometry::Section& section, Length diameter, double share);

/// Share of a bowl's growth at a place: 1 at the bowl, fading to 0 at `before` and `behind` it as the square of a
/// cosine.
double bowlShare(Length s, Length before, Length bowl, Length behind);

}  // namespace euryth::planning
