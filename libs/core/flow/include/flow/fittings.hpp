// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::flow {

/// A station of the runner as the air meets it, in the order of the air.
struct FlowStation {
    Length s;   ///< along the air's way, rising
    Area area;  ///< net
    Length hydraulicDiameter;
    Angle turn;  ///< between the headings of this station and the one before, in whatever plane; 0 or more
    std::array<double, 3> turnAxis{0.0, 1.0, 0.0};  ///< about which it turns, a unit vector
    double mouth = 0.0;  ///< loss coefficient of a mouth through which the air comes in here (mouthLoss())
};

/// A bend of the runner as a whole. Interval i lies between stations i and i + 1.
struct Bend {
    Angle angle;                ///< of all its intervals together
    Length radius;              ///< of the centreline: half of the angle is turned as sharply as this or more
    Length diameter;            ///< hydraulic, mean over the angle
    Area area;                  ///< mean over the angle
    std::vector<double> share;  ///< of the angle that each interval of the runner turns
};

/// A widening as a whole, from its narrowest to its widest station.
struct Widening {
    Area from;
    Area to;
    Angle cone;                 ///< total opening angle: half of the growth is as abrupt as this or more
    std::size_t begin;          ///< station at which it begins
    std::vector<double> share;  ///< of the growth that each interval of the runner makes
};

/// The bends of a runner. Neighbouring intervals that turn about axes less than a right angle apart are one bend,
/// however many stations were measured in it; a straight stretch longer than its diameter parts two bends (straight:
/// bent less than a tenth as sharply as the sharpest interval). What little such a stretch turns counts for the bend
/// before it, else for the one behind. The rules are ours; what they are for is that a loss does not hang on where one
/// measured.
std::vector<Bend> bendsOf(std::span<const FlowStation> stations);

/// The widenings of a runner, in the order of the air. Narrowing again by less than a hundredth does not end one.
std::vector<Widening> wideningsOf(std::span<const FlowStation> stations);

}  // namespace euryth::flow
