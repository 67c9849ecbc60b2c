// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// Metal that hangs into the passage from the roof, as it was measured at one place along the runner: `width` wide at
/// `from` and `tip` wide at `to` under the roof, its middle `left` of the roof's. No width: it begins or ends there.
struct Hanging {
    Length s;
    Length width;
    Length from;
    Length to;
    Length tip;
    Length left;
    friend bool operator==(const Hanging&, const Hanging&) = default;
};
/// A guide boss, or the stem: its places in rising order of s; between them they run over into each other.
using Obstacle = std::vector<Hanging>;

/// An obstacle at a distance along the runner: one of its places, or on a straight line between two. Nothing before the
/// first or behind the last one.
std::optional<Hanging> hangingAt(const Obstacle& obstacle, Length s);

}  // namespace euryth::geometry
