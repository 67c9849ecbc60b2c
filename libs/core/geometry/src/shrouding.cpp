// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/shrouding.hpp"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace euryth::geometry {

using std::numbers::pi;

namespace {

constexpr int kPlaces = 720;  // round the valve

double slope(Angle lean) { return sin(lean) / cos(lean); }

}  // namespace

Length clearanceToBore(const ValveInBore& valve, Angle angle)
{
    const double radius = valve.bore.si() / 2.0;
    const double head = valve.valve.si() / 2.0;
    const double off = radius - head - valve.edgeToBore.si();  // of the valve's axis from the bore's
    const double across = off * sin(angle);
    return Length::fromSi(std::sqrt(std::max(0.0, radius * radius - across * across)) - off * cos(angle) - head);
}

Shrouding shroudingAt(const ValveInBore& valve, Length lift)
{
    const double head = valve.valve.si();
    const double need = lift.si();
    int shrouded = 0;
    double open = 0.0;
    for (int i = 0; i < kPlaces; ++i) {
        const double angle = 2.0 * pi * (i + 0.5) / kPlaces - pi;
        double gap = clearanceToBore(valve, Angle::fromSi(angle)).si();
        if (valve.wall && std::abs(angle) <= valve.wall->arc.si() / 2.0 && lift <= valve.wall->height)
            gap = std::min(gap, valve.wall->clearance.si() + need * slope(valve.wall->lean));
        const double passes = std::max(0.0, gap) * (1.0 + std::max(0.0, gap) / head);
        shrouded += passes < need ? 1 : 0;
        open += std::min(1.0, passes / need);
    }
    return {static_cast<double>(shrouded) / kPlaces, open / kPlaces};
}

Volume layBackVolume(const ValveInBore& valve, Angle lean)
{
    if (!valve.wall)
        return {};
    const double height = valve.wall->height.si();
    const double along = valve.wall->arc.si() * (valve.valve.si() / 2.0 + valve.wall->clearance.si());
    return Volume::fromSi(0.5 * height * height * (slope(lean) - slope(valve.wall->lean)) * along);
}

}  // namespace euryth::geometry
