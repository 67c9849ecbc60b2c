// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/potential.hpp"

#include <Eigen/IterativeLinearSolvers>
#include <algorithm>
#include <cmath>

#include "element.hpp"
#include "layered_matrix.hpp"
#include "multigrid.hpp"
#include "parallel.hpp"
#include "stiffness.hpp"

namespace euryth::field {

namespace {

/// The potential of a flow that is even over each section.
std::vector<double> evenFlow(const Mesh& mesh)
{
    std::vector<double> along(mesh.layers(), 0.0);
    for (std::size_t layer = 1; layer < mesh.layers(); ++layer) {
        const double area = (layerArea(mesh, layer) + layerArea(mesh, layer - 1)) / 2.0;
        along[layer] = along[layer - 1] + (mesh.s[layer] - mesh.s[layer - 1]) / area;
    }
    std::vector<double> value(mesh.nodes.size());
    for (std::size_t i = 0; i < value.size(); ++i)
        value[i] = 1.0 - along[i / mesh.perLayer] / along.back();
    return value;
}

/// Multigrid in the form that Eigen asks of a preconditioner. It is of the same mesh, not always of the same matrix:
/// air of half the density somewhere costs an iteration or two, making the levels anew as much as several.
class ByMultigrid {
public:
    using StorageIndex = int;
    enum { ColsAtCompileTime = Eigen::Dynamic, MaxColsAtCompileTime = Eigen::Dynamic };

    void use(const Multigrid& multigrid) { m_multigrid = &multigrid; }
    ByMultigrid& analyzePattern(const LayeredMatrix<double>&) { return *this; }
    ByMultigrid& factorize(const LayeredMatrix<double>&) { return *this; }
    ByMultigrid& compute(const LayeredMatrix<double>&) { return *this; }
    [[nodiscard]] Eigen::VectorXd solve(const Eigen::VectorXd& right) const { return m_multigrid->cycle(right); }
    [[nodiscard]] Eigen::ComputationInfo info() const { return Eigen::Success; }

private:
    const Multigrid* m_multigrid = nullptr;
};

/// What the entry's potential of 1 does.
struct Entry {
    Eigen::VectorXd right;  ///< side of the equations
    double energy = 0.0;    ///< of it alone
};

/// The equations of the nodes between entry and exit.
struct System {
    LayeredMatrix<double> matrix;
    Entry entry;
};

/// Blocked cells let next to nothing pass; nothing at all would leave nodes inside metal without an equation.
constexpr double kBlocked = 1e-6;

double weightOf(const Mesh& mesh, const std::vector<double>& density, std::size_t cell)
{
    if (mesh.isBlocked(cell))
        return kBlocked;
    return density.empty() ? 1.0 : density[cell];
}

/// Adds the elements of the cells to the equations.
class Assembly {
public:
    Assembly(const Mesh& mesh, const std::vector<double>& density, const StiffnessOfCells& cells)
        : m_mesh(mesh),
          m_density(density),
          m_cells(cells),
          m_system{LayeredMatrix<double>(mesh.layers() - 2, neighboursOf(mesh.perLayer, placesOf(mesh).faces())), {}}
    {
        m_system.entry.right = Eigen::VectorXd::Zero(m_system.matrix.rows());
        const Neighbours& neighbours = m_system.matrix.neighbours();
        m_entries.resize(mesh.cellsPerLayer());
        for (std::size_t c = 0; c < m_entries.size(); ++c) {
            for (std::size_t a = 0; a < 4; ++a) {
                for (std::size_t b = 0; b < 4; ++b)
                    m_entries[c][a][b] = neighbours.entry(mesh.cells[c][a], mesh.cells[c][b]);
            }
        }
    }

    System run()
    {
        // A layer of cells adds to the rows of its two layers of nodes, so that every second one can go at the same
        // time.
        for (const std::size_t parity : {std::size_t{0}, std::size_t{1}}) {
            parallelFor((m_system.matrix.layers() + 2 - parity) / 2, [&](std::size_t from, std::size_t to) {
                for (std::size_t c = 0; c < m_entries.size(); ++c) {
                    for (std::size_t i = from; i < to; ++i)
                        add(2 * i + parity, c);
                }
            });
        }
        for (std::size_t c = 0; c < m_entries.size(); ++c) {
            for (std::size_t a = 0; a < 4; ++a) {
                for (std::size_t b = 0; b < 4; ++b)
                    m_system.entry.energy += weightOf(m_mesh, m_density, c) * m_cells.at(0, c).at(a, b);
            }
        }
        return std::move(m_system);
    }

private:
    /// Layer k of the cells lies between layers k - 1 and k of the unknowns.
    void add(std::size_t k, std::size_t c)
    {
        const std::size_t layers = m_system.matrix.layers();
        const Stiffness& cell = m_cells.at(k, c);
        const double weight = weightOf(m_mesh, m_density, k * m_entries.size() + c);
        for (std::size_t half = k == 0 ? 1 : 0; half < (k == layers ? 1U : 2U); ++half) {
            const std::size_t layer = k + half - 1;
            for (std::size_t other = k == 0 ? 1 : 0; other < (k == layers ? 1U : 2U); ++other) {
                for (std::size_t a = 0; a < 4; ++a) {
                    for (std::size_t b = 0; b < 4; ++b) {
                        m_system.matrix.at(layer, 1 + other - half, m_entries[c][a][b]) +=
                            weight * cell.at(4 * half + a, 4 * other + b);
                    }
                }
            }
        }
        for (std::size_t a = 0; k == 0 && a < 4; ++a) {
            double& right = m_system.entry.right.data()[m_system.matrix.index(0, m_mesh.cells[c][a])];
            for (std::size_t b = 0; b < 4; ++b)
                right -= weight * cell.at(4 + a, b);
        }
    }

