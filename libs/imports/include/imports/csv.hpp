// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace euryth::imports {

using Row = std::vector<std::string>;

/// The most rows of a table of readings or points.
inline constexpr std::size_t kMostRows = 20'000;

/// Splits a table as text into rows of cells, after RFC 4180: quotes round a cell, doubled inside one; lines end in LF
/// or CR LF. The mark between cells is the one of tab, semicolon and comma that stands most often in the first line
/// with any; a comma counts as a decimal mark where there are tabs or semicolons. Empty lines at the end are dropped. A
/// byte order mark is dropped.
std::vector<Row> splitTable(std::string_view text);

/// The name a spreadsheet gives a column: A, B, ... Z, AA.
std::string columnName(std::size_t column);

}  // namespace euryth::imports
