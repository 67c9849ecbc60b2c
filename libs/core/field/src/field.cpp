// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/field.hpp"

#include <boost/geometry/geometry.hpp>
#include <boost/geometry/index/rtree.hpp>
#include <future>

#include "element.hpp"
#include "parallel.hpp"

namespace euryth::field {

namespace {

namespace bg = boost::geometry;
using BoostPoint = bg::model::point<double, 3, bg::cs::cartesian>;
using Box = bg::model::box<BoostPoint>;
using BoxOfCell = std::pair<Box, std::uint32_t>;

using geometry::Point3;

Eigen::Vector3d vectorOf(const Point3& p) { return {p.x, p.y, p.z}; }

/// Local coordinates of a place in a cell by Newton's method; nothing where it lies outside.
std::optional<Eigen::Vector3d> localIn(const Corners& x, const Eigen::Vector3d& place)
{
    Eigen::Vector3d local = Eigen::Vector3d::Zero();
    constexpr int steps = 12;
    constexpr double enough = 1e-10;
    for (int i = 0; i < steps; ++i) {
        const Eigen::Vector3d here = x.transpose() * shapesAt(local.x(), local.y(), local.z());
        const Eigen::Matrix3d jacobian = localGradients(local.x(), local.y(), local.z()).transpose() * x;
        const Eigen::Vector3d step = jacobian.transpose().inverse() * (place - here);
        local += step;
        if (step.cwiseAbs().maxCoeff() < enough)
            break;
    }
    constexpr double rounding = 1e-6;
    return local.cwiseAbs().maxCoeff() <= 1.0 + rounding ? std::optional(local) : std::nullopt;
}

}  // namespace

struct Field::Locator {
    explicit Locator(const Mesh& mesh)
    {
        std::vector<BoxOfCell> entries;
        entries.reserve(mesh.cells.size());
        for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
            if (mesh.isBlocked(c))
                continue;
            const Corners x = cornersOf(mesh, mesh.cells[c]);
            const Eigen::Vector3d low = x.colwise().minCoeff();
            const Eigen::Vector3d high = x.colwise().maxCoeff();
            entries.emplace_back(Box({low.x(), low.y(), low.z()}, {high.x(), high.y(), high.z()}),
                                 static_cast<std::uint32_t>(c));
        }
        tree = bg::index::rtree<BoxOfCell, bg::index::linear<16>>(entries);
    }
    bg::index::rtree<BoxOfCell, bg::index::linear<16>> tree;
};

Field::Field(Mesh mesh) : m_mesh(std::move(mesh)), m_corrections(m_mesh.layers())
{
    // Boxes are sorted while the equations are solved, which does not keep all cores busy all the time.
    auto locator = std::async(std::launch::async, [this] { return std::make_shared<const Locator>(m_mesh); });
    const Potential potential = PotentialSolver(m_mesh).solve();
    m_velocities = nodeVelocities(m_mesh, potential.value);
    parallelFor(m_mesh.layers(), [&](std::size_t from, std::size_t to) {
        for (std::size_t layer = from; layer < to; ++layer) {
            // The solution carries the same flow through every section; what recovery has smoothed away is put back.
            const double carried = fluxThrough(layer);
            m_corrections[layer] = potential.flux / carried - 1.0;
            for (std::size_t i = layer * m_mesh.perLayer; i < (layer + 1) * m_mesh.perLayer; ++i) {
                const Vector3& v = m_velocities[i];
                m_velocities[i] = {v.x / carried, v.y / carried, v.z / carried};
            }
        }
    });
    m_locator = locator.get();
}

Field::Field(Mesh mesh, const std::vector<Vector3>& inCells)
    : m_mesh(std::move(mesh)),
      m_velocities(nodeVelocities(m_mesh, inCells)),
      m_corrections(m_mesh.layers(), 0.0),
      m_locator(std::make_shared<const Locator>(m_mesh))
{
    std::vector<bool> onWall(m_mesh.perLayer, false);
    for (const std::uint32_t place : m_mesh.wall)
        onWall[place] = true;
    std::vector<Vector3> sums(m_mesh.nodes.size());
    std::vector<int> counts(m_mesh.nodes.size(), 0);
    for (std::size_t c = 0; c < m_mesh.cells.size(); ++c) {
        for (const std::uint32_t node : m_mesh.cells[c]) {
            if (!onWall[node % m_mesh.perLayer] || m_mesh.isBlocked(c))
                continue;
            sums[node] = {sums[node].x + inCells[c].x, sums[node].y + inCells[c].y, sums[node].z + inCells[c].z};
            ++counts[node];
        }
    }
    for (std::size_t i = 0; i < sums.size(); ++i) {
        if (counts[i] > 0)
            m_velocities[i] = {sums[i].x / counts[i], sums[i].y / counts[i], sums[i].z / counts[i]};
    }
}

