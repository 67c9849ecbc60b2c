// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "geometry/area_curve.hpp"

namespace euryth::planning {

/// House taper: how much area the runner gains toward the window.
struct Taper {
    double sharePer100mm = 0.0;  ///< 0.05 is 5 % more area for each 100 mm away from the valve end
};

/// Area that the engine's demand and the house taper ask for at `s`, with the valve end of the runner at `end`:
/// A(s) = A_wanted (1 + taper (end - s) / 100 mm). The linear taper is common practice, no published source.
Area taperedArea(Area wanted, Taper taper, Length s, Length end);

/// The suggested plan at each station: what demand and taper ask for, but never less than what is there, because a
/// grinder takes metal off and does not put it on.
std::vector<Area> suggestedPlan(const std::vector<geometry::AreaAt>& present, Area wanted, Taper taper);

}  // namespace euryth::planning
