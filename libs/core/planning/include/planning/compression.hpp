// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "quantities/quantities.hpp"

namespace euryth::planning {

/// What is above the piston at top dead centre.
struct ClosedVolume {
    Volume chamber;          ///< in the head, over 0
    Length gasketBore;       ///< over 0
    Length gasketThickness;  ///< crushed, 0 or more
    Length deckClearance;    ///< piston below the deck; negative where it stands proud
    Volume pistonDish;       ///< negative for a dome
};

/// Chamber, gasket, deck and piston together; `bore` is the cylinder's.
Volume clearanceVolume(const ClosedVolume& closed, Length bore);

/// Swept volume of one cylinder.
Volume sweptVolume(Length bore, Length stroke);

/// (swept + clearance) / clearance. Clearance must be over 0.
double compressionRatio(Volume swept, Volume clearance);

/// Height of a cylinder of the bore's diameter with this volume: by how much a skim of the deck must lower a chamber
/// whose mouth is as wide as the bore to take it away. A narrower mouth needs more.
Length skimFor(Volume excess, Length bore);

}  // namespace euryth::planning
