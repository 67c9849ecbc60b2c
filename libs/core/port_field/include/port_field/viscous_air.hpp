// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include "port_field/air_field.hpp"

namespace euryth::port_field {

/// What a viscous run gives: in the middle of each open cell of a port's mesh, in the order of the mesh, and on the
/// wall of the measured runner. Speeds have the run's own direction: an exhaust port's air comes from the valve.
struct CellAir {
    std::vector<geometry::Vector3> velocity;  ///< m/s
    std::vector<double> pressure;             ///< over the density, against that at the exit, m2/s2
    std::vector<double> energy;               ///< turbulent kinetic energy k, m2/s2
    /// Shear on the wall over the density, with the air, m2/s2: for each layer of the measured runner, there at the
    /// places of Mesh::wall; nothing where metal covers the wall.
    std::vector<std::vector<std::optional<geometry::Vector3>>> wallShear;
};

/// What is wrong with `cells` for a mesh, or nothing.
std::optional<Phrase> problemOf(const PortMesh& mesh, const CellAir& cells);

/// Shear on the wall as CellAir has it, out of that on the faces of the grid's patch Wall, in their order: at each
/// place the mean of the faces round it. Nothing where these are not as many.
std::optional<std::vector<std::vector<std::optional<geometry::Vector3>>>> shearAtPlaces(
    const PortMesh& mesh, const std::vector<geometry::Vector3>& onFaces);

/// Of a section's mean speed along the runner: air that makes less way than this is dead. A rule of this program.
inline constexpr double kDeadShare = 0.1;
/// Air that makes less way than this is weak: a strip beside the core that a tenth would not show. It holds the dead
/// air. A rule of this program.
inline constexpr double kWeakShare = 0.3;

/// What the air does in one section of a viscous run.
struct LayerAir {
    Length s;
    PressureDifference lost;  ///< total pressure, weighted by the flow, since the air came into the measured runner
    double flowing = 1.0;     ///< share of the open area in which the air is not dead
    double deadRoof = 0.0;    ///< share that is dead in the half toward the roof
    double deadFloor = 0.0;   ///< and toward the floor
    double weak = 0.0;        ///< share in which it is weak, the dead air included
    double turbulence = 0.0;  ///< greatest sqrt(2 k / 3) over the section's mean speed
};

/// A dead region: behind a place where the air lets go, or before metal in its way.
struct DeadRegion {
    bool roof = false;  ///< in the half toward the roof; else toward the floor
    Volume volume;
    Length from;
    Length to;
};

/// A port with the air of a viscous run at one flow. Unlike potential flow it does not scale exactly with the flow.
class ViscousAir {
public:
    /// `mesh` is the one that the case was written from; `cells` have to fit it (problemOf()).
    ViscousAir(const PortMesh& mesh, CellAir cells, PortAir at);

    [[nodiscard]] const VirtualPort& port() const { return m_port; }
    [[nodiscard]] const CellAir& cells() const { return m_cells; }
    [[nodiscard]] const PortAir& at() const { return m_at; }
    /// Sections of the measured runner, in the order of the stations.
    [[nodiscard]] const std::vector<LayerAir>& layers() const { return m_layers; }
    /// That at any distance, by a straight line between neighbours.
    [[nodiscard]] LayerAir layerAt(Length s) const;
    /// Total pressure lost over the whole measured runner.
    [[nodiscard]] PressureDifference lost() const;
    /// Of all sections the one of which the least flows.
    [[nodiscard]] const LayerAir& narrowest() const;
    /// Dead regions in the order of the stations, those of the roof first; a fiftieth of a section is too little to
    /// count.
    [[nodiscard]] const std::vector<DeadRegion>& dead() const { return m_dead; }
    [[nodiscard]] Volume deadVolume() const;
    /// Of all weak air, the dead air included.
    [[nodiscard]] Volume weakVolume() const;
    /// Shear on the wall along the air's way, Pa; under 0 the air runs back. `round`: share of the way round, clockwise
    /// from the middle of the roof.
    [[nodiscard]] std::optional<double> shearAt(Length s, double round) const;
    /// Where the air first lets go of a wall, in the order of the air: its shear in the middle of the sector turns back
    /// and stays so over two layers.
    [[nodiscard]] std::optional<Length> letsGoAt(geometry::Sector sector) const;
    /// sqrt(2 k / 3) in the cell at a place, m/s; nothing outside the air.
    [[nodiscard]] std::optional<Speed> fluctuationAt(const geometry::Point3& place) const;
    /// Static pressure in the cell at a place, against the total pressure of the air that comes into the measured
    /// runner.
    [[nodiscard]] std::optional<PressureDifference> pressureAt(const geometry::Point3& place) const;

private:
    void workOutLayers();
    void workOutWalls();
    void workOutDead(bool roof);
    /// The number of the open cell at a place.
    [[nodiscard]] std::optional<std::size_t> cellAt(const geometry::Point3& place) const;

    VirtualPort m_port;
    CellAir m_cells;
    PortAir m_at;
    std::vector<LayerAir> m_layers;
    double m_totalIn = 0.0;  ///< total pressure over the density of the air that comes in
    WallTable m_shear;
    std::vector<DeadRegion> m_dead;
};

/// The numbers that one compares runs by.
struct ViscousNumbers {
    Speed fastest;
    double flowing = 1.0;  ///< the least of all sections
    PressureDifference lost;
    Volume dead;
};
ViscousNumbers keyNumbers(const ViscousAir& viscous);

}  // namespace euryth::port_field
