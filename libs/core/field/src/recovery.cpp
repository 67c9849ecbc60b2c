// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "element.hpp"
#include "field/potential.hpp"
#include "parallel.hpp"

namespace euryth::field {

namespace {

/// Open cells round each node, as one list with the begin of each node's part.
struct CellsOfNodes {
    std::vector<std::uint32_t> begin;
    std::vector<std::uint32_t> cells;
};

CellsOfNodes cellsOfNodes(const Mesh& mesh)
{
    CellsOfNodes of;
    of.begin.assign(mesh.nodes.size() + 1, 0);
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        for (const std::uint32_t node : mesh.cells[c])
            ++of.begin[node + 1];
    }
    for (std::size_t i = 0; i < mesh.nodes.size(); ++i)
        of.begin[i + 1] += of.begin[i];
    of.cells.resize(of.begin.back());
    std::vector<std::uint32_t> next(of.begin.begin(), of.begin.end() - 1);
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        if (mesh.isBlocked(c))
            continue;
        for (const std::uint32_t node : mesh.cells[c])
            of.cells[next[node]++] = static_cast<std::uint32_t>(c);
    }
    return of;
}

using Fit = Eigen::Matrix<double, 4, 3>;  // velocity = (1, dx, dy, dz) times this

class Patches {
public:
    Patches(const Mesh& mesh, std::vector<Vector3> inCells)
        : m_mesh(mesh),
          m_of(cellsOfNodes(mesh)),
          m_velocity(std::move(inCells)),
          m_middle(mesh.cells.size())
    {
        parallelFor(m_middle.size(), [&](std::size_t from, std::size_t to) {
            for (; from < to; ++from)
                m_middle[from] = cornersOf(mesh, mesh.cells[from]).colwise().mean().transpose();
        });
    }

    /// Nodes inside metal have no cells, and no air.
    [[nodiscard]] bool hasAir(std::size_t node) const { return m_of.begin[node] < m_of.begin[node + 1]; }

    [[nodiscard]] Fit fitAt(std::size_t node) const
    {
        constexpr std::uint32_t all = 8;
        if (m_of.begin[node + 1] - m_of.begin[node] < all)
            return meanAt(node);  // at the edge of metal: too few for a slope
        const Eigen::Vector3d origin = position(node);
        Eigen::Matrix4d normal = Eigen::Matrix4d::Zero();
        Fit right = Fit::Zero();
        double size = 0.0;
        for (std::uint32_t i = m_of.begin[node]; i < m_of.begin[node + 1]; ++i)
            size = std::max(size, (m_middle[m_of.cells[i]] - origin).norm());
        for (std::uint32_t i = m_of.begin[node]; i < m_of.begin[node + 1]; ++i) {
            const std::uint32_t c = m_of.cells[i];
            Eigen::Vector4d row;
            row << 1.0, (m_middle[c] - origin) / size;
            const Vector3& v = m_velocity[c];
            normal += row * row.transpose();
            right += row * Eigen::RowVector3d(v.x, v.y, v.z);
        }
        Fit fit = normal.ldlt().solve(right);
        fit.bottomRows<3>() /= size;
        return fit;
    }

    [[nodiscard]] Eigen::Vector3d position(std::size_t node) const
    {
        const auto& p = m_mesh.nodes[node];
        return {p.x, p.y, p.z};
    }

private:
    [[nodiscard]] Fit meanAt(std::size_t node) const
    {
        Fit fit = Fit::Zero();
        const double count = m_of.begin[node + 1] - m_of.begin[node];
        for (std::uint32_t i = m_of.begin[node]; i < m_of.begin[node + 1]; ++i) {
            const Vector3& v = m_velocity[m_of.cells[i]];
            fit.row(0) += Eigen::RowVector3d(v.x, v.y, v.z) / count;
        }
        return fit;
    }

    const Mesh& m_mesh;
    CellsOfNodes m_of;
    std::vector<Vector3> m_velocity;
    std::vector<Eigen::Vector3d> m_middle;
};

}  // namespace

std::vector<Vector3> nodeVelocities(const Mesh& mesh, const std::vector<double>& potential)
{
    return nodeVelocities(mesh, cellVelocities(mesh, potential));
}

std::vector<Vector3> nodeVelocities(const Mesh& mesh, std::vector<Vector3> inCells)
{
    const Patches patches(mesh, std::move(inCells));
    std::vector<bool> onWall(mesh.perLayer, false);
    for (const std::uint32_t place : mesh.wall)
        onWall[place] = true;
    std::vector<Vector3> velocities(mesh.nodes.size());
    // Inner nodes first; then those of wall and ends, each by the fit of the inner node that is nearest to it.
    std::vector<Fit> fits(mesh.nodes.size());
    const std::size_t last = mesh.layers() - 1;
    parallelFor(last - 1, [&](std::size_t from, std::size_t to) {
        for (std::size_t node = (from + 1) * mesh.perLayer; node < (to + 1) * mesh.perLayer; ++node) {
            if (!onWall[node % mesh.perLayer])
                fits[node] = patches.hasAir(node) ? patches.fitAt(node) : Fit(Fit::Zero());
        }
    });
    const auto byFitOf = [&](std::size_t owner, std::size_t node) -> Eigen::RowVector3d {
        Eigen::RowVector4d row;
        row << 1.0, (patches.position(node) - patches.position(owner)).transpose();
        return row * fits[owner];
    };
    const auto workOut = [&](std::size_t node) {
        const std::size_t layer = std::clamp<std::size_t>(node / mesh.perLayer, 1, last - 1);
        const std::size_t place = node % mesh.perLayer;
        const std::size_t near = onWall[place] ? mesh.towardMiddle[place] : place;
        const std::size_t owner = layer * mesh.perLayer + near;
        if (!patches.hasAir(node))
            return;
        Eigen::RowVector3d v = byFitOf(owner, node);
        const std::size_t further = layer * mesh.perLayer + mesh.towardMiddle[near];
        if (onWall[place] && further != owner && patches.hasAir(further)) {
            // Two fits miss by the curvature times their distances squared; together they tell it (Richardson).
            const double d1 = (patches.position(node) - patches.position(owner)).squaredNorm();
            const double d2 = (patches.position(node) - patches.position(further)).squaredNorm();
            v += (v - byFitOf(further, node)) * (d1 / (d2 - d1));
        }
        velocities[node] = {v.x(), v.y(), v.z()};
    };
    parallelFor(mesh.nodes.size(), [&](std::size_t from, std::size_t to) {
        for (; from < to; ++from)
            workOut(from);
    });
    return velocities;
}

}  // namespace euryth::field
