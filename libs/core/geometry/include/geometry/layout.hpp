// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "geometry/long_section.hpp"

namespace euryth::geometry {

/// The few numbers from which a runner is laid out when its stations have no place in the head.
struct LayoutNumbers {
    Length straight;         ///< from the window to where the turn begins, along the centreline; 0 or more
    Angle turn;              ///< how far the heading dips toward the deck in all, over 0
    Length shortSideRadius;  ///< of the floor in the turn, over 0
    Length apexHeight;       ///< of the floor over the deck where the turn begins (the top of the short side)
};

/// Distance and height of a section.
struct StationHeight {
    Length s;
    Length height;
};

/// Places stations along a straight, an arc and a straight, all in the x-z plane. The arc's centreline has the
/// short-side radius plus half the height of the section where the turn begins (interpolated), so that the floor there
/// has the short-side radius. `stations` in rising order of s, at least one.
std::vector<Pose> layOut(const LayoutNumbers& numbers, std::span<const StationHeight> stations);

/// Distance along the centreline where the turn of such a layout ends.
Length turnEnd(const LayoutNumbers& numbers, std::span<const StationHeight> stations);

/// A radius found between a station and the next one.
struct RadiusAt {
    std::size_t station = 0;
    Length radius;
};

/// The tightest bend of the floor in the side view: the least, over neighbouring stations between which the heading
/// dips by 1 degree or more, of the floor's length between them over the change of heading. Headings are smooth where
/// the floor's own points, which carry the error of every height, are not. Nothing where the heading never dips.
std::optional<RadiusAt> floorRadius(std::span<const Pose> poses, std::span<const SideCut> cuts);

/// The highest point of the floor line over z = 0, the deck.
std::optional<Length> floorApex(std::span<const SideCut> cuts);

}  // namespace euryth::geometry