std::optional<Field::Place> Field::find(const Point3& place) const
{
    const BoostPoint point(place.x, place.y, place.z);
    for (auto it = m_locator->tree.qbegin(bg::index::intersects(point)); it != m_locator->tree.qend(); ++it) {
        if (const auto local = localIn(cornersOf(m_mesh, m_mesh.cells[it->second]), vectorOf(place)))
            return Place{it->second, {local->x(), local->y(), local->z()}};
    }
    return std::nullopt;
}

std::optional<Vector3> Field::velocityAt(const Point3& place, VolumeFlow flow) const
{
    const auto found = find(place);
    if (!found)
        return std::nullopt;
    const auto shapes = shapesAt(found->local.x, found->local.y, found->local.z);
    Vector3 v;
    for (int a = 0; a < 8; ++a) {
        const Vector3& at = m_velocities[m_mesh.cells[found->cell][static_cast<std::size_t>(a)]];
        const double weight = shapes[a] * flow.si();
        v = {v.x + weight * at.x, v.y + weight * at.y, v.z + weight * at.z};
    }
    return v;
}

std::optional<std::size_t> Field::cellAt(const Point3& place) const
{
    const auto found = find(place);
    return found ? std::optional(found->cell) : std::nullopt;
}

double Field::fluxThrough(std::size_t layer) const
{
    // The cells' faces on this layer are those of their first four corners (the last four at the exit), integrated by
    // 2 x 2 Gauss points with velocity and place bilinear over the face.
    const std::size_t perLayer = m_mesh.cellsPerLayer();
    const bool last = layer + 1 == m_mesh.layers();
    const std::size_t from = (last ? layer - 1 : layer) * perLayer;
    const double level = last ? 1.0 : -1.0;
    const double gauss = 1.0 / std::sqrt(3.0);
    double flux = 0.0;
    for (std::size_t c = from; c < from + perLayer; ++c) {
        if (m_mesh.isBlocked(c))
            continue;
        const Corners x = cornersOf(m_mesh, m_mesh.cells[c]);
        for (const double a : {-gauss, gauss}) {
            for (const double b : {-gauss, gauss}) {
                const auto shapes = shapesAt(a, b, level);
                const Eigen::Matrix3d jacobian = localGradients(a, b, level).transpose() * x;
                Eigen::Vector3d velocity = Eigen::Vector3d::Zero();
                for (int i = 0; i < 8; ++i) {
                    const Vector3& v = m_velocities[m_mesh.cells[c][static_cast<std::size_t>(i)]];
                    velocity += shapes[i] * Eigen::Vector3d(v.x, v.y, v.z);
                }
                flux += jacobian.row(0).cross(jacobian.row(1)).dot(velocity);
            }
        }
    }
    return flux;
}

std::optional<double> speedOffWall(const Field& field, std::size_t layer, std::uint32_t place, Length tip)
{
    const Mesh& mesh = field.mesh();
    const std::size_t node = layer * mesh.perLayer + place;
    const Eigen::Vector3d here = vectorOf(mesh.nodes[node]);
    const std::size_t inner = layer * mesh.perLayer + mesh.towardMiddle[place];
    const Eigen::Vector3d at = here + (vectorOf(mesh.nodes[inner]) - here).normalized() * tip.si();
    const auto velocity = field.velocityAt({at.x(), at.y(), at.z()}, VolumeFlow::fromSi(1.0));
    return velocity ? std::optional(velocity->length()) : std::nullopt;
}

flow::WallLine wallLine(const Field& field, geometry::Sector sector, VolumeFlow flow, Length tip)
{
    const Mesh& mesh = field.mesh();
    const std::uint32_t place = wallPlace(mesh, sector);
    flow::WallLine line;
    std::optional<Point3> last;
    for (std::size_t layer = mesh.firstInside; layer <= mesh.lastInside; ++layer) {
        const std::size_t node = layer * mesh.perLayer + place;
        const auto atTip = speedOffWall(field, layer, place, tip);
        if (!atTip || field.velocities()[node] == Vector3{})
            continue;
        const Point3 here = mesh.nodes[node];
        line.along.push_back(last ? line.along.back() + (vectorOf(here) - vectorOf(*last)).norm() : 0.0);
        last = here;
        line.s.push_back(mesh.s[layer]);
        line.speed.push_back(field.velocities()[node].length() * flow.si());
        line.atTip.push_back(*atTip * flow.si());
    }
    return line;
}

}  // namespace euryth::field
