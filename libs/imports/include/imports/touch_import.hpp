// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "imports/station_import.hpp"

namespace euryth::imports {

/// What a column of a touch probe's points holds.
enum class TouchColumn {
    Ignore,
    Section,  ///< name or number of the section that a point is of
    X,        ///< in space, in whatever frame the machine had
    Y,
    Z,
    FromWindow,  ///< or in the section's own plane: its distance from the window, and the point in it
    Left,
    Roof
};
inline constexpr std::size_t kTouchColumnCount = static_cast<std::size_t>(TouchColumn::Roof) + 1;
/// "x", "section": for headings and choices.
Phrase nameOf(TouchColumn column);

struct TouchImport {
    std::vector<job::Station> stations;  ///< from the window on
    std::vector<CellTrouble> troubles;
    std::size_t firstRow = 0;  ///< 1 where the table starts with headings
};

/// Guesses columns from headings; without, four are section, x, y, z and three are x, y, z.
std::vector<TouchColumn> guessTouchColumns(const std::vector<Row>& rows);

/// Reads sections by several points each, a row a point, as traced stations.
///
/// - A new section begins where the name in its column changes, or after an empty row.
/// - Points in space (x, y, z): at least two sections, from the window on; they get places in the head
///   (geometry::placeSections). Else each point needs its section's distance from the window, left and roof, and no
///   place is known.
/// - Points of a section go round the wall, either way. Where the line through them crosses itself they are put in
///   order by their angle about their middle.
/// - `ball` is the diameter of the probe's ball where the points are those of its middle: the wall lies half of it
///   farther out (Boost.Geometry's buffer). 0 for points of the wall itself.
TouchImport readTouch(const std::vector<Row>& rows, std::span<const TouchColumn> columns,
                      const units::DisplayUnits& units, Length ball = {});

}  // namespace euryth::imports
