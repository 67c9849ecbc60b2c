// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "imports/csv.hpp"
#include "imports/station_import.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::imports {

/// What a column of a flow table holds.
enum class FlowColumn { Ignore, Lift, Flow, Depression, Swirl, Torque };
inline constexpr std::size_t kFlowColumnCount = static_cast<std::size_t>(FlowColumn::Torque) + 1;
/// "lift", "flow": for headings and choices.
Phrase nameOf(FlowColumn column);

/// In what numbers without a unit are: lifts and depressions, and flows and torques, of which a bench may use another.
struct FlowUnits {
    units::DisplayUnits lift;
    units::DisplayUnits flow;
    friend bool operator==(const FlowUnits&, const FlowUnits&) = default;
};

struct FlowImport {
    std::vector<job::FlowPoint> points;  ///< in the table's order
    std::vector<CellTrouble> troubles;
    std::size_t firstRow = 0;  ///< 1 where the table starts with headings
};

/// Guesses columns from headings ("lift", "flow", "CFM", "swirl" ...), else lift and flow in this order.
std::vector<FlowColumn> guessFlowColumns(const std::vector<Row>& rows);
/// Guesses units from headings ("lift in", "flow_m3_s", "CFM"), else those of `usual`.
FlowUnits guessFlowUnits(const std::vector<Row>& rows, const units::DisplayUnits& usual);

/// Reads the points of a flow test. Cells may carry units of their own. A lift is needed in each row and must not fall;
/// every other empty cell is unknown. Numbers outside what the job takes are trouble.
FlowImport readFlows(const std::vector<Row>& rows, std::span<const FlowColumn> columns, const FlowUnits& units);

}  // namespace euryth::imports
