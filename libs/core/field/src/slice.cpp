// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/slice.hpp"

#include <algorithm>

#include "geometry/wall_contour.hpp"

namespace euryth::field {

namespace {

using geometry::Point;
using geometry::Point3;

double dot(const Vector3& a, const Point3& b) { return a.x * b.x + a.y * b.y + a.z * b.z; }

Point between(const Point& a, const Point& b, double share)
{
    return {a.left + (b.left - a.left) * share, a.up + (b.up - a.up) * share};
}

}  // namespace

Slice sliceAt(const Field& field, const geometry::Frame& frame, Length s)
{
    const Mesh& mesh = field.mesh();
    const double at = std::clamp(s.si(), mesh.s[mesh.firstInside], mesh.s[mesh.lastInside]);
    std::size_t layer = mesh.firstInside;
    while (layer + 1 < mesh.lastInside && mesh.s[layer + 1] <= at)
        ++layer;
    const double share = (at - mesh.s[layer]) / (mesh.s[layer + 1] - mesh.s[layer]);
    const Point3 forward = frame.forward();
    Slice slice;
    slice.frame = frame;
    for (std::size_t place = 0; place < mesh.perLayer; ++place) {
        const std::size_t a = layer * mesh.perLayer + place;
        const std::size_t b = a + mesh.perLayer;
        slice.places.push_back(between(frame.toSection(mesh.nodes[a]), frame.toSection(mesh.nodes[b]), share));
        const Vector3& va = field.velocities()[a];
        const Vector3& vb = field.velocities()[b];
        const Vector3 v{va.x + (vb.x - va.x) * share, va.y + (vb.y - va.y) * share, va.z + (vb.z - va.z) * share};
        slice.velocities.push_back({dot(v, forward), dot(v, frame.left), dot(v, frame.up)});
    }
    for (std::size_t c = 0; c < mesh.cellsPerLayer(); ++c) {
        if (mesh.isBlocked(layer * mesh.cellsPerLayer() + c))
            continue;
        const auto& cell = mesh.cells[c];
        slice.faces.push_back({cell[0], cell[1], cell[2], cell[3]});
        std::array<Point, 4> corners;
        for (std::size_t i = 0; i < 4; ++i)
            corners[i] = slice.places[cell[i]];
        slice.area += std::abs(geometry::polygonArea(corners));
    }
    for (const std::uint32_t place : mesh.wall)
        slice.wall.push_back(slice.places[place]);
    return slice;
}

}  // namespace euryth::field
