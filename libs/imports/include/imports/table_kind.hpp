// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "imports/csv.hpp"

namespace euryth::imports {

/// What a table may be of.
enum class TableKind { Stations, Touch, Flow, Probes, Lifts, Outline };

/// What a table is of, as its headings have it; nothing where they do not tell, or there are none.
std::optional<TableKind> kindOfTable(const std::vector<Row>& rows);

}  // namespace euryth::imports
