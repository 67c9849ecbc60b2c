// SPDX-License-Identifier: GPL-3.0-or-later
#include "port_field/port_mesh.hpp"

#include <algorithm>
#include <map>

#include "fineness.hpp"

namespace euryth::port_field {

namespace {

using Corners = std::array<std::uint32_t, 4>;

/// Corners of a cell's six faces, each seen from outside against the clock.
constexpr std::array<Corners, 6> kFaces{
    {{0, 3, 2, 1}, {4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}}};

Patch patchOf(const field::Mesh& mesh, std::size_t layer, std::size_t face)
{
    if (layer == 0 && face == 0)
        return Patch::Window;
    if (layer + 2 == mesh.layers() && face == 1)
        return Patch::Throat;
    if (layer < mesh.firstInside)
        return Patch::WindowSides;
    return layer >= mesh.lastInside ? Patch::ThroatSides : Patch::Wall;
}

std::vector<CellGrid::Face> facesOf(const field::Mesh& mesh)
{
    std::map<Corners, std::size_t> seen;
    std::vector<CellGrid::Face> faces;
    std::size_t cell = 0;
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        for (std::size_t f = 0; f < kFaces.size(); ++f) {
            CellGrid::Face face{{}, cell, {}, patchOf(mesh, c / mesh.cellsPerLayer(), f)};
            std::ranges::transform(kFaces[f], face.nodes.begin(), [&](std::uint32_t i) { return mesh.cells[c][i]; });
            Corners key = face.nodes;
            std::ranges::sort(key);
            const auto [known, isNew] = seen.try_emplace(key, faces.size());
            if (isNew)
                faces.push_back(face);
            else
                faces[known->second].neighbour = cell;
        }
        ++cell;
    }
    std::ranges::stable_sort(faces, [](const CellGrid::Face& a, const CellGrid::Face& b) {
        if (a.neighbour.has_value() != b.neighbour.has_value())
            return a.neighbour.has_value();
        if (a.neighbour)
            return std::pair(a.owner, *a.neighbour) < std::pair(b.owner, *b.neighbour);
        return a.patch < b.patch;
    });
    return faces;
}

}  // namespace

field::Fineness finenessOf(Quality quality)
{
    switch (quality) {
    case Quality::Coarse: return field::kCoarse;
    case Quality::Normal: return {8, 6, 60};
    case Quality::Fine: return field::kFull;
    }
    return field::kCoarse;
}

Phrase nameOf(Quality quality)
{
    return say(std::string("mesh.") + kQualityNames.at(static_cast<std::size_t>(quality)));
}

PortMesh::PortMesh(PortShape shape, std::shared_ptr<const field::Mesh> mesh)
    : m_shape(std::move(shape)),
      m_mesh(std::move(mesh))
{
}

std::size_t PortMesh::openCells() const
{
    return m_mesh->blocked.empty() ? m_mesh->cells.size()
                                   : static_cast<std::size_t>(std::ranges::count(m_mesh->blocked, false));
}

std::size_t PortMesh::layers() const { return m_mesh->lastInside - m_mesh->firstInside + 1; }

std::size_t PortMesh::wallPlaces() const { return m_mesh->wall.size(); }

bool PortMesh::isCoarse() const { return layers() <= field::kCoarse.layers + 1; }

CellGrid PortMesh::grid() const
{
    CellGrid grid;
    grid.nodes = m_mesh->nodes;
    for (std::size_t c = 0; c < m_mesh->cells.size(); ++c) {
        if (m_mesh->isBlocked(c))
            continue;
        const std::size_t layer = c / m_mesh->cellsPerLayer();
        grid.cells.push_back(m_mesh->cells[c]);
        grid.measured.push_back(layer >= m_mesh->firstInside && layer < m_mesh->lastInside);
    }
    grid.faces = facesOf(*m_mesh);
    return grid;
}

Known<PortMesh> meshOf(const PortShape& shape, const field::Fineness& fineness)
{
    field::Mesh mesh = field::meshOf(shape.sections, fineness, shape.obstacles);
    if (const auto problem = field::problemOf(mesh))
        return {std::nullopt, say("missing.meshable", {{"problem", *problem}})};
    return {PortMesh(shape, std::make_shared<const field::Mesh>(std::move(mesh))), {}};
}

Known<PortMesh> meshOf(const PortShape& shape, Quality quality) { return meshOf(shape, finenessOf(quality)); }

}  // namespace euryth::port_field
