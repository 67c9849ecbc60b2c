// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "calls/calls.hpp"

namespace euryth::calls {

/// Adds what is to be said about the plan: wishes that contradict the metal or each other, with the nearest that works;
/// areas that go small, big, small by plan; a port that only the engine can tell from its neighbour.
void addPlanCalls(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                  const engine::FlowsOf& flowsOf, std::vector<Call>& calls);

}  // namespace euryth::calls
