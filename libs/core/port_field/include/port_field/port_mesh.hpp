// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <memory>
#include <optional>
#include <vector>

#include "port_field/port_shape.hpp"

namespace euryth::field {
struct Fineness;
struct Mesh;
}  // namespace euryth::field

namespace euryth::port_field {

/// How fine a port is meshed: about 7,000, 22,000 and 53,000 cells.
enum class Quality { Coarse, Normal, Fine };
inline constexpr std::array kQualityNames{"coarse", "normal", "fine"};  ///< as files and scripts write it
Phrase nameOf(Quality quality);

/// What bounds the air: the open ends of the straight pieces before the window and behind the throat, their walls, and
/// the measured runner's wall with boss and stem.
enum class Patch { Window, Throat, WindowSides, ThroatSides, Wall };

/// A port's air as cells, for programs that know no layers: metal is left out. Metres.
struct CellGrid {
    std::vector<geometry::Point3> nodes;  ///< those of metal too
    std::vector<std::array<std::uint32_t, 8>> cells;
    std::vector<bool> measured;  ///< for each cell: belongs to the measured runner, not to a straight piece
    struct Face {
        std::array<std::uint32_t, 4> nodes;  ///< seen from outside its owner against the clock
        std::size_t owner = 0;
        std::optional<std::size_t> neighbour;  ///< nothing on a patch
        Patch patch = Patch::Wall;
    };
    std::vector<Face> faces;  ///< those between cells first, by owner and neighbour; then those of each patch in turn
};

/// The layered mesh of a shape. How it is laid out is known to this library alone; others see how much there is of it,
/// and its cells.
class PortMesh {
public:
    PortMesh(PortShape shape, std::shared_ptr<const field::Mesh> mesh);

    [[nodiscard]] const PortShape& shape() const { return m_shape; }
    [[nodiscard]] std::size_t openCells() const;
    [[nodiscard]] std::size_t layers() const;      ///< of the measured runner
    [[nodiscard]] std::size_t wallPlaces() const;  ///< round a layer
    /// No finer than Quality::Coarse: a first answer.
    [[nodiscard]] bool isCoarse() const;
    [[nodiscard]] CellGrid grid() const;
    /// For the computations of this library.
    [[nodiscard]] const field::Mesh& layered() const { return *m_mesh; }

private:
    PortShape m_shape;
    std::shared_ptr<const field::Mesh> m_mesh;
};

/// Meshes a shape, with boss and stem blocked; or says where it is folded.
Known<PortMesh> meshOf(const PortShape& shape, const field::Fineness& fineness);
Known<PortMesh> meshOf(const PortShape& shape, Quality quality);

}  // namespace euryth::port_field
