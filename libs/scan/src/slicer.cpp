// SPDX-License-Identifier: GPL-3.0-or-later
#include "slicer.hpp"

#include <cmath>
#include <sstream>

#include <CGAL/AABB_halfedge_graph_segment_primitive.h>
#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/IO/STL.h>
#include <CGAL/Polygon_mesh_processing/orient_polygon_soup.h>
#include <CGAL/Polygon_mesh_processing/polygon_soup_to_polygon_mesh.h>
#include <CGAL/Polygon_mesh_processing/repair_polygon_soup.h>
#include <CGAL/Polygon_mesh_slicer.h>
#include <CGAL/Surface_mesh.h>

namespace euryth::scan {

namespace {

namespace pmp = CGAL::Polygon_mesh_processing;
using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Surface = CGAL::Surface_mesh<Kernel::Point_3>;
using Primitive = CGAL::AABB_halfedge_graph_segment_primitive<Surface>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<Kernel, Primitive>>;
using Cutter = CGAL::Polygon_mesh_slicer<Surface, Kernel>;
using geometry::Point3;

Surface surfaceOf(const Mesh& mesh)
{
    std::vector<Kernel::Point_3> points;
    std::vector<std::vector<std::size_t>> faces;
    points.reserve(mesh.points.size());
    faces.reserve(mesh.faces.size());
    for (const Point3& p : mesh.points)
        points.emplace_back(p.x, p.y, p.z);
    for (const auto& face : mesh.faces)
        faces.push_back({face[0], face[1], face[2]});
    pmp::orient_polygon_soup(points, faces);
    Surface surface;
    pmp::polygon_soup_to_polygon_mesh(points, faces, surface);
    return surface;
}

double squaredDistance(const Point3& a, const Point3& b)
{
    return (a.x - b.x) * (a.x - b.x) + (a.y - b.y) * (a.y - b.y) + (a.z - b.z) * (a.z - b.z);
}

/// The angle that a closed line goes round a point in its plane, in turns (its winding number).
double turnsRound(const std::vector<Point3>& line, const Point3& p, const Point3& normal)
{
    double turned = 0.0;
    for (std::size_t i = 0; i < line.size(); ++i) {
        const Point3& a = line[i];
        const Point3& b = line[(i + 1) % line.size()];
        const Point3 u{a.x - p.x, a.y - p.y, a.z - p.z};
        const Point3 v{b.x - p.x, b.y - p.y, b.z - p.z};
        const Point3 cross{u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x};
        turned +=
            std::atan2(cross.x * normal.x + cross.y * normal.y + cross.z * normal.z, u.x * v.x + u.y * v.y + u.z * v.z);
    }
    return turned / (2.0 * M_PI);
}

}  // namespace

struct Slicer::Hidden {
    explicit Hidden(Surface of)
        : surface(std::move(of)),
          tree(edges(surface).first, edges(surface).second, surface),
          cut(surface, tree)
    {
    }
    Surface surface;
    Tree tree;
    mutable Cutter cut;
};

Slicer::Slicer(const Mesh& mesh) : m_hidden(std::make_unique<Hidden>(surfaceOf(mesh))) {}
Slicer::~Slicer() = default;

std::optional<std::vector<Point3>> Slicer::around(const Point3& inside, const Point3& normal) const
{
    using Line = std::vector<Kernel::Point_3>;
    const double length = std::hypot(normal.x, normal.y, normal.z);
    constexpr double least = 1e-6;
    if (!(length > least) || !std::isfinite(length + inside.x + inside.y + inside.z))
        return std::nullopt;  // no plane
    std::vector<Line> lines;
    m_hidden->cut(
        Kernel::Plane_3(Kernel::Point_3(inside.x, inside.y, inside.z), Kernel::Vector_3(normal.x, normal.y, normal.z)),
        std::back_inserter(lines));
    std::optional<std::vector<Point3>> best;
    double nearest = 0.0;
    for (const Line& line : lines) {
        if (line.size() < 4 || line.front() != line.back())
            continue;  // open: the plane has left the passage at a hole
        std::vector<Point3> points;
        for (std::size_t i = 0; i + 1 < line.size(); ++i)
            points.push_back({line[i].x(), line[i].y(), line[i].z()});
        const bool round = std::abs(turnsRound(points, inside, normal)) > 0.5;
        const double away = round ? 0.0 : squaredDistance(geometry::areaOf(points).middle, inside);
        if (!best || away < nearest) {
            nearest = away;
            best = std::move(points);
        }
    }
    return best;
}

std::optional<Mesh> soupOf(std::string_view bytes)
{
    std::istringstream in{std::string(bytes), std::ios::binary};
    std::vector<Kernel::Point_3> points;
    std::vector<std::vector<std::size_t>> faces;
    if (!CGAL::IO::read_STL(in, points, faces))
        return std::nullopt;
    pmp::merge_duplicate_points_in_polygon_soup(points, faces);
    Mesh mesh;
    for (const auto& p : points)
        mesh.points.push_back({p.x(), p.y(), p.z()});
    for (const auto& face : faces) {
        if (face.size() == 3 && face[0] != face[1] && face[1] != face[2] && face[2] != face[0])
            mesh.faces.push_back({static_cast<std::uint32_t>(face[0]), static_cast<std::uint32_t>(face[1]),
                                  static_cast<std::uint32_t>(face[2])});
    }
    return mesh;
}

}  // namespace euryth::scan
