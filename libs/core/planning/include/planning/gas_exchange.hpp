// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "planning/outlet.hpp"

namespace euryth::planning {

/// Ratio of the specific heats of burned gas, taken constant (Heywood, section 4.5: 1.25 to 1.3 for burned mixtures at
/// these temperatures; from memory).
inline constexpr double kBurnedGamma = 1.3;

/// The gas in the cylinder when the exhaust valve opens.
struct GasAtOpening {
    AbsolutePressure pressure;
    Temperature temperature;
};

/// That at the end of the expansion of an ideal constant-volume cycle with the charge's state at bottom dead centre: no
/// heat lost, gamma 1.3, heat Q* / (c_v T1) = 9.3 (r - 1) / r, which is that of a stoichiometric petrol mixture
/// (Heywood, section 5.4, from memory). So the pressure is on the high side: a real one is a fifth to a quarter lower.
GasAtOpening idealCycle(const Cylinder& cylinder, const air::AirState& charge, Angle opening);

/// The exhaust side of a cylinder.
struct ExhaustSide {
    Cam cam;  ///< its centreline under 0: before top dead centre
    std::shared_ptr<const Outlet> outlet;
    double times = 1.0;  ///< as many outlets like this one
    GasAtOpening atOpening;
    AbsolutePressure pipe;  ///< pressure behind the window
};
/// The intake side.
struct IntakeSide {
    Cam cam;
    std::shared_ptr<const Inlet> inlet;
    double times = 1.0;
    air::AirState charge;  ///< the air before the port
};

/// Gas at the pipe's pressure that has come from the cylinder without heat lost: what comes back from there, and what
/// the exhaust port is looked at with.
Temperature pipeTemperature(const GasAtOpening& atOpening, AbsolutePressure pipe);

/// What the cylinder drives through its exhaust valve alone while the piston is fastest, as a volume at the pipe's
/// pressure and temperature: what an exhaust port is asked for.
VolumeFlow strokeFlow(const Cylinder& cylinder, const ExhaustSide& exhaust, const air::AirState& charge,
                      RotationalSpeed rpm);

/// The cylinder at one crank angle.
struct ExchangePoint {
    Angle crank;  ///< after top dead centre of the gas exchange
    AbsolutePressure pressure;
    Temperature temperature;
    MassFlow out;              ///< through the exhaust; negative: back in
    MassFlow in;               ///< through the intake; negative: back out
    double exhaustMach = 0.0;  ///< in the valve's opening, or 1 where the runner is choked
    double intakeMach = 0.0;
    bool exhaustRunnerChoked = false;
    bool intakeRunnerChoked = false;
    AbsolutePressure beforeRunner;  ///< total pressure with which the exhaust goes into its runner
};

/// How a cylinder empties. "Driven" is the time from where the piston is fastest on its way up (drivenFrom()): before
/// that the gas blows down by its own pressure, and every exhaust is choked.
struct Emptying {
    MassFlow peakFlow;              ///< of all, which is in the blow-down
    MassFlow drivenFlow;            ///< the greatest of the driven time
    double chokedShare = 0.0;       ///< of the time with the valve open, in which valve or runner is at Mach 1
    double chokedAtHighLift = 0.0;  ///< of the driven time with the valve open by half its lift
    double expelled = 0.0;          ///< share of the mass at the opening that is gone when the valve closes
    PressureDifference pumping;     ///< mean pressure over the pipe's that the piston works against, bottom to top
    PressureDifference atTop;       ///< pressure over the pipe's at top dead centre
};

/// Crank angle from which the piston drives the exhaust: where it is fastest on its way up.
inline Angle drivenFrom(const CrankDrive& drive) { return -fastestPiston(drive); }

/// A cylinder from the opening of its exhaust valve to the closing of the last valve.
struct GasExchange {
    std::vector<ExchangePoint> points;
    Emptying emptying;
    Filling filling;            ///< as fill() tells it, from top dead centre on; no points without an intake side
    double residual = 0.0;      ///< share of burned gas in what is trapped; without an intake, of what was there
    double shortCircuit = 0.0;  ///< share of the fresh air that came in and left by the exhaust
    double massError = 0.0;     ///< what came in, went out and is left, against what was there, as a share of that
    double energyError = 0.0;   ///< the same with enthalpies and the piston's work
    bool settled = true;        ///< as in Filling
};

/// Quasi-steady: both valves by their isentropic orifices with their runners in series, mass and energy of two gases
/// that mix at once (fresh air, burned gas of kBurnedGamma) by Boost.odeint as in fill(), at most a million
/// evaluations. Gas that goes back into the intake comes in again first. No heat to the walls, no waves. Either side
/// may be missing: its valve stays shut. Begins where the exhaust opens, which has to be before bottom dead centre; at
/// least the exhaust side.
GasExchange exchange(const Cylinder& cylinder, const ExhaustSide& exhaust, const std::optional<IntakeSide>& intake,
                     const air::AirState& charge, RotationalSpeed rpm, Effort effort = Effort::Full);

}  // namespace euryth::planning
