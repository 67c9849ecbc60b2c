// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>
#include <vector>

#include "geometry/seat_stack.hpp"
#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// What the opening of a valve depends on. All over 0; the stem may be 0; stem < throat < head.
struct ValveGeometry {
    Length head;                 ///< diameter of the valve's head
    Length throat;               ///< inner diameter of the port at the seat
    Length stem;                 ///< diameter
    std::vector<SeatFace> cuts;  ///< of the seat, from outside in (see placeSeat())
    Length edgeInset;            ///< of the seat's outer edge inside the valve's edge
    Length face;                 ///< width of the valve's own face along it, from the valve's edge inward
    Angle back;                  ///< of the valve's back behind the face, against the plane of the valve
    friend bool operator==(const ValveGeometry&, const ValveGeometry&) = default;
};

/// What bounds the smallest area: the two sealing faces at right angles to them, other edges or cuts of seat and valve,
/// or the throat less the stem.
enum class OpeningStage { Seat, Edges, Throat };
constexpr std::string_view key(OpeningStage stage)
{
    constexpr std::array<std::string_view, 3> keys{"seat", "edges", "throat"};
    return keys[static_cast<std::size_t>(stage)];
}

struct Opening {
    Area area;
    OpeningStage stage = OpeningStage::Seat;
};

/// Smallest area between valve and seat at a lift from 0 up: the smallest frustum between the profile of the seat (its
/// cuts and the wall above them) and that of the valve (face, and back as far as the stem), pi (r1 + r2) d for points
/// at the radii r1 and r2 that are d apart. Closed, the valve's face lies on the seat.
///
/// Where the face is as wide as the seat and nothing else stands in the way this is what Heywood gives in two stages
/// (Internal Combustion Engine Fundamentals, section 6.3), which is its check.
Opening gapAt(const ValveGeometry& valve, Length lift);

/// The smallest geometric flow area at a lift: gapAt(), or the throat less the stem where that is smaller (Heywood's
/// third stage). Continuous in the lift.
Opening openingAt(const ValveGeometry& valve, Length lift);

/// Lift from which the throat is the smallest area.
Length throatTakesOver(const ValveGeometry& valve);

/// The cylinder round the open valve: pi D L.
Area curtain(Length head, Length lift);

}  // namespace euryth::geometry
