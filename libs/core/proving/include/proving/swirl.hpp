// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "proving/flow_sums.hpp"

namespace euryth::proving {

/// The charge's motion at one lift, as coefficients of Heywood, Internal Combustion Engine Fundamentals, section 8.3
/// (definitions from memory). v0 is the speed of air expanded without loss by the depression, compressible
/// (air::idealSpeed()); B the diameter of what the air turns in.
struct SwirlAt {
    std::size_t point = 0;  ///< into FlowSums::points
    Length lift;
    std::optional<double> paddle;   ///< C = w B / v0, w the paddle's speed in rad/s
    std::optional<double> impulse;  ///< C = 8 T / (m v0 B), T the torque on a straightener, m the mass flow

    /// The impulse's where both were read: a paddle slips.
    [[nodiscard]] double coefficient() const { return impulse ? *impulse : *paddle; }
};

/// A lift at which the motion falls away.
struct SwirlCollapse {
    std::size_t at = 0;  ///< into SwirlSums::points
    double share = 0.0;  ///< that is left of the strongest one before it
};

/// What a meter under a port tells over the lift.
struct SwirlSums {
    std::size_t test = 0;  ///< into Port::flow
    job::Motion motion = job::Motion::Swirl;
    Length bore;                  ///< B
    bool ofAdapter = false;       ///< it is the bench's adapter, else the engine's bore
    std::vector<SwirlAt> points;  ///< rising lift; those where nothing was read are left out
    /// Mean over the lift, each lift weighted with its flow: C = integral(C Q dl) / integral(Q dl), by straight lines,
    /// over the lifts that were read.
    std::optional<double> mean;
    /// Turns of the charge for a turn of the crank when the valve closes, by the lifts that the cam goes through:
    /// R = e (pi/4) B L integral(C A da) / (integral(A da))^2, with A the effective area, a the crank angle, L the
    /// stroke and e the volumetric efficiency, here 1. It follows from the definitions above for a charge that keeps
    /// all the momentum it is given, with one v0 while the valve is open (as in Heywood 8.3 and in Stone & Ladommatos,
    /// SAE 922264; integrated here, not copied). Of each port alone.
    Known<double> ratio;
    std::optional<SwirlCollapse> collapse;  ///< the worst
};

/// Nothing where no point of the test has a paddle's speed or a torque, or neither adapter nor bore is known.
Known<SwirlSums> swirlOf(const job::Job& job, const job::Port& port, const FlowSums& sums);

}  // namespace euryth::proving
