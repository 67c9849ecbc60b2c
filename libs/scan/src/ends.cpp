// SPDX-License-Identifier: GPL-3.0-or-later
#include "ends.hpp"

#include "vectors.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>

namespace euryth::scan {

namespace {

using geometry::Point3;

constexpr std::size_t kMostEnds = 8;  ///< that are looked at

/// Edges that belong to one triangle alone, each from its start to its end, against the triangle's way round.
std::unordered_map<std::uint32_t, std::uint32_t> openEdges(const Mesh& mesh)
{
    std::map<std::pair<std::uint32_t, std::uint32_t>, int> uses;
    for (const auto& face : mesh.faces) {
        for (std::size_t i = 0; i < 3; ++i)
            ++uses[{face[i], face[(i + 1) % 3]}];
    }
    std::unordered_map<std::uint32_t, std::uint32_t> open;
    for (const auto& [edge, count] : uses) {
        if (!uses.contains({edge.second, edge.first}))
            open[edge.second] = edge.first;
    }
    return open;
}

std::vector<std::vector<Point3>> holesOf(const Mesh& mesh)
{
    auto open = openEdges(mesh);
    std::vector<std::vector<Point3>> holes;
    while (!open.empty()) {
        std::vector<Point3> hole;
        auto edge = open.begin();
        while (edge != open.end()) {
            hole.push_back(mesh.points[edge->first]);
            const std::uint32_t next = edge->second;
            open.erase(edge);
            edge = open.find(next);
        }
        if (hole.size() > 2)
            holes.push_back(std::move(hole));
    }
    return holes;
}

double largestSize(const Mesh& mesh)
{
    Vector low = Vector::Constant(1e300);
    Vector high = -low;
    for (const Point3& p : mesh.points) {
        low = low.cwiseMin(vec(p));
        high = high.cwiseMax(vec(p));
    }
    return (high - low).maxCoeff();
}

/// Triangles that lie in one plane, to a degree and a thousandth of the scan's size.
std::vector<End> flatFaces(const Mesh& mesh)
{
    struct Plane {
        Vector doubled = Vector::Zero();
        Vector moment = Vector::Zero();
        double weight = 0.0;
    };
    constexpr double perUnit = 60.0;  // of the normal's parts: about a degree
    const double step = largestSize(mesh) * 1e-3;
    std::map<std::array<long, 4>, Plane> planes;
    for (const auto& face : mesh.faces) {
        const Vector a = vec(mesh.points[face[0]]);
        const Vector b = vec(mesh.points[face[1]]);
        const Vector c = vec(mesh.points[face[2]]);
        const Vector doubled = (b - a).cross(c - a);
        const double size = doubled.norm();
        if (!(size > 0.0))
            continue;
        const Vector n = doubled / size;
        Plane& plane = planes[{std::lround(n.x() * perUnit), std::lround(n.y() * perUnit), std::lround(n.z() * perUnit),
                               std::lround(n.dot(a) / step)}];
        plane.doubled += doubled;
        plane.moment += size * (a + b + c) / 3.0;
        plane.weight += size;
    }
    std::vector<End> ends;
    for (const auto& [key, plane] : planes)
        ends.push_back({point(plane.moment / plane.weight), point(-plane.doubled.normalized()), plane.weight / 2.0});
    return ends;
}

/// The inward direction of a hole is the one in which the scan lies.
End endAt(const std::vector<Point3>& hole, const Vector& middleOfAll)
{
    const geometry::SpaceArea area = geometry::areaOf(hole);
    Vector inward = vec(area.doubled).normalized();
    if (inward.dot(middleOfAll - vec(area.middle)) < 0.0)
        inward = -inward;
    return {area.middle, point(inward), vec(area.doubled).norm() / 2.0};
}

}  // namespace

std::vector<End> endsOf(const Mesh& mesh)
{
    Vector middle = Vector::Zero();
    for (const Point3& p : mesh.points)
        middle += vec(p) / static_cast<double>(mesh.points.size());
    std::vector<End> ends;
    for (const auto& hole : holesOf(mesh))
        ends.push_back(endAt(hole, middle));
    if (ends.size() < 2)
        ends = flatFaces(mesh);
    std::ranges::sort(ends, std::greater(), &End::area);
    if (ends.size() > kMostEnds)
        ends.resize(kMostEnds);
    return ends;
}

}  // namespace euryth::scan
