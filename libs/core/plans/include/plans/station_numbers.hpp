// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "engine/engine_model.hpp"

namespace euryth::plans {

/// What goes through every station of a port alike.
struct PassingFlows {
    std::optional<VolumeFlow> onBench;   ///< at the bench's depression with the valve at full lift, as the port is now
    std::optional<VolumeFlow> onEngine;  ///< while the piston is fastest at the wanted speed
};
/// Nothing on the bench without a model of the engine (engine::engineModel()), nothing on the engine without a demand.
PassingFlows passingFlows(const job::Job& job, const analysis::PortAnalysis& analysis,
                          const Known<engine::EngineModel>& model);

/// What an area means at its place along the runner.
struct StationNumbers {
    Area area;
    std::optional<double> changePer10mm;  ///< share of area gained since the station before, for each 10 mm
    std::optional<Angle> coneBefore;      ///< equivalent cone from the station before, in the order of the stations
    std::optional<Angle> coneAfter;       ///< and to the next one
    std::optional<Speed> onBench;         ///< mean speed of the passing flows
    std::optional<Speed> onEngine;
};

/// The numbers of a station as it is.
StationNumbers numbersAsIs(const job::Port& port, const PassingFlows& flows, std::size_t station);
/// And with the areas of the plan, where the station has one.
std::optional<StationNumbers> numbersOfPlan(const job::Port& port, const analysis::PortAnalysis& analysis,
                                            const PassingFlows& flows, std::size_t station);

}  // namespace euryth::plans
