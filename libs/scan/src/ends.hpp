// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "scan/port_scan.hpp"

namespace euryth::scan {

/// Where a passage may begin: a hole's edge or a flat face.
struct End {
    geometry::Point3 middle;
    geometry::Point3 inward;  ///< unit vector
    double area = 0.0;
};

/// Holes, largest first, where there are two at least; else flat faces, largest first.
std::vector<End> endsOf(const Mesh& mesh);

}  // namespace euryth::scan
