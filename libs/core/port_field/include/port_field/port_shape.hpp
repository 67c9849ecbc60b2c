// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "analysis/port_analysis.hpp"
#include "geometry/hanging.hpp"
#include "geometry/loft.hpp"

namespace euryth::port_field {

/// What the computed field hangs on: ports of the same shape have the same field.
struct PortShape {
    std::vector<geometry::PlacedSection> sections;
    std::vector<geometry::Obstacle> obstacles;  ///< guide boss and stem
    bool airFromValve = false;                  ///< an exhaust port
    friend bool operator==(const PortShape&, const PortShape&) = default;
};

/// The measured shape: at least two stations with their places in the head. A boss hangs from the roof, a stem below
/// it, both in the middle between the sides; where one is known at a station and not at the next, it ends half way.
Known<PortShape> shapeOf(const job::Port& port, const analysis::PortAnalysis& analysis);

/// Where two shapes first differ by more than a micrometre (or as much of a radian), in words with the place; empty
/// where they are the same. Numbers that have been through a file are not equal to the last digit.
Phrase differenceOf(const PortShape& a, const PortShape& b);
inline bool sameShape(const PortShape& a, const PortShape& b) { return a == b || differenceOf(a, b).empty(); }

}  // namespace euryth::port_field
