// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string>
#include <vector>

#include "imports/csv.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::imports {

/// What a column of a table holds. The walls follow in the order of the sectors.
enum class StationColumn {
    Ignore,
    FromWindow,
    Width,
    Height,
    RadiusAll,
    RadiusRoofLeft,
    RadiusRoofRight,
    RadiusFloorRight,
    RadiusFloorLeft,
    Area,
    WallRoof,  ///< first of the eight walls
    WallRoofRight,
    WallRight,
    WallFloorRight,
    WallFloor,
    WallFloorLeft,
    WallLeft,
    WallRoofLeft
};
inline constexpr std::size_t kStationColumnCount = static_cast<std::size_t>(StationColumn::WallRoofLeft) + 1;
/// "width", "wall floor-left": for headings and choices.
Phrase nameOf(StationColumn column);

/// What can not be read in a table.
struct CellTrouble {
    std::size_t row = 0;     ///< from 0, as in the table
    std::size_t column = 0;  ///< from 0
    Phrase text;

    /// "row 4, column C: ..."
    [[nodiscard]] Phrase phrase() const;
};

struct StationImport {
    std::vector<job::Station> stations;  ///< in rising order
    std::vector<CellTrouble> troubles;
    std::size_t firstRow = 0;  ///< 1 where the table starts with headings
};

/// Guesses columns from headings ("width", "height", "s", "radius", "wall left", ...), else the order in which a porter
/// writes: distance, width, height, radius.
std::vector<StationColumn> guessColumns(const std::vector<Row>& rows);
bool hasHeadings(const std::vector<Row>& rows);

/// Reads stations. Numbers may carry units; without one they are in the length unit of `units`. An empty wall is
/// unknown; distance, width and height are needed (or an area alone, which makes a station of which only that is
/// known). Stations are put in order; two at the same distance are trouble.
StationImport readStations(const std::vector<Row>& rows, std::span<const StationColumn> columns,
                           const units::DisplayUnits& units);

}  // namespace euryth::imports
