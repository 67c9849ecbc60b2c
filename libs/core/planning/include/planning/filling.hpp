// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "planning/cam.hpp"
#include "planning/demand.hpp"

namespace euryth::planning {

/// One cylinder that fills.
struct Cylinder {
    CrankDrive drive;
    double compressionRatio = 10.0;  ///< over 1
    double share = 1.0;              ///< of the cylinder that this port has to fill
};

/// Effective area (discharge coefficient times geometric area) of everything between the room and the cylinder.
using EffectiveArea = std::function<Area(Length lift)>;

/// The cylinder at one crank angle.
struct FillingPoint {
    Angle crank;  ///< after top dead centre
    AbsolutePressure pressure;
    MassFlow flow;             ///< into the cylinder; negative: back out
    double openingMach = 0.0;  ///< in the smallest opening, at most 1
};

struct Filling {
    std::vector<FillingPoint> points;   ///< from top dead centre to the closing of the valve
    PressureDifference peakDepression;  ///< of the cylinder below the room
    MassFlow peakFlow;
    double chokedShare = 0.0;           ///< of that time, in which the opening is at Mach 1
    double volumetricEfficiency = 0.0;  ///< mass trapped beyond what was there, over room density times swept volume
    MassFlow meanFlow;                  ///< of a four-stroke engine at this speed
};

/// Fills one cylinder from top dead centre to the closing of the valve: quasi-steady isentropic flow through the
/// effective area (Heywood, appendix C: choked under the critical pressure ratio), mass and energy of the cylinder by
/// an adaptive Runge-Kutta method (Boost.odeint, Dormand & Prince). The clearance volume starts full of fresh air in
/// the state before the port (`room`: the room's air, or a manifold's). No heat, no residual gas, no wave action. rpm
/// over 0; the valve has to close after bottom dead centre or at it.
Filling fill(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
             RotationalSpeed rpm);

/// Mach index of the inlet after Taylor (The Internal-Combustion Engine in Theory and Practice, vol. 1, ch. 6):
/// Z = (A_piston / A_valve) S_p / (C_i a), C_i being the mean effective area over the duration over the valve's area,
/// so that only the mean effective area matters.
/// Volumetric efficiency falls off beyond about 0.5 to 0.6.
double machIndex(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
                 RotationalSpeed rpm);

/// Filling over a range of speeds. Without waves the airflow never falls with speed: it levels off where the opening
/// chokes, and from there on the engine has nothing left to rev with.
struct SpeedPoint {
    RotationalSpeed rpm;
    double volumetricEfficiency = 0.0;
    MassFlow meanFlow;
    PressureDifference peakDepression;
    double chokedShare = 0.0;
};
std::vector<SpeedPoint> sweep(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area,
                              const air::AirState& room, RotationalSpeed from, RotationalSpeed to, int steps);

}  // namespace euryth::planning