    const Mesh& m_mesh;
    const std::vector<double>& m_density;
    const StiffnessOfCells& m_cells;
    System m_system;
    /// For each cell of a layer: the entries that join each of its four places with each one.
    std::vector<std::array<std::array<std::size_t, 4>, 4>> m_entries;
};

System assemble(const Mesh& mesh, const std::vector<double>& density, const StiffnessOfCells& cells)
{
    return Assembly(mesh, density, cells).run();
}

Potential solved(const LayeredMatrix<double>& matrix, const Entry& entry, const Multigrid& multigrid,
                 const std::vector<double>& start, double tolerance)
{
    Eigen::ConjugateGradient<LayeredMatrix<double>, Eigen::Lower | Eigen::Upper, ByMultigrid> solver;
    solver.setTolerance(tolerance);
    constexpr int most = 300;  // a port needs about fifteen; a folded or broken mesh would never settle
    solver.setMaxIterations(most);
    solver.preconditioner().use(multigrid);
    solver.compute(matrix);
    Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
    const auto forNodes = [&](const auto& visit) {
        for (std::size_t layer = 0; layer < matrix.layers(); ++layer) {
            for (std::size_t place = 0; place < matrix.perLayer(); ++place)
                visit((layer + 1) * matrix.perLayer() + place, x.data()[matrix.index(layer, place)]);
        }
    };
    forNodes([&](std::size_t node, double& value) { value = start[node]; });
    x = solver.solveWithGuess(entry.right, x);
    Potential result;
    result.value.assign(start.size(), 0.0);
    std::fill_n(result.value.begin(), matrix.perLayer(), 1.0);
    forNodes([&](std::size_t node, double value) { result.value[node] = value; });
    const Eigen::VectorXd driven = matrix * x;
    result.flux = entry.energy - 2.0 * entry.right.dot(x) + x.dot(driven);
    result.iterations = static_cast<int>(solver.iterations());
    return result;
}

}  // namespace

double faceArea(const Mesh& mesh, std::size_t layer, const Hexahedron& cell)
{
    const auto at = [&](std::size_t i) { return mesh.nodes[layer * mesh.perLayer + cell[i] % mesh.perLayer]; };
    const auto [a, b, c, d] = std::array{at(0), at(1), at(2), at(3)};
    const Vector3 u{c.x - a.x, c.y - a.y, c.z - a.z};
    const Vector3 v{d.x - b.x, d.y - b.y, d.z - b.z};
    return Vector3{u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x}.length() / 2.0;
}

double layerArea(const Mesh& mesh, std::size_t layer)
{
    Eigen::Vector3d sum = Eigen::Vector3d::Zero();
    const auto at = [&](std::size_t k) {
        const auto& p = mesh.nodes[layer * mesh.perLayer + mesh.wall[k % mesh.wall.size()]];
        return Eigen::Vector3d(p.x, p.y, p.z);
    };
    const Eigen::Vector3d origin = at(0);
    for (std::size_t k = 1; k + 1 < mesh.wall.size(); ++k)
        sum += (at(k) - origin).cross(at(k + 1) - origin);
    return sum.norm() / 2.0;
}

struct PotentialSolver::Parts {
    explicit Parts(const Mesh& of)
        : mesh(of),
          cells(of),
          even(evenFlow(of)),
          system(assemble(of, {}, cells)),
          multigrid(system.matrix, placesOf(of))
    {
    }

    const Mesh& mesh;
    StiffnessOfCells cells;
    std::vector<double> even;
    System system;  ///< of density 1
    Multigrid multigrid;
};

PotentialSolver::PotentialSolver(const Mesh& mesh) : m_parts(std::make_unique<const Parts>(mesh)) {}

PotentialSolver::~PotentialSolver() = default;

Potential PotentialSolver::solve(const std::vector<double>& density, const std::vector<double>& guess,
                                 double tolerance) const
{
    const Parts& own = *m_parts;
    const std::vector<double>& start = guess.size() == own.even.size() ? guess : own.even;
    if (density.empty())
        return solved(own.system.matrix, own.system.entry, own.multigrid, start, tolerance);
    const System system = assemble(own.mesh, density, own.cells);
    return solved(system.matrix, system.entry, own.multigrid, start, tolerance);
}

std::vector<Vector3> cellVelocities(const Mesh& mesh, const std::vector<double>& potential)
{
    const Gradients middle = localGradients(0, 0, 0);
    std::vector<Vector3> velocities(mesh.cells.size());
    parallelFor(velocities.size(), [&](std::size_t from, std::size_t to) {
        for (std::size_t c = from; c < to; ++c) {
            if (mesh.isBlocked(c))
                continue;
            const Hexahedron& cell = mesh.cells[c];
            const Corners x = cornersOf(mesh, cell);
            const Eigen::Matrix3d jacobian = middle.transpose() * x;
            Eigen::Vector3d local = Eigen::Vector3d::Zero();
            for (int a = 0; a < 8; ++a)
                local += potential[cell[static_cast<std::size_t>(a)]] * middle.row(a).transpose();
            const Eigen::Vector3d gradient = jacobian.inverse() * local;
            velocities[c] = {-gradient.x(), -gradient.y(), -gradient.z()};
        }
    });
    return velocities;
}

}  // namespace euryth::field
