// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cutting/cut_plan.hpp"

namespace euryth::cutting {

/// The depths of a plan as cuts, named and in the order of work; not yet weighed.
std::vector<Cut> groupCuts(const CutProblem& problem, const CutPlan& plan);

/// Fills in what each cut is worth.
void weighCuts(const CutProblem& problem, const CutWeights& weights, CutPlan& plan);

/// The depths at a cut's places, from one field into another; a boss has none.
void copyDepths(const Cut& cut, const DepthField& from, DepthField& to);

/// Where it would pay to gauge a wall.
std::vector<GaugeFirst> gaugeFirst(const CutProblem& problem, const CutWeights& weights);

}  // namespace euryth::cutting
