// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "geometry/sector.hpp"
#include "geometry/vector3.hpp"
#include "port_field/port_mesh.hpp"

namespace euryth::field {
class Field;
struct Slice;
}  // namespace euryth::field

namespace euryth::port_field {

/// Values on the wall at every layer of the measured runner, there clockwise from the roof-left corner; nothing where
/// metal is in the way.
using WallTable = std::vector<std::vector<std::optional<double>>>;

/// A port with speeds that scale with the flow: those of its own potential flow, or those that a viscous run found at
/// one flow. What is shown of it is an AirField.
class VirtualPort {
public:
    VirtualPort(PortShape shape, std::shared_ptr<const field::Field> field);

    [[nodiscard]] const PortShape& shape() const { return m_mesh.shape(); }
    [[nodiscard]] const PortMesh& mesh() const { return m_mesh; }
    [[nodiscard]] Length start() const { return shape().sections.front().s; }
    [[nodiscard]] Length end() const { return shape().sections.back().s; }

    /// A flow as the field counts it, from window to valve: an exhaust port's goes the other way.
    [[nodiscard]] VolumeFlow forward(VolumeFlow flow) const { return shape().airFromValve ? flow * -1.0 : flow; }
    /// Where a section at `s` stands.
    [[nodiscard]] geometry::Frame frameAt(Length s) const { return geometry::frameAt(shape().sections, s); }
    /// Velocity at a place in the head, m/s, in the direction in which the port's air goes; nothing outside the air.
    [[nodiscard]] std::optional<geometry::Vector3> velocityAt(const geometry::Point3& place, VolumeFlow flow) const;
    /// At the nodes of the mesh, for a flow of 1 m3/s from window to valve.
    [[nodiscard]] const std::vector<geometry::Vector3>& velocities() const;

    [[nodiscard]] Area openAreaAt(Length s) const;
    /// Of the far end of the straight piece through which the air comes in.
    [[nodiscard]] Area entryArea() const;
    /// A value on the wall at any distance and share of the way round, clockwise from the middle of the roof.
    [[nodiscard]] std::optional<double> onWallAt(const WallTable& table, Length s, double round) const;
    /// Speed at the pitot's distance from the wall there, m/s for 1 m3/s.
    [[nodiscard]] std::optional<double> alongWallAt(Length s, double round) const
    {
        return onWallAt(m_alongWall, s, round);
    }
    /// That in the middle of a sector.
    [[nodiscard]] std::optional<double> alongWallAt(Length s, geometry::Sector sector) const;

    /// Follows the air that passes the upright line in the middle of the window, in as many ways as can be told apart.
    void traceWays();
    /// Those; none before traceWays().
    [[nodiscard]] const std::vector<std::vector<geometry::Point3>>& ways() const { return m_ways; }

    // For the computations of this library.
    [[nodiscard]] const field::Field& field() const { return *m_field; }
    [[nodiscard]] field::Slice sliceAt(Length s) const;
    /// Area open to the air at a layer of the mesh.
    [[nodiscard]] Area openArea(std::size_t layer) const { return Area::fromSi(m_openAreas[layer]); }
    /// The layer of the measured runner at or before `s`.
    [[nodiscard]] std::size_t layerAt(Length s) const { return layerBefore(s).first; }
    /// Distance of the mesh's nodes from the wall, metres.
    [[nodiscard]] const std::vector<double>& fromWall() const { return m_fromWall; }
    /// Speed at the pitot's distance from the wall for 1 m3/s.
    [[nodiscard]] const WallTable& alongWall() const { return m_alongWall; }

private:
    /// The layer at or before `s` in the measured runner, and how far `s` is on the way to the next one.
    [[nodiscard]] std::pair<std::size_t, double> layerBefore(Length s) const;

    std::shared_ptr<const field::Field> m_field;
    PortMesh m_mesh;  ///< the field's
    std::vector<double> m_openAreas;
    std::vector<double> m_fromWall;
    WallTable m_alongWall;
    std::vector<std::vector<geometry::Point3>> m_ways;
};

/// Meshes and solves; or says what is missing, or where the port is folded.
Known<VirtualPort> virtualPort(const PortShape& shape, const field::Fineness& fineness);
Known<VirtualPort> virtualPort(const PortShape& shape, Quality quality);
Known<VirtualPort> virtualPort(const job::Port& port, const analysis::PortAnalysis& analysis, Quality quality);

}  // namespace euryth::port_field
