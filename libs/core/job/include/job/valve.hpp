// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "geometry/seat_stack.hpp"
#include "geometry/valve_opening.hpp"
#include "job/basics.hpp"

/// The valve end: valve, seat and short side.
namespace euryth::job {

struct SeatCut {
    std::optional<Angle> angle;
    std::optional<Length> width;
    UnknownKeys unknown;
    friend bool operator==(const SeatCut&, const SeatCut&) = default;
};

/// Where the middle of the seat lies in the cylinder, against the bore's middle. In the bore's frame, which all valves
/// of a cylinder share: x from the intake side to the exhaust side, y to the left of that with the deck below.
struct InBore {
    std::optional<Length> x;
    std::optional<Length> y;
    UnknownKeys unknown;
    friend bool operator==(const InBore&, const InBore&) = default;
};

struct Valve {
    std::optional<Length> diameter;
    std::optional<Length> stem;
    std::optional<Length> throat;
    std::optional<Length> bowl;
    std::optional<Length> pilot;
    std::optional<Length> edgeInset;
    std::optional<Length> face;    ///< width of the valve's own face, along it
    std::optional<Angle> back;     ///< of the valve's back behind the face, against the plane of the valve
    std::optional<Length> runOut;  ///< of the seat against the guide, full dial reading
    std::optional<Length>
        insert;  ///< outer diameter of the pressed-in seat insert; none where the seat is the head's own
    std::optional<Length> band;  ///< width of the band that bluing or lapping shows on the seat, where it is narrowest
    std::optional<Length> bridge;     ///< metal to the neighbouring seat
    std::optional<Length> boreEdge;   ///< valve edge to the cylinder bore
    std::optional<Length> neighbour;  ///< bowl to the neighbouring port
    std::optional<Length> kerf;       ///< of the saw, where bridge and neighbour were measured on a sectioned head
    /// The chamber's wall beside the valve, where it stands nearer than the bore: how far from the valve's edge, how
    /// high above the deck side of the seat, and over how much of the valve's circumference.
    std::optional<Length> chamberWall;
    std::optional<Length> chamberWallHeight;
    std::optional<Angle> chamberWallArc;
    std::optional<Across> nextBowl;  ///< on which side the next bowl lies, seen from the window
    std::optional<Across> boreSide;  ///< on which side the bore's middle lies, to which the air has to turn
    InBore inBore;
    std::optional<Length> sunk;  ///< of the valve's head below the chamber's surface round it
    std::vector<SeatCut> seat;   ///< from outside in
    UnknownKeys unknown;
    friend bool operator==(const Valve&, const Valve&) = default;
};

/// What is known of the seat's cuts: all of them, or nothing where one is not measured.
std::vector<geometry::SeatFace> seatFaces(const Valve& valve);
/// The seat stack in its place, where valve diameter and all cuts are known. Without an inset the seat reaches the
/// valve's edge.
std::optional<geometry::SeatStack> seatStack(const Valve& valve);
/// The throat: as measured, else what the seat stack leaves.
std::optional<Length> throatOf(const Valve& valve);
/// A valve's face is usually about 0.8 mm wider than the seat, and its back lies at about 20 degrees (common practice,
/// no source). Used where they were not measured; whoever shows the opening says so.
inline constexpr Length kUsualFaceBeyondSeat = lengthFromMm(0.8);
inline constexpr Angle kUsualBack = angleFromDegrees(20.0);
/// The usual face for a valve's seat, where that is known.
std::optional<Length> usualFace(const Valve& valve);
/// The valve as its opening area needs it, or nothing where a number of it is unknown. An unknown stem counts as
/// unknown; an unknown face or back is the usual one.
std::optional<geometry::ValveGeometry> valveGeometry(const Valve& valve);

struct ShortSide {
    std::optional<Length> radius;
    std::optional<Length> height;
    UnknownKeys unknown;
    friend bool operator==(const ShortSide&, const ShortSide&) = default;
};

}  // namespace euryth::job
