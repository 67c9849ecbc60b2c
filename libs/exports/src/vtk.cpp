// SPDX-License-Identifier: GPL-3.0-or-later
#include "exports/mesh_files.hpp"
#include "number_text.hpp"

namespace euryth::exports {

std::string vtkText(const port_field::VirtualPort& port, VolumeFlow flow)
{
    const port_field::CellGrid grid = port.mesh().grid();
    const std::string points = std::to_string(grid.nodes.size());
    const std::string cells = std::to_string(grid.cells.size());
    std::string text =
        "# vtk DataFile Version 3.0\nEuryth: potential flow in a measured port, metres and m/s\nASCII\n"
        "DATASET UNSTRUCTURED_GRID\nPOINTS " +
        points + " float\n";
    for (const geometry::Point3& p : grid.nodes)
        append(text, p.x, p.y, p.z);
    constexpr int corners = 8;
    text += "CELLS " + cells + ' ' + std::to_string(grid.cells.size() * (corners + 1)) + '\n';
    for (const auto& cell : grid.cells) {
        text += '8';
        for (const std::uint32_t node : cell)
            text += ' ' + std::to_string(node);
        text += '\n';
    }
    text += "CELL_TYPES " + cells + '\n';
    for (std::size_t i = 0; i < grid.cells.size(); ++i)
        text += "12\n";  // VTK_HEXAHEDRON
    text += "CELL_DATA " + cells + "\nSCALARS measured int 1\nLOOKUP_TABLE default\n";
    for (const bool measured : grid.measured)
        text += measured ? "1\n" : "0\n";
    const double factor = port.forward(flow).si();
    text += "POINT_DATA " + points + "\nVECTORS velocity float\n";
    for (const geometry::Vector3& v : port.velocities())
        append(text, v.x * factor, v.y * factor, v.z * factor);
    text += "SCALARS speed float 1\nLOOKUP_TABLE default\n";
    for (const geometry::Vector3& v : port.velocities()) {
        append(text, v.length() * flow.si());
        text += '\n';
    }
    return text;
}

}  // namespace euryth::exports
