// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "calls/calls.hpp"

namespace euryth::calls {

/// Adds what is doubtful about the measurements of a port: numbers that stand out from their neighbours, look like
/// another unit or contradict each other; a core that is shifted; a step at the window. The limits are ours (common
/// practice, no source) and stand in the source beside their use.
void addSurveyCalls(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                    std::vector<Call>& calls);

}  // namespace euryth::calls
