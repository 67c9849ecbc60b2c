// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <vector>

#include "field/mesh.hpp"

namespace euryth::field {

/// How a cell's eight nodes are joined at density 1: the symmetric matrix of the integrals of the products of the shape
/// functions' gradients, over 2 x 2 x 2 Gauss points; metres.
class Stiffness {
public:
    [[nodiscard]] double at(std::size_t a, std::size_t b) const { return m_upper[kNumber[a][b]]; }
    [[nodiscard]] double& upper(std::size_t number) { return m_upper[number]; }

    /// Pairs of nodes with a <= b, numbered.
    static constexpr std::size_t kPairs = 36;
    static constexpr std::array<std::array<std::size_t, 8>, 8> kNumber = [] {
        std::array<std::array<std::size_t, 8>, 8> number{};
        std::size_t next = 0;
        for (std::size_t a = 0; a < 8; ++a) {
            for (std::size_t b = a; b < 8; ++b)
                number[a][b] = number[b][a] = next++;
        }
        return number;
    }();

private:
    std::array<double, kPairs> m_upper;
};

/// Of all cells of a mesh: those one behind the other along the runner lie side by side.
class StiffnessOfCells {
public:
    explicit StiffnessOfCells(const Mesh& mesh);
    [[nodiscard]] const Stiffness& at(std::size_t layer, std::size_t cell) const
    {
        return m_cells[cell * m_layers + layer];
    }

private:
    std::size_t m_layers;
    std::vector<Stiffness> m_cells;
};

}  // namespace euryth::field
