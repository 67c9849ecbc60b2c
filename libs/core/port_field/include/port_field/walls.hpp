// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "air/isentropic.hpp"
#include "flow/boundary_layer.hpp"
#include "port_field/virtual_port.hpp"

namespace euryth::port_field {

/// A wall with its boundary layer at a flow. The layer starts one hydraulic diameter before the end at which the air
/// comes in; the method ranks places and is not conservative (fine viscous runs of the demos let go 9 to 17 mm earlier
/// on the floor), so that a shape factor over flow::kShapeWarning is a warning.
struct WallAir {
    flow::WallLine line;  ///< in the order of the stations
    /// The layer at the places of the line, as far as it stays on.
    std::vector<std::optional<flow::LayerPoint>> layer;
    double greatestShape = 0.0;
    std::optional<Length> liftsOffAt;  ///< distance from the window
    Speed peak;                        ///< at the pitot's distance
    Length peakAt;
    /// It would lift off on the outside of a turn, by the curvature of the path. There the method cannot be relied on:
    /// curved inward, a wall stirs its layer, and in the reference port, where it says 66 mm for the roof, a viscous
    /// solution stays on all through the turn; in three intake ports of the demos fine viscous runs let go of the roof
    /// within 6 mm of the place that it says (docs/methods.md). So that is a warning, and a viscous run tells.
    bool outsideOfTurn = false;
    [[nodiscard]] bool liftsOff() const { return liftsOffAt.has_value() && !outsideOfTurn; }
    [[nodiscard]] bool near() const { return !liftsOff() && greatestShape >= flow::kShapeWarning; }
};
WallAir wallAir(const VirtualPort& port, geometry::Sector sector, const air::AirState& room, VolumeFlow flow);
/// The same for given wall speeds (m/s, in the order of the layers of the measured runner), as of a compressible flow.
WallAir wallAir(const PortMesh& mesh, flow::WallLine line, const air::AirState& room);
/// Whether a wall lies on the outside of a turn at `s`.
bool outsideOfTurn(const VirtualPort& port, geometry::Sector sector, Length s);
/// True where `s` is behind the place at which that wall's air lets go, in the order of the air.
bool isBehindLiftOff(const WallAir& wall, bool airFromValve, Length s);

/// The floor's: what the air does on the short side.
inline WallAir shortSide(const VirtualPort& port, const air::AirState& room, VolumeFlow flow)
{
    return wallAir(port, geometry::Sector::Floor, room, flow);
}

}  // namespace euryth::port_field
