// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "engine/engine_model.hpp"

/// How the parts of a model are put together.
namespace euryth::engine {

/// Chooses the opening of a model whose runner is known: out of measured flows, or reckoned.
void chooseOpening(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                   EngineModel& model);

/// Puts runner and opening in series, in the order of the air. The whole as one effective area is the flow that passes
/// at a depression over what an opening of area 1 would let pass.
void join(EngineModel& model, PressureDifference depression);

/// Index from the window on of a place in the order of the air; the valve, which is behind all stations, stays.
std::size_t indexFromWindow(const EngineModel& model, std::size_t i);
/// Mach numbers of the port's stations from the window on, whichever way the air goes.
std::vector<double> machsFromWindow(const EngineModel& model, const flow::RunnerFlow& flow);

}  // namespace euryth::engine
