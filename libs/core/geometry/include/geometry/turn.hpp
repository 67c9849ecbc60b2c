// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// Where a runner turns.
struct TurnStations {
    std::size_t first = 0;  ///< the last station before the turn
    std::size_t last = 0;   ///< the first one behind it
    Angle whole;            ///< between the first heading and the last one
};

/// By how far the heading of each station is from that of the first one (turnBetween()): before and behind the turn it
/// keeps to the share `keeps` of the whole turn. Two stations at least.
TurnStations turnStations(std::span<const Angle> turned, double keeps = 0.02);

}  // namespace euryth::geometry
