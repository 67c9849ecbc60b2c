// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// Metal that hangs into the passage from the roof, in the middle between the sides, as it was measured at one place
/// along the runner: a rectangle `width` wide, from `from` to `to` under the roof. No width: nothing hangs there.
struct Hanging {
    Length s;
    Length width;
    Length from;
    Length to;
    friend bool operator==(const Hanging&, const Hanging&) = default;
};
/// A guide boss, or the stem: its rectangles in rising order of s; between them they run over into each other.
using Obstacle = std::vector<Hanging>;

}  // namespace euryth::geometry
