// SPDX-License-Identifier: GPL-3.0-or-later
#include "field/potential.hpp"

#include <Eigen/IterativeLinearSolvers>
#include <Eigen/Sparse>
#include <cmath>

#include "element.hpp"

namespace euryth::field {

namespace {

using Matrix = Eigen::SparseMatrix<double>;
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

/// Area of a layer's section: that of the polygon of its wall nodes.
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

/// The system for the nodes between entry and exit, which are in one run.
struct System {
    Matrix matrix;
    Eigen::VectorXd right;
};

System assemble(const Mesh& mesh, const std::vector<double>& density, const std::vector<Element>& elements)
{
    const auto first = static_cast<int>(mesh.perLayer);
    const int inner = static_cast<int>(mesh.nodes.size()) - 2 * first;
    std::vector<Eigen::Triplet<double>> triplets;
    triplets.reserve(mesh.cells.size() * 64);
    System system;
    system.right = Eigen::VectorXd::Zero(inner);
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        const double weight = density.empty() ? 1.0 : density[c];
        for (int a = 0; a < 8; ++a) {
            const int row = static_cast<int>(mesh.cells[c][static_cast<std::size_t>(a)]) - first;
            if (row < 0 || row >= inner)
                continue;
            for (int b = 0; b < 8; ++b) {
                const int column = static_cast<int>(mesh.cells[c][static_cast<std::size_t>(b)]) - first;
                const double k = weight * elements[c](a, b);
                if (column < 0)
                    system.right[row] -= k;  // the entry, where the potential is 1
                else if (column < inner)
                    triplets.emplace_back(row, column, k);
            }
        }
    }
    system.matrix.resize(inner, inner);
    system.matrix.setFromTriplets(triplets.begin(), triplets.end());
    return system;
}

double energy(const Mesh& mesh, const std::vector<double>& density, const std::vector<Element>& elements,
              const std::vector<double>& value)
{
    double sum = 0.0;
    for (std::size_t c = 0; c < mesh.cells.size(); ++c) {
        Eigen::Matrix<double, 8, 1> v;
        for (int a = 0; a < 8; ++a)
            v[a] = value[mesh.cells[c][static_cast<std::size_t>(a)]];
        sum += (density.empty() ? 1.0 : density[c]) * v.dot(elements[c] * v);
    }
    return sum;
}

}  // namespace

double Vector3::length() const { return std::sqrt(x * x + y * y + z * z); }

Potential solvePotential(const Mesh& mesh, const std::vector<double>& density, const std::vector<double>& guess,
                         double tolerance)
{
    const auto local = gaussGradients();
    std::vector<Element> elements;
    elements.reserve(mesh.cells.size());
    for (const Hexahedron& cell : mesh.cells)
        elements.push_back(stiffness(cornersOf(mesh, cell), local));
    const System system = assemble(mesh, density, elements);
    Potential result;
    result.value = guess.size() == mesh.nodes.size() ? guess : evenFlow(mesh);
    const auto inner = system.right.size();
    const auto first = static_cast<std::ptrdiff_t>(mesh.perLayer);
    Eigen::ConjugateGradient<Matrix, Eigen::Lower | Eigen::Upper> solver;
    solver.setTolerance(tolerance);
    solver.compute(system.matrix);
    const Eigen::VectorXd start = Eigen::Map<const Eigen::VectorXd>(result.value.data() + first, inner);
    const Eigen::VectorXd solved = solver.solveWithGuess(system.right, start);
    std::fill_n(result.value.begin(), first, 1.0);
    std::fill_n(result.value.end() - first, first, 0.0);
    std::copy(solved.begin(), solved.end(), result.value.begin() + first);
    result.flux = energy(mesh, density, elements, result.value);
    result.iterations = static_cast<int>(solver.iterations());
    return result;
}

std::vector<Vector3> cellVelocities(const Mesh& mesh, const std::vector<double>& potential)
{
    const Gradients middle = localGradients(0, 0, 0);
    std::vector<Vector3> velocities;
    velocities.reserve(mesh.cells.size());
    for (const Hexahedron& cell : mesh.cells) {
        const Corners x = cornersOf(mesh, cell);
        const Eigen::Matrix3d jacobian = middle.transpose() * x;
        Eigen::Vector3d local = Eigen::Vector3d::Zero();
        for (int a = 0; a < 8; ++a)
            local += potential[cell[static_cast<std::size_t>(a)]] * middle.row(a).transpose();
        const Eigen::Vector3d gradient = jacobian.inverse() * local;
        velocities.push_back({-gradient.x(), -gradient.y(), -gradient.z()});
    }
    return velocities;
}

}  // namespace euryth::field
