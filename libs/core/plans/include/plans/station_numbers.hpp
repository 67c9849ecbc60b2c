// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "engine/engine_model.hpp"

namespace euryth::plans {

/// What an area means at its place along the runner.
struct StationNumbers {
    Area area;
    std::optional<double> changePer10mm;  ///< share of area gained since the station before, for each 10 mm
    std::optional<Angle> coneBefore;      ///< equivalent cone from the station before, in the order of the stations
    std::optional<Angle> coneAfter;       ///< and to the next one
    std::optional<Speed> onBench;         ///< mean speed at the bench's depression with the valve at full lift
    std::optional<Speed> onEngine;        ///< while the piston is fastest at the wanted speed
};

/// The numbers of a station as it is.
StationNumbers numbersAsIs(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           const Known<engine::EngineModel>& model, std::size_t station);
/// And with the areas of the plan, where the station has one. The flow on the bench is taken as it is now.
std::optional<StationNumbers> numbersOfPlan(const job::Job& job, const job::Port& port,
                                            const analysis::PortAnalysis& analysis,
                                            const Known<engine::EngineModel>& model, std::size_t station);

}  // namespace euryth::plans
