// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judgement/port_analysis.hpp"

/// The part of the analysis of a port that has to do with speeds, read or computed.
namespace euryth::judgement {

/// A probe set of the job worked out.
ProbeResult probeResult(const job::Job& job, const job::Port& port, const PortAnalysis& analysis, std::size_t index);

/// Takes computed speeds as what the port is judged by; or why there are none.
void takeSpeeds(const job::Job& job, const job::Port& port, SpeedSource source, const Known<ComputedSpeeds>& speeds,
                PortAnalysis& analysis);

using Ratios = geometry::PerSector<std::optional<double>>;
/// Ratios of local to mean speed before each wall sector, per station, by what the port is judged by. Stations between
/// two probed ones get ratios in between; outside the probed part nothing is known.
std::vector<Ratios> ratiosAlong(const job::Port& port, const PortAnalysis& analysis);

}  // namespace euryth::judgement
