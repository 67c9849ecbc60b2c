// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "analysis/port_analysis.hpp"

/// Ports that can be made alike, perhaps of two castings: what the tightest of them allows holds for all.
namespace euryth::plans {

/// The ports that a port can be made like, itself among them: of the same side, branches with branches of the same
/// name, and declared long or short like it, because such ports differ by design.
std::vector<std::size_t> alikePorts(const job::Job& job, std::size_t port);

using AnalysisOf = std::function<const analysis::PortAnalysis&(std::size_t)>;

/// What the walls of the tightest of alike ports allow at one station.
struct Tightest {
    Area reach;            ///< the largest net area there
    std::size_t port = 0;  ///< whose
};
/// For each station of a port; nothing where fewer than two alike ports are measured there. Ports are compared at equal
/// distances from the window, between stations on a straight line.
std::vector<std::optional<Tightest>> tightestAlong(const job::Job& job, std::size_t port, const AnalysisOf& analysisOf);

/// A place at which alike ports cannot be made equal: one of them is larger already than the tightest may become.
struct StaysDifferent {
    std::size_t port = 0;
    Length s;
    double share = 0.0;  ///< its area over the tightest's reach, less 1
};
/// Plans all alike ports for the tightest: where a station's plan, typed or suggested, goes beyond what the tightest
/// allows it becomes that, in whole square millimetres; no plan falls under what is there. Gives for each port the
/// place where most of a difference remains, from half a percent on.
std::vector<StaysDifferent> holdToTightest(job::Job& job, std::size_t port, const AnalysisOf& analysisOf);

}  // namespace euryth::plans
