// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// Throat diameter over valve diameter, the "throat %" of the trade as a share (0.90 is 90 %).
double throatShare(Length throat, Length valve);

/// Area that the throat leaves to the air: pi/4 (throat^2 - stem^2).
Area throatNetArea(Length throat, Length stem);

}  // namespace euryth::geometry
