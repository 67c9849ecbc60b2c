// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>

#include "air/moist_air.hpp"
#include "quantities/quantities.hpp"

namespace euryth::planning {

/// The moving parts of one cylinder, all over 0; the rod is longer than half the stroke.
struct CrankDrive {
    Length bore;
    Length stroke;
    Length rod;
};

Area pistonArea(const CrankDrive& drive);

/// Mean piston speed 2 S n (Heywood, Internal Combustion Engine Fundamentals, eq. 2.9).
Speed meanPistonSpeed(const CrankDrive& drive, RotationalSpeed rpm);

/// Piston speed at a crank angle after top dead centre, exact slider-crank (Heywood eq. 2.11):
/// v = w a sin(t) (1 + cos(t) / sqrt(R^2 - sin^2 t)), a = half the stroke, R = rod / a. Positive going down.
Speed pistonSpeed(const CrankDrive& drive, RotationalSpeed rpm, Angle afterTopDeadCentre);

/// Where the piston is fastest on its way down, after top dead centre (found by Brent's method, Boost.Math).
Angle fastestPiston(const CrankDrive& drive);
/// The greatest piston speed of the stroke.
Speed peakPistonSpeed(const CrankDrive& drive, RotationalSpeed rpm);

/// What the engine's demand is reckoned with.
struct Demand {
    CrankDrive drive;
    RotationalSpeed rpm;      ///< of peak power
    double limitingMach = 0;  ///< house rule: greatest gas speed over the room's speed of sound
    air::AirState room;
    double share = 1.0;  ///< of the cylinder's flow that goes through this port; under 1 where several ports feed it
    /// Of an exhaust port: the volume flow in it while the piston is fastest, over the engine's speed, of gas in the
    /// state that `room` then stands for (strokeFlow(), gas_exchange.hpp). Empty for an intake port.
    std::function<VolumeFlow(RotationalSpeed)> exhaust = {};
    double gamma = air::kGamma;  ///< ratio of the specific heats of what flows
};

/// Speed of sound of what flows, in the state before the port.
Speed soundBefore(const Demand& demand);

/// Gas speed in a section of `area` while the piston is fastest. Intake: v = share v_piston A_piston / A; the charge is
/// taken as incompressible and fills the cylinder as fast as the piston makes room: no wave action, no over-filling.
/// Exhaust: Demand::exhaust over A.
Speed peakGasSpeed(const Demand& demand, Area area);

/// The area in which that speed is the limiting one: of an intake port A = share A_piston v_piston / (M_limit a). The
/// limit itself is a house rule (common practice, no published source).
Area wantedArea(const Demand& demand);

/// The rpm at which a section of `area` reaches the limiting speed; the inverse of wantedArea(), for an exhaust port
/// within half a per cent, from a tenth to four times the demand's own speed.
RotationalSpeed rpmForArea(const Demand& demand, Area area);

/// The mass flow with which the fastest place of a section goes sonic, if the speeds keep the pattern that was probed:
/// local speed = `ratio` x the section's mean, ratio over 0. Mean Mach from the isentropic mass-flow function (NACA
/// 1135), at the total pressure before the port. With a ratio under 1 the section as a whole chokes first.
MassFlow sonicFlow(const Demand& demand, Area area, double ratio);

}  // namespace euryth::planning
