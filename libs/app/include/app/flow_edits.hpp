// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "app/row_tables.hpp"

/// What one does to the flow tests of the chosen port.
namespace euryth::app {

/// The lifts of one of its tests (`test` is an index into Port::flow, or nothing): lift, flow and swirl as they are
/// typed, down the columns, and what is worked out of them: the flow at one depression and standard air, and the
/// discharge coefficients on the valve's head and the curtain.
RowTable* makeFlowTable(Workspace& workspace, std::function<std::optional<std::size_t>()> test, QObject* parent);

/// Adds a test of today: on the bench at work, at its depression and set-up, with the lifts at which this port was
/// tested before, else by steps of 0.1 in or 1 or 2 mm up to the cam's lift. Returns its index.
std::size_t addFlowTest(Workspace& workspace, const std::string& today);
void removeFlowTest(Workspace& workspace, std::size_t test);
/// Adds one more lift, a step over the last one.
void addFlowLift(Workspace& workspace, std::size_t test);
void removeFlowLift(Workspace& workspace, std::size_t test, std::size_t point);

}  // namespace euryth::app
