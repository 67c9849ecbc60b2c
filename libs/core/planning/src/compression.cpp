// SPDX-License-Identifier: GPL-3.0-or-later
#include "planning/compression.hpp"

#include <numbers>

namespace euryth::planning {

namespace {

Area circle(Length diameter) { return std::numbers::pi / 4.0 * (diameter * diameter); }

}  // namespace

Volume clearanceVolume(const ClosedVolume& closed, Length bore)
{
    return closed.chamber + circle(closed.gasketBore) * closed.gasketThickness + circle(bore) * closed.deckClearance +
           closed.pistonDish;
}

Volume sweptVolume(Length bore, Length stroke) { return circle(bore) * stroke; }

double compressionRatio(Volume swept, Volume clearance) { return (swept + clearance) / clearance; }

Length skimFor(Volume excess, Length bore) { return excess / circle(bore); }

}  // namespace euryth::planning
