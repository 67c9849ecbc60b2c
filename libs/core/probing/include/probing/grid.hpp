// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "geometry/any_section.hpp"

namespace euryth::probing {

/// A place in a section as shares of the half width (left positive) and half height (roof positive) of its box, from
/// the middle of that.
struct GridPoint {
    double u = 0.0;
    double v = 0.0;
    friend bool operator==(const GridPoint&, const GridPoint&) = default;
};

geometry::Point toSection(GridPoint p, const geometry::Section& section);

/// The porter's nine fields: the middles of a 3 x 3 division, from roof-left row by row to floor-right as seen from the
/// window (common practice, no source).
std::vector<GridPoint> nineFields();

/// Rectangular log-Tchebycheff positions of ISO 3966 (5, 6 or 7 lines each way; other counts throw
/// std::invalid_argument). All readings weigh the same.
std::vector<GridPoint> logTchebycheff(int linesAcross, int linesUp);

/// Circular log-linear positions of ISO 3966: 3 or 5 points on each radius, on `radii` equally spaced radii. All
/// readings weigh the same.
std::vector<GridPoint> logLinear(int pointsPerRadius, int radii);

/// Rows and columns of readings that form a full rectangular grid.
struct TensorGrid {
    std::vector<double> columns;  ///< u, rising
    std::vector<double> rows;     ///< v, rising
    std::vector<std::size_t> at;  ///< index of the reading in row-major order, rows.size() * columns.size()
};
/// The grid, if the points form one with at least two rows and columns.
std::optional<TensorGrid> asTensorGrid(std::span<const GridPoint> points);

/// True for the positions of ISO 3966's log-Tchebycheff and log-linear methods.
bool isArithmetic(std::span<const GridPoint> points);

/// Share of the section's area for which each reading stands; the shares add up to 1.
///
/// The arithmetic methods of ISO 3966 choose the positions so that each reading weighs the same (isArithmetic()). All
/// others weigh by the area that is nearer to them than to any other: of nine fields in a circle a corner one 7.7 %.
std::vector<double> areaShares(std::span<const GridPoint> points, const geometry::Section& section);

}  // namespace euryth::probing
