// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/valve_end.hpp"

#include <numbers>

namespace euryth::geometry {

double throatShare(Length throat, Length valve) { return throat / valve; }

Area throatNetArea(Length throat, Length stem) { return std::numbers::pi / 4.0 * (throat * throat - stem * stem); }

}  // namespace euryth::geometry
