// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>

#include "air/isentropic.hpp"
#include "field/potential.hpp"
#include "flow/boundary_layer.hpp"
#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"

namespace euryth::field {

/// The air's velocity in a port, for incompressible potential flow: it scales with the flow without a new solution.
///
/// No boundary layer and no wake: right at the wall of a tight turn it is far too fast, and behind a place where the
/// air lets go it knows nothing. Before that the core agrees with a viscous solution of the same port within about a
/// tenth.
class Field {
public:
    /// Solves on a mesh without folds (problemOf()).
    explicit Field(Mesh mesh);
    /// Takes velocities in the middle of the cells that something else has found, as those for 1 m3/s; they are not
    /// corrected. A node of the wall takes the mean of the cells that it touches: what a wall function knows there.
    Field(Mesh mesh, const std::vector<Vector3>& inCells);

    [[nodiscard]] const Mesh& mesh() const { return m_mesh; }
    /// At the nodes, for a flow of 1 m3/s from window to valve.
    [[nodiscard]] const std::vector<Vector3>& velocities() const { return m_velocities; }

    /// Velocity at a place in the head; nothing outside the port.
    /// Of metal inside the passage too there is none.
    [[nodiscard]] std::optional<Vector3> velocityAt(const geometry::Point3& place, VolumeFlow flow) const;
    /// The open cell in which a place lies; nothing outside the air.
    [[nodiscard]] std::optional<std::size_t> cellAt(const geometry::Point3& place) const;

    /// Flow through a layer's section by its node velocities, for 1 m3/s.
    [[nodiscard]] double fluxThrough(std::size_t layer) const;
    /// By what share each layer's recovered velocities had to be corrected to carry the flow: tells how fine the mesh
    /// is.
    [[nodiscard]] const std::vector<double>& corrections() const { return m_corrections; }

private:
    struct Locator;
    struct Place {
        std::size_t cell;
        Vector3 local;  ///< coordinates in it, -1 to 1
    };
    [[nodiscard]] std::optional<Place> find(const geometry::Point3& place) const;

    Mesh m_mesh;
    std::vector<Vector3> m_velocities;
    std::vector<double> m_corrections;
    std::shared_ptr<const Locator> m_locator;
};

/// Speed at a distance from a place on the wall of a layer, for 1 m3/s; nothing where metal is in the way.
std::optional<double> speedOffWall(const Field& field, std::size_t layer, std::uint32_t place, Length distance);

/// The wall line in the middle of a sector over the measured runner, with the speed at `tip` from it. Layers where
/// metal covers the wall are left out.
flow::WallLine wallLine(const Field& field, geometry::Sector sector, VolumeFlow flow, Length tip = air::kPitotDistance);

}  // namespace euryth::field
