// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/demand.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <boost/math/tools/minima.hpp>
#include <boost/math/tools/roots.hpp>

#include "air/isentropic.hpp"

namespace euryth::planning {

using std::numbers::pi;

namespace {

/// The part of the piston that this port has to fill.
Area servedArea(const Demand& demand) { return demand.share * pistonArea(demand.drive); }

/// What goes through the port while the piston is fastest.
VolumeFlow peakFlow(const Demand& demand, RotationalSpeed rpm)
{
    return demand.exhaust ? demand.exhaust(rpm) : servedArea(demand) * peakPistonSpeed(demand.drive, rpm);
}

Speed limitingSpeed(const Demand& demand) { return soundBefore(demand) * demand.limitingMach; }

}  // namespace

Area pistonArea(const CrankDrive& drive) { return pi / 4.0 * (drive.bore * drive.bore); }

Speed meanPistonSpeed(const CrankDrive& drive, RotationalSpeed rpm)
{
    return Speed::fromSi(2.0 * drive.stroke.si() * rpm.si() / (2.0 * pi));
}

Speed pistonSpeed(const CrankDrive& drive, RotationalSpeed rpm, Angle afterTopDeadCentre)
{
    const double throwRadius = drive.stroke.si() / 2.0;
    const double rodRatio = drive.rod.si() / throwRadius;
    const double s = sin(afterTopDeadCentre);
    const double c = cos(afterTopDeadCentre);
    return Speed::fromSi(rpm.si() * throwRadius * s * (1.0 + c / std::sqrt(rodRatio * rodRatio - s * s)));
}

Angle fastestPiston(const CrankDrive& drive)
{
    constexpr int halfTheDigits = 26;  // a minimum can be placed no better than to half the digits of a double
    const auto rpm = rotationFromRpm(1.0);
    const auto slowest = boost::math::tools::brent_find_minima(
        [&](double angle) { return -pistonSpeed(drive, rpm, Angle::fromSi(angle)).si(); }, 0.0, pi, halfTheDigits);
    return Angle::fromSi(slowest.first);
}

Speed peakPistonSpeed(const CrankDrive& drive, RotationalSpeed rpm)
{
    return pistonSpeed(drive, rpm, fastestPiston(drive));
}

Speed soundBefore(const Demand& demand)
{
    return air::speedOfSound(demand.room) * std::sqrt(demand.gamma / air::kGamma);
}

Speed peakGasSpeed(const Demand& demand, Area area) { return peakFlow(demand, demand.rpm) / area; }

Area wantedArea(const Demand& demand) { return peakFlow(demand, demand.rpm) / limitingSpeed(demand); }

RotationalSpeed rpmForArea(const Demand& demand, Area area)
{
    if (!demand.exhaust)
        return demand.rpm * (area / wantedArea(demand));  // piston speed is proportional to rpm
    const VolumeFlow wanted = limitingSpeed(demand) * area;
    constexpr double least = 0.1;
    constexpr double most = 4.0;
    const auto spare = [&](double share) { return (peakFlow(demand, demand.rpm * share) - wanted).si(); };
    if (spare(least) >= 0.0)
        return demand.rpm * least;
    if (spare(most) <= 0.0)
        return demand.rpm * most;
    constexpr int bits = 8;
    boost::uintmax_t steps = 20;
    const auto bracket =
        boost::math::tools::toms748_solve(spare, least, most, boost::math::tools::eps_tolerance<double>(bits), steps);
    return demand.rpm * ((bracket.first + bracket.second) / 2.0);
}

MassFlow sonicFlow(const Demand& demand, Area area, double ratio)
{
    const auto meanMach = air::machAtSpeed(demand.room, air::speedAtMach(demand.room, 1.0) / ratio);
    const double flow = air::massFlowFunction(std::min(meanMach.value_or(1.0), 1.0));
    return MassFlow::fromSi(flow * air::density(demand.room).si() * air::speedOfSound(demand.room).si() * area.si());
}

}  // namespace euryth::planning
