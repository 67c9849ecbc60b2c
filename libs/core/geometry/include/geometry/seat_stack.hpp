// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// One cut on the seat insert: its angle against the plane of the valve, and its width along its face.
struct SeatFace {
    Angle angle;
    Length width;
    friend bool operator==(const SeatFace&, const SeatFace&) = default;
};

/// A cut in its place.
struct PlacedCut {
    SeatFace face;
    Length outer;        ///< diameter of the outer edge
    Length inner;        ///< diameter of the inner edge
    Length depth;        ///< of the inner edge below the outer edge of the seat; 0 for a top cut
    bool isTop = false;  ///< lies outside the seat
};

/// The seat stack in its place, from outside in.
struct SeatStack {
    std::vector<PlacedCut> cuts;
    std::size_t seat = 0;  ///< the cut on which the valve seals
    Length throat;         ///< inner diameter of the last cut
    Length depth;          ///< of the last cut's inner edge below the outer edge of the seat
};

/// Places the cuts. The outer edge of the seat lies `edgeInset` inside the valve's edge; from there inward each cut of
/// width w at angle b narrows the diameter by 2 w cos b and deepens by w sin b. A first cut of at most 35 degrees
/// before a steeper one is the top cut and lies outside the seat (the trade's 15 and 30 degree top cuts; common
/// practice, no source). Nothing when there is no cut, or the cuts leave no opening.
std::optional<SeatStack> placeSeat(std::span<const SeatFace> faces, Length valve, Length edgeInset);

/// Radius at which the limit of the bowl work is scribed: that of the throat.
Length scribeRadius(const SeatStack& stack);
/// What the scriber is set to: from the surface of the pilot (or guide) outward.
Length scriberSetting(const SeatStack& stack, Length pilot);

/// Width that the last cut needs for a wanted throat: w = (D - D_wanted) / (2 cos b), D being the diameter before it.
/// Nothing where the throat is not smaller than that diameter, or the last cut is vertical.
std::optional<Length> lastCutFor(const SeatStack& stack, Length wantedThroat);

}  // namespace euryth::geometry
