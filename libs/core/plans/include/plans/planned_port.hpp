// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "plans/valve_plan.hpp"

namespace euryth::plans {

/// A port as its current plan wants it, with what follows.
struct PlannedPort {
    job::Port port;  ///< stations with their planned shapes, the planned valve end; no probe sets and flow tests
    analysis::PortAnalysis analysis;
};
/// Nothing where the port has no plan anywhere.
Known<PlannedPort> plannedPort(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

/// A port once the metal of its cuts is gone: stations with their walls moved, places kept, the boss as a fin. `depths`
/// are one a station, of the analysis' plan or a part of it.
PlannedPort cutPort(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                    const cutting::DepthField& depths);

/// One plan beside the others, in numbers.
struct PlanSummary {
    std::string name;  ///< as it was typed; empty for the port as it is
    std::string note;
    Known<Volume> volume;         ///< of the planned sections
    std::optional<Volume> taken;  ///< of it that has to be cut
    std::optional<geometry::AreaAt> smallest;
    std::optional<RotationalSpeed> rpm;  ///< at which the smallest area reaches the house's limit
    std::optional<double> throatShare;
    std::optional<VolumeFlow> benchFlow;  ///< at full lift and the bench's depression; reckoned, not measured
    std::size_t notMet = 0;               ///< stations where the walls do not give what is wished
};

/// The port as it is, its current plan, and the plans put aside, in this order.
std::vector<PlanSummary> comparePlans(const job::Job& job, const job::Port& port,
                                      const analysis::PortAnalysis& analysis);

}  // namespace euryth::plans
