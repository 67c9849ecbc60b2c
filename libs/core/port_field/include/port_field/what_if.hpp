// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "geometry/sector.hpp"
#include "port_field/port_shape.hpp"

namespace euryth::port_field {

/// A wall pushed by hand: deepest at one place, and running out smoothly along the runner.
struct WallPush {
    Length s;
    geometry::Sector sector{};
    Length depth;  ///< outward; inward is metal filled in
    Length reach;  ///< from the deepest place to where nothing is moved any more, over 0
    friend bool operator==(const WallPush&, const WallPush&) = default;
};

/// Depth per station and sector of all pushes together: each falls off along the runner as the square of a cosine.
std::vector<geometry::PerSector<Length>> depthsOf(const PortShape& shape, std::span<const WallPush> pushes);

/// The shape with its walls moved by a depth per station and sector, as a cut moves them: square to the wall, linearly
/// between the middles of neighbouring sectors. Inward a wall is moved by at most a third of the section's smaller
/// side. `depths` has one entry a station; stations without depth keep their section as it is.
PortShape moved(PortShape shape, std::span<const geometry::PerSector<Length>> depths);

/// The shape with the metal of the cut plan gone, off the walls and off the guide boss; nothing where there is no plan.
std::optional<PortShape> afterCuts(const PortShape& shape, const analysis::PortAnalysis& analysis);
/// The planned shape; or what is missing.
Known<PortShape> plannedShape(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

}  // namespace euryth::port_field
