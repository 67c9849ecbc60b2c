// SPDX-License-Identifier: GPL-3.0-or-later
#include "stiffness.hpp"

#include <Eigen/Dense>
#include <cmath>

#include "element.hpp"
#include "parallel.hpp"

namespace euryth::field {

namespace {

/// So many cells at once, a number of each side by side, as the processor likes it.
constexpr std::size_t kAtOnce = 4;
using Numbers = Eigen::Array<double, static_cast<int>(kAtOnce), 1>;
using Vector = std::array<Numbers, 3>;

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

Vector cross(const Vector& a, const Vector& b)
{
    return {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
}

Numbers dot(const Vector& a, const Vector& b) { return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]; }

/// Adds what one Gauss point gives.
void addPoint(const Gradients& local, const std::array<Vector, 8>& corners, std::array<Numbers, Stiffness::kPairs>& sum)
{
    std::array<Vector, 3> jacobian;  // derivatives of the place by the local coordinates
    for (int i = 0; i < 3; ++i) {
        for (std::size_t j = 0; j < 3; ++j) {
            Numbers value = local(0, i) * corners[0][j];
            for (std::size_t a = 1; a < 8; ++a)
                value += local(static_cast<int>(a), i) * corners[a][j];
            jacobian[static_cast<std::size_t>(i)][j] = value;
        }
    }
    // Global gradients times the determinant, by the cofactors: the determinant divides the products once.
    const std::array<Vector, 3> cofactors{cross(jacobian[1], jacobian[2]), cross(jacobian[2], jacobian[0]),
                                          cross(jacobian[0], jacobian[1])};
    const Numbers over = dot(jacobian[0], cofactors[0]).inverse();
    std::array<Vector, 8> global;
    for (std::size_t a = 0; a < 8; ++a) {
        const auto row = static_cast<int>(a);
        for (std::size_t j = 0; j < 3; ++j)
            global[a][j] =
                local(row, 0) * cofactors[0][j] + local(row, 1) * cofactors[1][j] + local(row, 2) * cofactors[2][j];
    }
    std::size_t number = 0;
    for (std::size_t a = 0; a < 8; ++a) {
        const Vector scaled{global[a][0] * over, global[a][1] * over, global[a][2] * over};
        for (std::size_t b = a; b < 8; ++b)
            sum[number++] += dot(scaled, global[b]);
    }
}

}  // namespace

StiffnessOfCells::StiffnessOfCells(const Mesh& mesh) : m_layers(mesh.layers() - 1), m_cells(mesh.cells.size())
{
    const auto local = gaussGradients();
    const auto workOut = [&](std::size_t cell, std::size_t layer, std::size_t count) {
        std::array<Vector, 8> corners;
        for (std::size_t k = 0; k < kAtOnce; ++k) {
            const auto& nodes = mesh.cells[(layer + std::min(k, count - 1)) * mesh.cellsPerLayer() + cell];
            for (std::size_t a = 0; a < 8; ++a) {
                const auto& p = mesh.nodes[nodes[a]];
                const auto lane = static_cast<int>(k);
                corners[a][0][lane] = p.x;
                corners[a][1][lane] = p.y;
                corners[a][2][lane] = p.z;
            }
        }
        std::array<Numbers, Stiffness::kPairs> sum;
        sum.fill(Numbers::Zero());
        for (const Gradients& point : local)
            addPoint(point, corners, sum);
        for (std::size_t k = 0; k < count; ++k) {
            for (std::size_t number = 0; number < sum.size(); ++number)
                m_cells[cell * m_layers + layer + k].upper(number) = sum[number][static_cast<int>(k)];
        }
    };
    parallelFor(mesh.cellsPerLayer(), [&](std::size_t from, std::size_t to) {
        for (std::size_t cell = from; cell < to; ++cell) {
            for (std::size_t layer = 0; layer < m_layers; layer += kAtOnce)
                workOut(cell, layer, std::min(kAtOnce, m_layers - layer));
        }
    });
}

}  // namespace euryth::field
