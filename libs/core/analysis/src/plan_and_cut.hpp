// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "analysis/port_analysis.hpp"

/// The part of the analysis of a port that has to do with its plan and with the metal that is taken for it.
namespace euryth::analysis {

std::vector<geometry::AreaAt> netAreas(const job::Port& port);
geometry::AirDirection airDirection(const job::Port& port);
geometry::FindingLimits findingLimits(const job::House& house);

/// What the engine asks for, and the areas of the plan: typed, or suggested.
void planAreas(const job::Job& job, const job::Port& port, PortAnalysis& analysis);
/// The planned shapes, what walls allow, and the cuts. A planned valve end may ask for more area than the plan.
void planCut(const job::Job& job, const job::Port& port, PortAnalysis& analysis);
/// Findings along the planned areas, when these are known.
void findAlongPlan(const job::Job& job, const job::Port& port, PortAnalysis& analysis);

}  // namespace euryth::analysis
