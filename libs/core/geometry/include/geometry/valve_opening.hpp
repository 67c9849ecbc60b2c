// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// What the opening of a valve depends on. All over 0; the stem may be 0; stem < throat < head.
struct ValveGeometry {
    Length head;        ///< D_v
    Length throat;      ///< D_p, the inner diameter of the port at the seat
    Length stem;        ///< D_s
    Angle seatAngle;    ///< beta, against the plane of the valve, between 0 and 90 degrees
    Length seatRadial;  ///< w, the difference of the outer and inner radius of the seat (face width times cos beta)
};

/// Which area is the smallest: between the seats at right angles to them, between the inner edge of one seat and the
/// outer edge of the other, or the throat less the stem.
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

/// Smallest geometric flow area at a lift from 0 up (Heywood, Internal Combustion Engine Fundamentals, section 6.3,
/// eqs. 6.7 to 6.9, his w being the radial width of the seat):
///   L <= w/(sin b cos b):   A = pi L cos b (D_v - 2 w + L/2 sin 2b)
///   then                    A = pi D_m sqrt((L - w tan b)^2 + w^2),  D_m = D_v - w
///   until it reaches        A = pi/4 (D_p^2 - D_s^2)
/// Continuous in L. The equation numbers are from memory.
Opening openingAt(const ValveGeometry& valve, Length lift);

/// Lift from which the throat is the smallest area.
Length throatTakesOver(const ValveGeometry& valve);

/// The cylinder round the open valve: pi D_v L.
Area curtain(Length head, Length lift);

}  // namespace euryth::geometry
