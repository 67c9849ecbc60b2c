// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/demand.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

#include <boost/math/tools/minima.hpp>

#include "air/isentropic.hpp"

namespace euryth::planning {

using std::numbers::pi;

namespace {

/// The part of the piston that this port has to fill.
Area servedArea(const Demand& demand) { return demand.share * pistonArea(demand.drive); }

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

Speed peakPistonSpeed(const CrankDrive& drive, RotationalSpeed rpm)
{
    constexpr int halfTheDigits = 26;  // a minimum can be placed no better than to half the digits of a double
    const auto slowest = boost::math::tools::brent_find_minima(
        [&](double angle) { return -pistonSpeed(drive, rpm, Angle::fromSi(angle)).si(); }, 0.0, pi, halfTheDigits);
    return Speed::fromSi(-slowest.second);
}

Speed peakGasSpeed(const Demand& demand, Area area)
{
    return peakPistonSpeed(demand.drive, demand.rpm) * (servedArea(demand) / area);
}

Area wantedArea(const Demand& demand)
{
    const Speed limit = air::speedOfSound(demand.room) * demand.limitingMach;
    return servedArea(demand) * (peakPistonSpeed(demand.drive, demand.rpm) / limit);
}

RotationalSpeed rpmForArea(const Demand& demand, Area area)
{
    return demand.rpm * (area / wantedArea(demand));  // piston speed is proportional to rpm
}

MassFlow sonicFlow(const Demand& demand, Area area, double ratio)
{
    const auto meanMach = air::machAtSpeed(demand.room, air::speedAtMach(demand.room, 1.0) / ratio);
    const double flow = air::massFlowFunction(std::min(meanMach.value_or(1.0), 1.0));
    return MassFlow::fromSi(flow * air::density(demand.room).si() * air::speedOfSound(demand.room).si() * area.si());
}

}  // namespace euryth::planning
