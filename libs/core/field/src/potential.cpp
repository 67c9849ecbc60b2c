// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/potential.hpp"

#include <Eigen/IterativeLinearSolvers>
#include <Eigen/Sparse>
#include <Eigen/SparseCholesky>
#include <algorithm>
#include <cmath>

#include "element.hpp"
#include "layered_matrix.hpp"

namespace euryth::field {

namespace {

using Element = Eigen::Matrix<double, 8, 8>;

/// Stiffness of a cell of density 1.
Element stiffness(const Corners& x, const std::array<Gradients, 8>& local)
{
    Element k = Element::Zero();
    for (const Gradients& g : local) {
        const Eigen::Matrix3d jacobian = g.transpose() * x;
        const Gradients global = g * jacobian.inverse().transpose();
        k.noalias() += jacobian.determinant() * (global * global.transpose());
    }
    return k;
}

std::array<Gradients, 8> gaussGradients()
{
    const double p = 1.0 / std::sqrt(3.0);
    std::array<Gradients, 8> local;
    std::size_t i = 0;
    for (const double a : {-p, p}) {
        for (const double b : {-p, p}) {
            for (const double c : {-p, p})
                local[i++] = localGradients(a, b, c);
        }
    }
    return local;
}

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

/// Diagonal scaling, and beside it an exact solution for pieces of the port: what differs over the port's length and
/// from side to side is settled at once, so that only the short waves are left to the iterations (two-level additive
/// Schwarz with piecewise constant pieces). Eigen asks for the form of this class.
class PiecewisePreconditioner {
public:
    using StorageIndex = int;
    enum { ColsAtCompileTime = Eigen::Dynamic, MaxColsAtCompileTime = Eigen::Dynamic };

    /// For each unknown the piece that it belongs to; to be set before compute().
    void setPieces(std::vector<int> pieces, int count)
    {
        m_pieces = std::move(pieces);
        m_count = count;
    }
    PiecewisePreconditioner& analyzePattern(const LayeredMatrix&) { return *this; }
    PiecewisePreconditioner& factorize(const LayeredMatrix& matrix) { return compute(matrix); }
    PiecewisePreconditioner& compute(const LayeredMatrix& matrix)
    {
        m_inverse = matrix.diagonal().cwiseInverse();
        Eigen::MatrixXd coarse = Eigen::MatrixXd::Zero(m_count, m_count);
        matrix.forEach([&](std::size_t row, std::size_t column, double value) {
            coarse(m_pieces[row], m_pieces[column]) += value;
        });
        m_coarse.compute(coarse.sparseView());
        return *this;
    }
    template <class Right>
    [[nodiscard]] Eigen::VectorXd solve(const Right& right) const
    {
        Eigen::VectorXd sums = Eigen::VectorXd::Zero(m_count);
        for (int i = 0; i < right.size(); ++i)
            sums[m_pieces[static_cast<std::size_t>(i)]] += right[i];
        const Eigen::VectorXd shifts = m_coarse.solve(sums);
        Eigen::VectorXd result = m_inverse.cwiseProduct(right);
        for (int i = 0; i < right.size(); ++i)
            result[i] += shifts[m_pieces[static_cast<std::size_t>(i)]];
        return result;
    }
    [[nodiscard]] Eigen::ComputationInfo info() const { return m_coarse.info(); }

private:
    std::vector<int> m_pieces;
    int m_count = 0;
    Eigen::VectorXd m_inverse;
    Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> m_coarse;
};

/// The system for the nodes between entry and exit, which are in one run.
struct System {
    LayeredMatrix matrix;
    Eigen::VectorXd right;
};

/// Blocked cells let next to nothing pass; nothing at all would leave nodes inside metal without an equation.
constexpr double kBlocked = 1e-6;

double weightOf(const Mesh& mesh, const std::vector<double>& density, std::size_t cell)
{
    if (mesh.isBlocked(cell))
        return kBlocked;
    return density.empty() ? 1.0 : density[cell];
}

/// For each cell of a layer: of each of its four places the number among the neighbours of each other one.
using Positions = std::vector<std::array<std::array<std::size_t, 4>, 4>>;

Positions positionsOf(const Mesh& mesh, const LayeredMatrix& matrix)
{
    Positions positions(mesh.cellsPerLayer());
    for (std::size_t c = 0; c < positions.size(); ++c) {
        for (std::size_t a = 0; a < 4; ++a) {
            for (std::size_t b = 0; b < 4; ++b)
                positions[c][a][b] = matrix.position(mesh.cells[c][a], mesh.cells[c][b]);
        }
    }
    return positions;
}

System assemble(const Mesh& mesh, const std::vector<double>& density, const std::vector<Element>& elements)
{
    System system{LayeredMatrix(mesh), {}};
    system.right = Eigen::VectorXd::Zero(system.matrix.rows());
    const Positions positions = positionsOf(mesh, system.matrix);
    const std::size_t perLayer = mesh.perLayer;
    const std::size_t layers = system.matrix.layers();
    // Layer k of the cells lies between layers k - 1 and k of the unknowns.
    const auto addCell = [&](std::size_t k, std::size_t c) {
        const std::size_t cell = k * positions.size() + c;
        const double weight = weightOf(mesh, density, cell);
        for (std::size_t a = 0; a < 8; ++a) {
            const std::size_t place = mesh.cells[c][a % 4];
            const bool outside = (k == 0 && a < 4) || (k == layers && a >= 4);
            if (outside)
                continue;
            const std::size_t row = k + a / 4 - 1;
            for (std::size_t b = 0; b < 8; ++b) {
                const double value = weight * elements[cell](static_cast<int>(a), static_cast<int>(b));
                if (k == 0 && b < 4)
                    system.right[static_cast<Eigen::Index>(row * perLayer + place)] -= value;
                else if (k < layers || b < 4)
                    system.matrix.at(row, place, 1 + b / 4 - a / 4, positions[c][a % 4][b % 4]) += value;
            }
        }
    };
    // A layer of cells adds to the rows of its two layers of nodes, so that every second one can go at the same time.
    for (const std::size_t parity : {std::size_t{0}, std::size_t{1}}) {
        parallelFor((layers + 2 - parity) / 2, [&](std::size_t from, std::size_t to) {
            for (std::size_t i = from; i < to; ++i) {
                for (std::size_t c = 0; c < positions.size(); ++c)
                    addCell(2 * i + parity, c);
            }
        });
    }
    return system;
}

/// Pieces of a few layers, in each of which the section is parted into the middle block's quarters and sixteen sectors.
void usePieces(const Mesh& mesh, PiecewisePreconditioner& preconditioner)
{
    const std::size_t around = mesh.wall.size();
    const std::size_t core = around / 4;
    const std::size_t inBlock = (core + 1) * (core + 1);
    constexpr std::size_t quarters = 4;
    constexpr std::size_t sectors = 16;
    constexpr std::size_t zones = quarters + sectors;
    constexpr std::size_t layersEach = 3;
    const auto zoneOf = [&](std::size_t place) -> std::size_t {
        if (place >= inBlock)
            return quarters + (place - inBlock) % around * sectors / around;
        const std::size_t i = place % (core + 1);
        const std::size_t j = place / (core + 1);
        return (i > core / 2 ? 1u : 0u) + (j > core / 2 ? 2u : 0u);
    };
    std::vector<int> pieces;
    const std::size_t inner = mesh.layers() - 2;
    for (std::size_t layer = 0; layer < inner; ++layer) {
        for (std::size_t place = 0; place < mesh.perLayer; ++place)
            pieces.push_back(static_cast<int>(layer / layersEach * zones + zoneOf(place)));
    }
    preconditioner.setPieces(std::move(pieces), static_cast<int>(((inner - 1) / layersEach + 1) * zones));
}

double energy(const Mesh& mesh, const std::vector<double>& density, const std::vector<Element>& elements,
              const std::vector<double>& value)
{
    double sum = 0.0;
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        Eigen::Matrix<double, 8, 1> v;
        for (int a = 0; a < 8; ++a)
            v[a] = value[mesh.cells[c][static_cast<std::size_t>(a)]];
        sum += weightOf(mesh, density, c) * v.dot(elements[c] * v);
    }
    return sum;
}

}  // namespace

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

