// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/IterativeLinearSolvers>
#include <Eigen/Sparse>
#include <vector>

#include "field/mesh.hpp"
#include "parallel.hpp"

namespace euryth::field {
class LayeredMatrix;
}

namespace Eigen::internal {
template <>
struct traits<euryth::field::LayeredMatrix> : public traits<Eigen::SparseMatrix<double>> {
};
}  // namespace Eigen::internal

namespace euryth::field {

/// A symmetric matrix over the nodes between the mesh's entry and exit. All layers of a mesh are alike, so that a
/// node's row has the same places in its own layer and in both neighbouring ones: only the values are stored, which
/// makes the product with a vector half as long to wait for as with a general sparse matrix. The form of the class is
/// what Eigen's documentation asks of a matrix of one's own ("Matrix-free solvers").
class LayeredMatrix : public Eigen::EigenBase<LayeredMatrix> {
public:
    using Scalar = double;
    using RealScalar = double;
    using StorageIndex = int;
    enum { ColsAtCompileTime = Eigen::Dynamic, MaxColsAtCompileTime = Eigen::Dynamic, IsRowMajor = true };

    explicit LayeredMatrix(const Mesh& mesh);

    [[nodiscard]] Eigen::Index rows() const { return static_cast<Eigen::Index>(m_layers * m_perLayer); }
    [[nodiscard]] Eigen::Index cols() const { return rows(); }
    [[nodiscard]] std::size_t layers() const { return m_layers; }
    [[nodiscard]] std::size_t perLayer() const { return m_perLayer; }

    /// Number of a place among another one's neighbours.
    [[nodiscard]] std::size_t position(std::size_t place, std::uint32_t neighbour) const;
    /// The value that joins a node with a neighbour in the layer before (0), its own (1) or the one after (2).
    [[nodiscard]] double& at(std::size_t layer, std::size_t place, std::size_t which, std::size_t number)
    {
        return m_values[slot(layer, place, which) + number];
    }
    void clear() { std::ranges::fill(m_values, 0.0); }

    void multiply(const double* x, double* result) const;
    [[nodiscard]] Eigen::VectorXd diagonal() const;

    /// Calls visit(row, column, value) for every entry.
    template <class Visit>
    void forEach(const Visit& visit) const
    {
        for (std::size_t layer = 0; layer < m_layers; ++layer) {
            for (std::size_t place = 0; place < m_perLayer; ++place) {
                for (std::size_t which = layer > 0 ? 0 : 1; which < 3 && layer + which <= m_layers; ++which) {
                    const double* value = &m_values[slot(layer, place, which)];
                    for (std::size_t n = m_begin[place]; n < m_begin[place + 1]; ++n)
                        visit(layer * m_perLayer + place, (layer + which - 1) * m_perLayer + m_near[n], *value++);
                }
            }
        }
    }

    template <class Right>
    Eigen::Product<LayeredMatrix, Right, Eigen::AliasFreeProduct> operator*(const Eigen::MatrixBase<Right>& x) const
    {
        return {*this, x.derived()};
    }

private:
    [[nodiscard]] std::size_t count(std::size_t place) const { return m_begin[place + 1] - m_begin[place]; }
    [[nodiscard]] std::size_t slot(std::size_t layer, std::size_t place, std::size_t which) const
    {
        return 3 * (layer * m_near.size() + m_begin[place]) + which * count(place);
    }

    std::size_t m_layers;
    std::size_t m_perLayer;
    std::vector<std::size_t> m_begin;   ///< of each place's neighbours in the next list
    std::vector<std::uint32_t> m_near;  ///< places that share a cell with a place, itself among them
    std::vector<double> m_values;
};

}  // namespace euryth::field

namespace Eigen::internal {
template <class Right>
struct generic_product_impl<euryth::field::LayeredMatrix, Right, SparseShape, DenseShape, GemvProduct>
    : generic_product_impl_base<euryth::field::LayeredMatrix, Right,
                                generic_product_impl<euryth::field::LayeredMatrix, Right>> {
    template <class Result>
    static void scaleAndAddTo(Result& result, const euryth::field::LayeredMatrix& left, const Right& right,
                              const double& factor)
    {
        const Eigen::VectorXd x = right;
        Eigen::VectorXd product(left.rows());
        left.multiply(x.data(), product.data());
        result += factor * product;
    }
};
}  // namespace Eigen::internal
