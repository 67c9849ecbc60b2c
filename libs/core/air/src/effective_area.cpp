// SPDX-License-Identifier: GPL-3.0-or-later
#include "air/effective_area.hpp"

#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"

namespace euryth::air {

std::optional<Speed> idealFlowSpeed(const AirState& room, PressureDifference depression)
{
    if (depression <= PressureDifference{})
        return std::nullopt;
    const auto mach = machFromPressureRatio(1.0 - depression.si() / room.pressure.si());
    if (!mach)
        return std::nullopt;
    return massFlowFunction(std::min(*mach, 1.0)) * speedOfSound(room);
}

std::optional<Area> effectiveArea(const AirState& room, PressureDifference depression, VolumeFlow flow)
{
    const auto speed = idealFlowSpeed(room, depression);
    return speed ? std::optional(Area::fromSi(flow.si() / speed->si())) : std::nullopt;
}

std::optional<VolumeFlow> flowThrough(Area effective, const AirState& room, PressureDifference depression)
{
    const auto speed = idealFlowSpeed(room, depression);
    return speed ? std::optional(VolumeFlow::fromSi(effective.si() * speed->si())) : std::nullopt;
}

VolumeFlow bySquareRoot(VolumeFlow flow, PressureDifference from, PressureDifference to)
{
    return flow * std::sqrt(to.si() / from.si());
}

}  // namespace euryth::air
