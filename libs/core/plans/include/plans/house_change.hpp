// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "analysis/port_analysis.hpp"

namespace euryth::plans {

/// One rule in which two sets of house rules differ, and what that does to a port.
struct HouseChange {
    Phrase rule;
    Phrase from;
    Phrase to;
    Phrase effect;  ///< on this port, worked out; empty where nothing of it can be known yet
    Phrase why;     ///< the two sides of the dispute (common practice, no source)
};

/// The rules of `to` that differ from the job's, in the order of the work.
std::vector<HouseChange> compareHouses(const job::Job& job, const job::Port& port, const job::House& to);

}  // namespace euryth::plans
