// SPDX-License-Identifier: GPL-3.0-or-later
#include "exports/flow_case.hpp"

#include <algorithm>
#include <array>
#include <map>
#include <optional>

#include "case_text.hpp"
#include "number_text.hpp"

namespace euryth::exports {

namespace {

using Face = std::array<std::uint32_t, 4>;

/// Corners of a cell's six faces, each seen from outside against the clock.
constexpr std::array<Face, 6> kFaces{
    {{0, 3, 2, 1}, {4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}}};

struct MeshFace {
    Face nodes;
    std::size_t owner = 0;
    std::optional<std::size_t> neighbour;
    Patch patch = Patch::Wall;
};

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

/// Faces between cells first, by owner and neighbour; then those of each patch in turn.
std::vector<MeshFace> facesOf(const field::Mesh& mesh)
{
    std::map<Face, std::size_t> seen;
    std::vector<MeshFace> faces;
    std::size_t cell = 0;
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        for (std::size_t f = 0; f < kFaces.size(); ++f) {
            MeshFace face{{}, cell, {}, patchOf(mesh, c / mesh.cellsPerLayer(), f)};
            std::ranges::transform(kFaces[f], face.nodes.begin(), [&](std::uint32_t i) { return mesh.cells[c][i]; });
            Face key = face.nodes;
            std::ranges::sort(key);
            const auto [known, isNew] = seen.try_emplace(key, faces.size());
            if (isNew)
                faces.push_back(face);
            else
                faces[known->second].neighbour = cell;
        }
        ++cell;
    }
    std::ranges::stable_sort(faces, [](const MeshFace& a, const MeshFace& b) {
        if (a.neighbour.has_value() != b.neighbour.has_value())
            return a.neighbour.has_value();
        if (a.neighbour)
            return std::pair(a.owner, *a.neighbour) < std::pair(b.owner, *b.neighbour);
        return a.patch < b.patch;
    });
    return faces;
}

/// Nodes that belong to an open cell get numbers of their own; the others none.
std::vector<std::optional<std::size_t>> usedNodes(const std::vector<MeshFace>& faces, std::size_t count)
{
    std::vector<std::optional<std::size_t>> number(count);
    for (const MeshFace& face : faces) {
        for (const std::uint32_t node : face.nodes)
            number[node] = 0;
    }
    std::size_t next = 0;
    for (auto& n : number) {
        if (n)
            n = next++;
    }
    return number;
}

std::string boundary(const std::vector<MeshFace>& faces)
{
    std::string text = caseHeader("polyBoundaryMesh", "boundary", "constant/polyMesh");
    text += std::to_string(kPatchNames.size()) + "\n(\n";
    for (std::size_t p = 0; p < kPatchNames.size(); ++p) {
        const auto belongs = [&](const MeshFace& face) {
            return !face.neighbour && face.patch == static_cast<Patch>(p);
        };
        const auto first = std::ranges::find_if(faces, belongs);
        const bool open = p <= static_cast<std::size_t>(Patch::Throat);
        text += std::string("    ") + kPatchNames[p] + "\n    {\n        type " + (open ? "patch" : "wall") +
                ";\n        nFaces " + std::to_string(std::ranges::count_if(faces, belongs)) + ";\n        startFace " +
                std::to_string(first - faces.begin()) + ";\n    }\n";
    }
    return text + ")\n";
}

std::string list(const char* type, const char* object, std::size_t count, const std::string& content)
{
    return caseHeader(type, object, "constant/polyMesh") + std::to_string(count) + "\n(\n" + content + ")\n";
}

}  // namespace

std::vector<std::array<std::uint32_t, 4>> wallFaces(const field::Mesh& mesh)
{
    std::vector<Face> wall;
    for (const MeshFace& face : facesOf(mesh)) {
        if (!face.neighbour && face.patch == Patch::Wall)
            wall.push_back(face.nodes);
    }
    return wall;
}

std::vector<CaseFile> polyMesh(const port_field::VirtualPort& port)
{
    const field::Mesh& mesh = port.mesh();
    const auto faces = facesOf(mesh);
    const auto number = usedNodes(faces, mesh.nodes.size());
    std::string points;
    std::size_t used = 0;
    for (std::size_t i = 0; i < mesh.nodes.size(); ++i) {
        if (!number[i])
            continue;
        ++used;
        points += '(';
        append(points, mesh.nodes[i].x, mesh.nodes[i].y, mesh.nodes[i].z);
        points.back() = ')';
        points += '\n';
    }
    std::string faceText;
    std::string owners;
    std::string neighbours;
    std::size_t inner = 0;
    for (const MeshFace& face : faces) {
        faceText += "4(";
        for (const std::uint32_t node : face.nodes)
            faceText += std::to_string(*number[node]) + ' ';
        faceText.back() = ')';
        faceText += '\n';
        owners += std::to_string(face.owner) + '\n';
        if (face.neighbour) {
            ++inner;
            neighbours += std::to_string(*face.neighbour) + '\n';
        }
    }
    const std::string folder = "constant/polyMesh/";
    return {{folder + "points", list("vectorField", "points", used, points)},
            {folder + "faces", list("faceList", "faces", faces.size(), faceText)},
            {folder + "owner", list("labelList", "owner", faces.size(), owners)},
            {folder + "neighbour", list("labelList", "neighbour", inner, neighbours)},
            {folder + "boundary", boundary(faces)}};
}

}  // namespace euryth::exports
