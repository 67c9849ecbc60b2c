// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "analysis/port_analysis.hpp"
#include "field/boundary_layer.hpp"
#include "field/slice.hpp"

namespace euryth::port_field {

/// What the computed field hangs on: ports of the same shape have the same field.
struct PortShape {
    std::vector<geometry::PlacedSection> sections;
    std::vector<field::Obstacle> obstacles;  ///< guide boss and stem
    bool airFromValve = false;               ///< an exhaust port
    friend bool operator==(const PortShape&, const PortShape&) = default;
};

/// The measured shape: at least two stations with their places in the head. A boss hangs from the roof, a stem below
/// it, both in the middle between the sides; where one is known at a station and not at the next, it ends half way.
Known<PortShape> shapeOf(const job::Port& port, const analysis::PortAnalysis& analysis);

/// Where two shapes first differ by more than a micrometre (or as much of a radian), in words with the place; empty
/// where they are the same. Numbers that have been through a file are not equal to the last digit.
Phrase differenceOf(const PortShape& a, const PortShape& b);
inline bool sameShape(const PortShape& a, const PortShape& b) { return a == b || differenceOf(a, b).empty(); }

/// A port with its field: incompressible potential flow, so that every flow scales the same solution.
class VirtualPort {
public:
    VirtualPort(PortShape shape, field::Field field);

    [[nodiscard]] const PortShape& shape() const { return m_shape; }
    [[nodiscard]] const field::Field& field() const { return m_field; }
    [[nodiscard]] const field::Mesh& mesh() const { return m_field.mesh(); }
    [[nodiscard]] Length start() const { return m_shape.sections.front().s; }
    [[nodiscard]] Length end() const { return m_shape.sections.back().s; }

    /// A flow as the field counts it, from window to valve: an exhaust port's goes the other way.
    [[nodiscard]] VolumeFlow forward(VolumeFlow flow) const { return m_shape.airFromValve ? flow * -1.0 : flow; }
    /// Where a section at `s` stands, and the field in it.
    [[nodiscard]] geometry::Frame frameAt(Length s) const { return geometry::frameAt(m_shape.sections, s); }
    [[nodiscard]] field::Slice sliceAt(Length s) const { return field::sliceAt(m_field, frameAt(s), s); }
    /// Area open to the air at a layer of the mesh.
    [[nodiscard]] Area openArea(std::size_t layer) const { return Area::fromSi(m_openAreas[layer]); }
    [[nodiscard]] Area openAreaAt(Length s) const;
    /// The layer of the measured runner at or before `s`.
    [[nodiscard]] std::size_t layerAt(Length s) const { return layerBefore(s).first; }
    /// Distance of the mesh's nodes from the wall, metres.
    [[nodiscard]] const std::vector<double>& fromWall() const { return m_fromWall; }
    /// Speed at the pitot's distance from the wall for 1 m3/s, at every layer of the measured runner, there clockwise
    /// from the roof-left corner; nothing where metal is in the way.
    [[nodiscard]] const std::vector<std::vector<std::optional<double>>>& alongWall() const { return m_alongWall; }
    /// A value on the wall at any distance and share of the way round, clockwise from the middle of the roof, from a
    /// table like alongWall().
    [[nodiscard]] std::optional<double> onWallAt(const std::vector<std::vector<std::optional<double>>>& table, Length s,
                                                 double round) const;
    /// That at any distance, in the middle of a sector; m/s for 1 m3/s.
    [[nodiscard]] std::optional<double> alongWallAt(Length s, geometry::Sector sector) const;
    /// And at a share of the way round, clockwise from the middle of the roof.
    [[nodiscard]] std::optional<double> alongWallAt(Length s, double round) const
    {
        return onWallAt(m_alongWall, s, round);
    }

private:
    /// The layer at or before `s` in the measured runner, and how far `s` is on the way to the next one.
    [[nodiscard]] std::pair<std::size_t, double> layerBefore(Length s) const;

    PortShape m_shape;
    field::Field m_field;
    std::vector<double> m_openAreas;
    std::vector<double> m_fromWall;
    std::vector<std::vector<std::optional<double>>> m_alongWall;
};

/// Area of a cell's face on a layer, m2; `cell` may be of any layer, only its place in it counts.
double faceArea(const field::Mesh& mesh, std::size_t layer, const field::Hexahedron& cell);

/// Meshes a shape, with boss and stem blocked; or says where it is folded.
Known<field::Mesh> meshOf(const PortShape& shape, const field::Fineness& fineness);
/// Meshes and solves; or says what is missing, or where the port is folded.
Known<VirtualPort> virtualPort(const PortShape& shape, const field::Fineness& fineness);
Known<VirtualPort> virtualPort(const job::Port& port, const analysis::PortAnalysis& analysis,
                               const field::Fineness& fineness);

/// The room's air, or where it is not known the standard atmosphere of ISO 2533 at sea level.
air::AirState roomOrStandardAir(const job::Bench& bench);

/// A wall with its boundary layer at a flow. The layer starts one hydraulic diameter before the end at which the air
/// comes in; the method ranks places and is not conservative (fine viscous runs of the demos let go 9 to 17 mm earlier
/// on the floor), so that a shape factor over field::kShapeWarning is a warning.
struct WallAir {
    field::WallLine line;  ///< in the order of the stations
    /// The layer at the places of the line, as far as it stays on.
    std::vector<std::optional<field::LayerPoint>> layer;
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
    [[nodiscard]] bool near() const { return !liftsOff() && greatestShape >= field::kShapeWarning; }
};
WallAir wallAir(const VirtualPort& port, geometry::Sector sector, const air::AirState& room, VolumeFlow flow);
/// Whether a wall lies on the outside of a turn at `s`.
bool outsideOfTurn(const VirtualPort& port, geometry::Sector sector, Length s);
/// The same for given wall speeds (m/s, in the order of the layers of the measured runner), as of a compressible flow.
WallAir wallAir(const field::Mesh& mesh, bool airFromValve, field::WallLine line, const air::AirState& room);

/// The floor's: what the air does on the short side.
inline WallAir shortSide(const VirtualPort& port, const air::AirState& room, VolumeFlow flow)
{
    return wallAir(port, geometry::Sector::Floor, room, flow);
}

}  // namespace euryth::port_field
