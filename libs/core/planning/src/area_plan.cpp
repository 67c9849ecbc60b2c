// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/area_plan.hpp"

#include <algorithm>

namespace euryth::planning {

Area taperedArea(Area wanted, Taper taper, Length s, Length end)
{
    return wanted * (1.0 + taper.sharePer100mm * ((end - s) / lengthFromMm(100.0)));
}

std::vector<Area> suggestedPlan(const std::vector<geometry::AreaAt>& present, Area wanted, Taper taper)
{
    std::vector<Area> plan;
    plan.reserve(present.size());
    for (const geometry::AreaAt& here : present)
        plan.push_back(std::max(here.area, taperedArea(wanted, taper, here.s, present.back().s)));
    return plan;
}

}  // namespace euryth::planning
