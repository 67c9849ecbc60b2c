// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "imports/station_import.hpp"
#include "job/job.hpp"

namespace euryth::imports {

/// What a column of a table of probe readings holds: of the set, then of the point.
enum class ProbeColumn {
    Ignore,
    Set,
    Station,
    Lift,
    Depression,
    BenchFlow,
    State,
    When,
    Left,  ///< share of the half width, -1 to 1
    Roof,  ///< share of the half height
    Speed,
    Impact,
    Note
};
inline constexpr std::size_t kProbeColumnCount = static_cast<std::size_t>(ProbeColumn::Note) + 1;
/// "speed", "share left": for headings and choices.
Phrase nameOf(ProbeColumn column);

struct ProbeImport {
    std::vector<job::ProbeSet> sets;  ///< in the table's order
    std::vector<CellTrouble> troubles;
    std::size_t firstRow = 0;  ///< 1 where the table starts with headings
};

/// Guesses columns from headings; nothing is guessed in a table without.
std::vector<ProbeColumn> guessProbeColumns(const std::vector<Row>& rows);

/// Reads probe sets, a row a reading. Rows of the same set stand one after the other: where set, station, lift or state
/// changes a new one begins. Left and roof are shares and needed in each row, the station in the first of a set; an
/// empty speed is a point that was not read. What paper::probeTable() writes comes back as it was.
ProbeImport readProbes(const std::vector<Row>& rows, std::span<const ProbeColumn> columns,
                       const units::DisplayUnits& units);

}  // namespace euryth::imports
