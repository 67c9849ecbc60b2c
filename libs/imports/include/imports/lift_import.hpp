// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "imports/station_import.hpp"

namespace euryth::imports {

/// What the angles of a lift table count.
enum class CamAngles { Crank, Camshaft };

struct LiftImport {
    std::vector<job::LiftPoint> table;  ///< crank angles from the greatest lift, rising
    std::vector<CellTrouble> troubles;
    Length greatest;
    Angle duration;  ///< first to last point, crank degrees
};

/// Reads a lift curve: angle in the first column, lift at the valve in the second, a heading line or none. Angles in
/// degrees, camshaft degrees counting twice; lifts may carry a unit and are else in the length unit of `units`. The
/// greatest lift (the middle of it, where several points have it) becomes the zero of the angles. The first and last
/// point must be closed; points are put in order, and two at the same angle are trouble.
LiftImport readLifts(const std::vector<Row>& rows, CamAngles angles, const units::DisplayUnits& units);

}  // namespace euryth::imports
