// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "port_field/virtual_port.hpp"

namespace euryth::exports {

/// Mesh and speeds as a legacy VTK file (version 3.0, text): an unstructured grid of hexahedra, metres, without the
/// cells that metal blocks; at its points the velocity as a vector and the speed, m/s, at `flow`; for each cell whether
/// it belongs to the measured runner (1) or to the straight pieces before and behind it (0).
std::string vtkText(const port_field::VirtualPort& port, VolumeFlow flow);

/// The port's air as a closed surface, as a core to be printed or looked at: STL text, millimetres, normals outward.
std::string stlText(const port_field::PortShape& shape, const std::string& name);

}  // namespace euryth::exports
