// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include "proving/flow_sums.hpp"

namespace euryth::proving {

/// What a better port does to the engine's band: by the filling model (engine::runEngine()), with the opening that each
/// test gives. No wave action is in it, and no other limit of the engine: it says how far the port lets the band move,
/// not that the engine moves it.
struct PowerShift {
    RotationalSpeed from;  ///< the engine's speed of peak power
    /// At which the engine with the later test's port fills as at `from` with the earlier one's.
    RotationalSpeed to;
    double fillingBefore = 0.0;  ///< volumetric efficiency at `from`
    double fillingAfter = 0.0;
};
/// Of an intake port. Nothing where the model, the speed or one of the tests is missing, or where the speed would have
/// to change by more than half; nor where it is stopped.
Known<PowerShift> powerShift(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                             std::size_t fromTest, std::size_t toTest, const std::stop_token& stop = {});

}  // namespace euryth::proving