double Vector3::length() const { return std::sqrt(x * x + y * y + z * z); }

struct PotentialSolver::Parts {
    const Mesh& mesh;
    std::vector<Element> elements;
    std::vector<double> even;
};

PotentialSolver::PotentialSolver(const Mesh& mesh)
{
    const auto local = gaussGradients();
    std::vector<Element> elements(mesh.cells.size());
    parallelFor(elements.size(), [&](std::size_t from, std::size_t to) {
        for (std::size_t c = from; c < to; ++c)
            elements[c] = stiffness(cornersOf(mesh, mesh.cells[c]), local);
    });
    m_parts = std::make_unique<const Parts>(Parts{mesh, std::move(elements), evenFlow(mesh)});
}

PotentialSolver::~PotentialSolver() = default;

Potential PotentialSolver::solve(const std::vector<double>& density, const std::vector<double>& guess,
                                 double tolerance) const
{
    const Mesh& mesh = m_parts->mesh;
    const System system = assemble(mesh, density, m_parts->elements);
    Potential result;
    result.value = guess.size() == mesh.nodes.size() ? guess : m_parts->even;
    const auto inner = system.right.size();
    const auto first = static_cast<std::ptrdiff_t>(mesh.perLayer);
    Eigen::ConjugateGradient<LayeredMatrix, Eigen::Lower | Eigen::Upper, PiecewisePreconditioner> solver;
    solver.setTolerance(tolerance);
    constexpr int most = 3000;  // a port needs about a hundred; a folded or broken mesh would never settle
    solver.setMaxIterations(most);
    usePieces(mesh, solver.preconditioner());
    solver.compute(system.matrix);
    const Eigen::VectorXd start = Eigen::Map<const Eigen::VectorXd>(result.value.data() + first, inner);
    const Eigen::VectorXd solved = solver.solveWithGuess(system.right, start);
    std::fill_n(result.value.begin(), first, 1.0);
    std::fill_n(result.value.end() - first, first, 0.0);
    std::copy(solved.begin(), solved.end(), result.value.begin() + first);
    result.flux = energy(mesh, density, m_parts->elements, result.value);
    result.iterations = static_cast<int>(solver.iterations());
    return result;
}

std::vector<Vector3> cellVelocities(const Mesh& mesh, const std::vector<double>& potential)
{
    const Gradients middle = localGradients(0, 0, 0);
    std::vector<Vector3> velocities(mesh.cells.size());
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
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
    return velocities;
}

}  // namespace euryth::field
