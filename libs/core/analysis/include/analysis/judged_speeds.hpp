// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "analysis/port_analysis.hpp"

/// The part of the analysis of a port that has to do with speeds, read or computed.
namespace euryth::analysis {

/// A probe set of the job worked out.
ProbeResult probeResult(const job::Job& job, const job::Port& port, const PortAnalysis& analysis, std::size_t index);

/// Takes computed speeds as what the port is judged by; or why there are none.
void takeSpeeds(const job::Job& job, const job::Port& port, SpeedSource source, const Known<ComputedSpeeds>& speeds,
                PortAnalysis& analysis);

/// The sets that can be compared with each other: those of the latest state of the port, all of one lift (the greatest
/// at which anything was read in it; a set without a lift counts as that), of several at a station the last. Computed
/// sets are all alike. Numbers into judgedBy().
std::vector<std::size_t> comparableSets(const job::Port& port, const PortAnalysis& analysis);
/// Speeds of a set at its own depression times this are those at the depression of the first comparable set, by the
/// ideal speeds of both; 1 where one of them is not known.
double toOneDepression(const PortAnalysis& analysis, std::size_t first, std::size_t set);

using Ratios = geometry::PerSector<std::optional<double>>;
/// Ratios of local to mean speed before each wall sector, per station, by what the port is judged by. Stations between
/// two probed ones get ratios in between; outside the probed part nothing is known.
std::vector<Ratios> ratiosAlong(const job::Port& port, const PortAnalysis& analysis);

}  // namespace euryth::analysis
