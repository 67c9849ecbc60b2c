// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <vector>

#include "geometry/section.hpp"

namespace euryth::geometry {

/// A line on which a value is the same, as separate pieces.
struct IsoLine {
    double level = 0.0;
    std::vector<std::array<Point, 2>> pieces;
};
/// Lines of equal value over quadrilaterals of points, by their two triangles each (marching triangles).
std::vector<IsoLine> isoLines(std::span<const Point> places, std::span<const double> values,
                              std::span<const std::array<std::uint32_t, 4>> faces, std::span<const double> levels);

}  // namespace euryth::geometry
