// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/Sparse>
#include <Eigen/SparseCholesky>
#include <vector>

#include "layered_matrix.hpp"
#include "places.hpp"

namespace euryth::field {

/// For each fine place (or layer) the coarse ones between which it lies, with their shares: one list with the begin of
/// each part.
struct Interpolation {
    struct Share {
        std::uint32_t of = 0;
        float weight = 0.0F;
    };
    std::vector<std::size_t> begin{0};
    std::vector<Share> shares;

    void add(std::span<const Share> of);
    [[nodiscard]] std::span<const Share> at(std::size_t fine) const
    {
        return {shares.data() + begin[fine], begin[fine + 1] - begin[fine]};
    }
    [[nodiscard]] std::size_t size() const { return begin.size() - 1; }
    /// For each coarse one the fine ones that lie by it.
    [[nodiscard]] Interpolation reversed(std::size_t coarse) const;
};

/// The same for the layers of a line of a LayeredMatrix, of which none has more than three shares: some of weight 0.
using LineShares = std::vector<std::array<Interpolation::Share, 3>>;

/// One V-cycle of multigrid as an approximate inverse of a LayeredMatrix (Trottenberg, Oosterlee & Schüller, Multigrid,
/// 2001, chapter 2): each coarser grid takes every second ring, every second place round and across, and every second
/// layer; values between are linear, matrices are Galerkin's products, one pass of Gauss-Seidel before and one backward
/// after make the cycle symmetric, so that conjugate gradients may use it. The coarsest grid is solved exactly. Short
/// numbers do: what is exact is the iteration that uses it.
class Multigrid {
public:
    Multigrid(const LayeredMatrix<double>& finest, Places places);

    /// Approximates the solution of `right`, both in the order of the finest matrix.
    [[nodiscard]] Eigen::VectorXd cycle(const Eigen::VectorXd& right) const;

private:
    struct Level {
        LayeredMatrix<float> matrix;
        Eigen::VectorXf inverseDiagonal;
        Interpolation places;  ///< of this level by those of the next one; so with layers
        LineShares layers;
        Interpolation finePlaces;  ///< of each place of the next level; so with layers
        LineShares fineLayers;
    };

    static Level levelOf(LayeredMatrix<float> matrix);
    [[nodiscard]] Eigen::VectorXf solve(std::size_t level, const Eigen::VectorXf& right) const;
    [[nodiscard]] Eigen::VectorXf solveCoarsest(const Eigen::VectorXf& right) const;
    [[nodiscard]] Eigen::VectorXf restricted(std::size_t level, const Eigen::VectorXf& fine) const;

    std::vector<Level> m_levels;
    Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> m_coarsest;
};

}  // namespace euryth::field
