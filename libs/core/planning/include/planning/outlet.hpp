// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "planning/filling.hpp"

namespace euryth::planning {

/// Gas at rest before a passage.
struct GasAtRest {
    AbsolutePressure pressure;
    Density density;
    double gamma = air::kGamma;  ///< ratio of the specific heats
};

/// The area of a nozzle that this mass flow would choke: m / (sqrt(p0 rho0) sqrt(gamma) (2 / (gamma + 1))^((gamma + 1)
/// / (2 (gamma - 1)))), Heywood eq. C.10. So flows of gas in any state can be set beside each other.
Area sonicArea(MassFlow flow, const GasAtRest& before);
/// The inverse.
MassFlow sonicFlowThrough(Area area, const GasAtRest& before);

/// What a runner does to gas that comes to it from the valve.
struct RunnerOut {
    Area sonic;           ///< the flow, as sonicArea() of the gas before the runner
    double pressure = 1;  ///< static at its end, as a share of the total pressure before it
};

/// What the gas goes through on its way out of the cylinder: the valve's opening, and behind it a runner that costs
/// total pressure and can choke. The jet behind the valve is lost in the port, as behind any sudden widening: the
/// runner starts at the static pressure behind the valve (Borda & Carnot for a port much wider than the opening).
class Outlet {
public:
    /// Nothing is lost behind the opening.
    explicit Outlet(EffectiveArea opening) : m_opening(std::move(opening)) {}
    /// `runner` in rising order of flow, from none to the most that passes; two or more. Worked out in any one state of
    /// the gas: that friction hangs a little on it (Reynolds number) is left out.
    Outlet(EffectiveArea opening, const std::vector<RunnerOut>& runner);

    struct Passing {
        MassFlow flow;
        double valveMach = 0.0;  ///< in the valve's opening, at most 1
        bool runnerChoked = false;
        AbsolutePressure between;  ///< total pressure with which the gas goes into the runner
    };
    /// From gas at rest to a lower pressure at the runner's end.
    [[nodiscard]] Passing passing(Length lift, const GasAtRest& before, AbsolutePressure behind) const;
    /// The runner's total pressure at its valve end with which `flow` passes and leaves with a static pressure of
    /// `behind`, or, where the runner is choked, the least with which it passes. The density's ratio to the pressure is
    /// that of `gas`.
    [[nodiscard]] AbsolutePressure entryFor(MassFlow flow, const GasAtRest& gas, AbsolutePressure behind) const;
    /// For gas that comes back in: both as one orifice whose loss is that of a moderate flow.
    [[nodiscard]] Area backward(Length lift) const;

private:
    EffectiveArea m_opening;
    std::optional<geometry::MonotoneCubic> m_runner;  ///< RunnerOut::pressure over its flow, m2
    double m_most = 0.0;
};

}  // namespace euryth::planning
