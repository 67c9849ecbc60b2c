// SPDX-License-Identifier: GPL-3.0-or-later
#include "exports/flow_case.hpp"

#include <algorithm>
#include <array>
#include <optional>

#include "case_text.hpp"
#include "number_text.hpp"

namespace euryth::exports {

namespace {

using port_field::CellGrid;
using port_field::Patch;

/// Nodes that belong to an open cell get numbers of their own; the others none.
std::vector<std::optional<std::size_t>> usedNodes(const std::vector<CellGrid::Face>& faces, std::size_t count)
{
    std::vector<std::optional<std::size_t>> number(count);
    for (const CellGrid::Face& face : faces) {
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

std::string boundary(const std::vector<CellGrid::Face>& faces)
{
    std::string text = caseHeader("polyBoundaryMesh", "boundary", "constant/polyMesh");
    text += std::to_string(kPatchNames.size()) + "\n(\n";
    for (std::size_t p = 0; p < kPatchNames.size(); ++p) {
        const auto belongs = [&](const CellGrid::Face& face) {
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

std::vector<CaseFile> polyMesh(const CellGrid& grid)
{
    const auto& faces = grid.faces;
    const auto number = usedNodes(faces, grid.nodes.size());
    std::string points;
    std::size_t used = 0;
    for (std::size_t i = 0; i < grid.nodes.size(); ++i) {
        if (!number[i])
            continue;
        ++used;
        points += '(';
        append(points, grid.nodes[i].x, grid.nodes[i].y, grid.nodes[i].z);
        points.back() = ')';
        points += '\n';
    }
    std::string faceText;
    std::string owners;
    std::string neighbours;
    std::size_t inner = 0;
    for (const CellGrid::Face& face : faces) {
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
