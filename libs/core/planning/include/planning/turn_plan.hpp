// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "quantities/quantities.hpp"

namespace euryth::planning {

/// Speed at the inner wall of a turn over the mean of its section, for a free vortex v = C / r between the inner radius
/// r and r + h: h / (r ln(1 + h / r)) (any text on potential flow). Radius and height over 0.
double innerSpeedRatio(Length radius, Length height);
/// The inner radius at which that ratio is reached; the inverse. Nothing for a ratio that is not over 1.
std::optional<Length> radiusForRatio(double ratio, Length height);

/// The short side of a turn, from the apex where it begins down to the edge of the throat.
struct ShortSideDrop {
    Length edgeHeight;  ///< of the throat's near edge over the deck
    Angle from;         ///< heading of the runner below the deck's plane, 0 or more
    Angle to;           ///< heading at the throat, over `from`, at most 180 degrees
};
/// The largest radius that fits between an apex at `height` over the deck and the throat: an arc of radius r drops by
/// r (cos a - cos b) between the headings a and b. 0 or less where the apex is not above the edge.
Length radiusForHeight(const ShortSideDrop& drop, Length height);
/// The apex height that a radius needs; the inverse.
Length heightForRadius(const ShortSideDrop& drop, Length radius);

/// What laying a short side back from one radius to a larger one takes, with the floor before and the throat after
/// where they are: metal at the middle of the arc, and how much earlier the turn begins.
struct LaidBack {
    Length depth;    ///< (R - r) (1 / cos(T/2) - 1)
    Length earlier;  ///< (R - r) tan(T/2)
};
/// Negative numbers: metal that would have to be put on. Turn under 180 degrees.
LaidBack layBack(Length from, Length to, Angle turn);

/// The turn and the bowl as one decision: the section over the turn with which a short side of another radius leaves
/// the air at its inner wall as fast as now at the same flow, A' = A k' / k with k the ratio above. Continuity and a
/// free vortex; the trade's own rule (a low, short short side needs a bigger bowl) has no published number.
Area turnAreaFor(Area now, double ratioNow, double ratioThen);
/// A bowl of this area: diameter of the circle less the stem.
Length bowlForArea(Area net, Length stem);
Area bowlArea(Length bowl, Length stem);

}  // namespace euryth::planning
