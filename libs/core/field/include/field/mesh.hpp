// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "geometry/hanging.hpp"
#include "geometry/loft.hpp"
#include "geometry/sector.hpp"
#include "words/phrase.hpp"

namespace euryth::field {

/// How many cells there are.
struct Fineness {
    std::size_t core = 12;    ///< along each side of the middle block; even
    std::size_t rings = 8;    ///< from the middle block to the wall
    std::size_t layers = 78;  ///< along the measured runner
};
/// About 60,000 nodes, and about 8,000 for while something is dragged.
inline constexpr Fineness kFull{12, 8, 78};
inline constexpr Fineness kCoarse{6, 5, 38};

using Hexahedron = std::array<std::uint32_t, 8>;

/// The inside of a port as eight-node hexahedra: in each section a square block in the middle and rings round it (an
/// O-grid, so that no cell is degenerate), cells smaller toward the wall; layers of such sections along the runner, and
/// straight on before its window and behind its throat by one hydraulic diameter with the end sections unchanged.
///
/// - all layers have their nodes in the same order; node = layer x perLayer + place;
/// - cells are right-handed: their mapping has a positive determinant (see problemOf()).
struct Mesh {
    std::vector<geometry::Point3> nodes;
    std::vector<Hexahedron> cells;
    std::size_t perLayer = 0;
    std::vector<double> s;        ///< of each layer, metres from the window; under 0 before it
    std::size_t firstInside = 0;  ///< first and last layer of the measured runner
    std::size_t lastInside = 0;
    std::vector<std::uint32_t> wall;  ///< places on the wall, clockwise from the middle of the roof-left corner
    std::vector<std::uint32_t>
        towardMiddle;  ///< for each place the next one toward the middle; itself in the middle block
    std::vector<std::size_t> stationBefore;  ///< for each layer the measured station at or before it
    std::vector<bool> blocked;               ///< cells of metal inside the passage; empty where there are none

    [[nodiscard]] std::size_t layers() const { return s.size(); }
    [[nodiscard]] std::size_t cellsPerLayer() const { return cells.size() / (layers() - 1); }
    [[nodiscard]] bool isBlocked(std::size_t cell) const { return !blocked.empty() && blocked[cell]; }
};

/// The places of a layer on the line from the middle of a sector's wall straight through to the opposite wall.
std::vector<std::uint32_t> lineAcross(const Mesh& mesh, geometry::Sector from);
/// Distance of each node from the wall of its own layer, metres; 0 on it.
std::vector<double> distancesFromWall(const Mesh& mesh);
/// The place on the wall in the middle of a sector.
std::uint32_t wallPlace(const Mesh& mesh, geometry::Sector sector);

/// Meshes at least two sections in rising order of s; throws std::invalid_argument for fewer or for an odd or zero
/// number of cells. The mesh's lines are drawn to the faces of obstacles, and the cells inside them are blocked, so
/// that the air's boundary there is the obstacle's own face and not a stair of cells.
///
/// - an obstacle begins and ends at a layer, with a blunt end no narrower than a third of the cells it takes up;
/// - where that folds the mesh (an obstacle as wide as the passage), the cells stay where they are and are blocked
/// whole;
/// - a middle block of fewer than four cells across is too coarse for obstacles: they are left out.
Mesh meshOf(std::span<const geometry::PlacedSection> sections, const Fineness& fineness,
            std::span<const geometry::Obstacle> obstacles = {});

/// Where the mesh is folded, in words with the stations between which that is, or nothing: every cell must have a
/// positive determinant at its corners.
std::optional<Phrase> problemOf(const Mesh& mesh);

}  // namespace euryth::field
