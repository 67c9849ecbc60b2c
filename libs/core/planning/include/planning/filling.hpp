// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <type_traits>
#include <utility>
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

/// Effective area (discharge coefficient times geometric area) over lift.
using EffectiveArea = std::function<Area(Length lift)>;

/// The one through points: lifts in metres, rising from 0, and areas in m2; constant beyond the last.
EffectiveArea areaThrough(std::vector<double> lifts, std::vector<double> areas);

/// What the air goes through on its way into the cylinder: a runner that costs total pressure and can choke, and behind
/// it the valve's opening, each with its own area, as one compressible passage.
class Inlet {
public:
    /// Nothing is lost before the opening.
    Inlet(EffectiveArea opening) : m_opening(std::move(opening)) {}  // NOLINT: an opening is an inlet
    template <class F>
    requires std::is_invocable_r_v<Area, F, Length> Inlet(F opening)
        : Inlet(EffectiveArea(std::move(opening))) {}  // NOLINT
    /// `behind` is the total pressure behind the runner as a share of that before it, at each of some mass flows in
    /// rising order, the last of which is the most that passes; two or more. For air in the state that fill() is given.
    Inlet(EffectiveArea opening, const std::vector<std::pair<MassFlow, double>>& behind);

    struct Passing {
        MassFlow flow;
        double valveMach = 0.0;  ///< in the valve's opening, at most 1
        bool runnerChoked = false;
    };
    /// From still air at p0 and rho0 to a lower pressure behind the valve.
    [[nodiscard]] Passing passing(Length lift, AbsolutePressure before, Density density, AbsolutePressure behind) const;
    /// For air that goes back out: both as one orifice whose loss is that of a moderate flow.
    [[nodiscard]] Area backward(Length lift, AbsolutePressure before, Density density) const;

private:
    EffectiveArea m_opening;
    std::optional<geometry::MonotoneCubic> m_behind;  ///< share of total pressure over mass flow, kg/s
    double m_most = 0.0;
};

/// The cylinder at one crank angle.
struct FillingPoint {
    Angle crank;  ///< after top dead centre
    AbsolutePressure pressure;
    MassFlow flow;             ///< into the cylinder; negative: back out
    double openingMach = 0.0;  ///< in the valve's opening, or 1 where the runner is choked
    bool runnerChoked = false;
};

struct Filling {
    std::vector<FillingPoint> points;   ///< from top dead centre to the closing of the valve
    PressureDifference peakDepression;  ///< of the cylinder below the room
    MassFlow peakFlow;
    double chokedShare = 0.0;  ///< of that time, in which valve or runner is at Mach 1
    /// Share of the time with the valve open by half its lift or more in which the passage is choked: that is what ends
    /// an engine's revving; the instants of opening and closing are not.
    double chokedAtHighLift = 0.0;
    bool settled = true;                ///< false: the sum did not come to an end within its bound, and means nothing
    double volumetricEfficiency = 0.0;  ///< mass trapped beyond what was there, over room density times swept volume
    MassFlow meanFlow;                  ///< of a four-stroke engine at this speed
};

/// How closely a filling is looked at: for showing it, or for searching among speeds.
enum class Effort { Full, Quick };

/// Fills one cylinder from top dead centre to the closing of the valve: quasi-steady flow through the inlet, solved at
/// each crank angle (the valve isentropic as in Heywood, appendix C: choked under the critical pressure ratio), mass
/// and energy of the cylinder by an adaptive Runge-Kutta method (Boost.odeint, Dormand & Prince; at most five million
/// evaluations, see Filling::settled). The clearance volume starts full of fresh air in
/// the state before the port (`room`: the room's air, or a manifold's). No heat, no residual gas, no wave action. rpm
/// over 0; the valve has to close after bottom dead centre or at it.
Filling fill(const Cylinder& cylinder, const Cam& cam, const Inlet& inlet, const air::AirState& room,
             RotationalSpeed rpm, Effort effort = Effort::Full);

/// Mach index of the inlet after Taylor (The Internal-Combustion Engine in Theory and Practice, vol. 1, ch. 6):
/// Z = (A_piston / A_valve) S_p / (C_i a), C_i being the mean effective area over the duration over the valve's area,
/// so that only the mean effective area matters.
/// Volumetric efficiency falls off beyond about 0.5 to 0.6.
double machIndex(const Cylinder& cylinder, const Cam& cam, const EffectiveArea& area, const air::AirState& room,
                 RotationalSpeed rpm);

}  // namespace euryth::planning
