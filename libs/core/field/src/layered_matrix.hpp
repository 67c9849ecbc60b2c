// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/IterativeLinearSolvers>
#include <array>
#include <cstdint>
#include <span>
#include <vector>

namespace euryth::field {
template <class Scalar>
class LayeredMatrix;
}

namespace Eigen::internal {
template <class Scalar>
struct traits<euryth::field::LayeredMatrix<Scalar>> : public traits<Eigen::SparseMatrix<Scalar>> {
};
}  // namespace Eigen::internal

namespace euryth::field {

/// Which places of a layer share a cell, a place itself among them: one list with the begin of each place's part.
struct Neighbours {
    std::vector<std::size_t> begin;
    std::vector<std::uint32_t> near;

    [[nodiscard]] std::size_t places() const { return begin.size() - 1; }
    [[nodiscard]] std::size_t count(std::size_t place) const { return begin[place + 1] - begin[place]; }
    /// Where in the list a place's neighbour stands.
    [[nodiscard]] std::size_t entry(std::size_t place, std::uint32_t neighbour) const;
};

/// From the cells of a layer, by the places of their corners.
Neighbours neighboursOf(std::size_t places, std::span<const std::array<std::uint32_t, 4>> faces);

/// A symmetric matrix over the nodes between the mesh's entry and exit. All layers of a mesh are alike, so that a
/// node's row has the same places in its own layer and in both neighbouring ones: only the values are stored. Layers of
/// even number do not share a cell, nor do those of odd number: a place's values in all layers of either kind lie side
/// by side, in a line, so that the processor can work on several layers at once. A vector has such lines as well, with
/// a 0 before and behind each. The form of the class is what Eigen's documentation asks of a matrix of one's own
/// ("Matrix-free solvers").
template <class Value>
class LayeredMatrix : public Eigen::EigenBase<LayeredMatrix<Value>> {
public:
    using Scalar = Value;
    using RealScalar = Value;
    using StorageIndex = int;
    using Vector = Eigen::Matrix<Value, Eigen::Dynamic, 1>;
    enum { ColsAtCompileTime = Eigen::Dynamic, MaxColsAtCompileTime = Eigen::Dynamic, IsRowMajor = true };

    LayeredMatrix(std::size_t layers, Neighbours neighbours);
    /// The same in numbers of another length.
    template <class Other>
    explicit LayeredMatrix(const LayeredMatrix<Other>& other)
        : m_layers(other.layers()),
          m_neighbours(other.neighbours()),
          m_values(other.values().begin(), other.values().end())
    {
    }

    /// Length of a vector.
    [[nodiscard]] Eigen::Index rows() const
    {
        return static_cast<Eigen::Index>(2 * m_neighbours.places() * (lineLength() + 2));
    }
    [[nodiscard]] Eigen::Index cols() const { return rows(); }
    [[nodiscard]] std::size_t layers() const { return m_layers; }
    [[nodiscard]] std::size_t perLayer() const { return m_neighbours.places(); }
    [[nodiscard]] const Neighbours& neighbours() const { return m_neighbours; }
    [[nodiscard]] const std::vector<Value>& values() const { return m_values; }

    /// Where in a vector a node's value stands.
    [[nodiscard]] std::size_t index(std::size_t layer, std::size_t place) const
    {
        return line(layer % 2, place) + layer / 2;
    }
    /// Where in a vector the line of a place's values in all layers of even or odd number begins, and its length.
    [[nodiscard]] std::size_t lineLength() const { return sides() * kSide; }
    [[nodiscard]] std::size_t line(std::size_t parity, std::size_t place) const
    {
        return (parity * m_neighbours.places() + place) * (lineLength() + 2) + 1;
    }
    /// Where a layer's value stands in a place's two lines, one behind the other without their zeros.
    [[nodiscard]] std::size_t inLines(std::size_t layer) const { return layer % 2 * lineLength() + layer / 2; }
    /// The value that joins a node with a neighbour, by its entry in the neighbours' list, in the layer before (0), its
    /// own (1) or the one after (2).
    [[nodiscard]] Value& at(std::size_t layer, std::size_t which, std::size_t entry)
    {
        return m_values[valueIndex(layer, which, entry)];
    }
    [[nodiscard]] Value at(std::size_t layer, std::size_t which, std::size_t entry) const
    {
        return m_values[valueIndex(layer, which, entry)];
    }

    void multiply(const Value* x, Value* result) const;
    /// One over each value of the diagonal; 0 where there is no node.
    [[nodiscard]] Vector inverseDiagonal() const;
    /// One pass of Gauss-Seidel's method over the layers with even numbers, then over the others, each layer's places
    /// in rising order; backward in the reverse order of all, which makes the two together symmetric.
    enum class Direction { Forward, Backward };
    void relax(const Value* right, const Value* inverseDiagonal, Value* x, Direction direction) const;

    template <class Right>
    Eigen::Product<LayeredMatrix, Right, Eigen::AliasFreeProduct> operator*(const Eigen::MatrixBase<Right>& x) const
    {
        return {*this, x.derived()};
    }

private:
    /// So many layers of one kind at once.
    static constexpr std::size_t kSide = 8;
    using Side = Eigen::Array<Value, static_cast<int>(kSide), 1>;

    [[nodiscard]] std::size_t sides() const { return (m_layers + 2 * kSide - 1) / (2 * kSide); }
    /// Where the values of a side's entry begin: those of one side one behind the other, as they are read.
    [[nodiscard]] std::size_t slot(std::size_t parity, std::size_t side, std::size_t entry) const
    {
        return ((parity * sides() + side) * m_neighbours.near.size() + entry) * 3 * kSide;
    }
    [[nodiscard]] std::size_t valueIndex(std::size_t layer, std::size_t which, std::size_t entry) const
    {
        return slot(layer % 2, layer / 2 / kSide, entry) + which * kSide + layer / 2 % kSide;
    }
    Side rowsTimes(const Value* x, std::size_t parity, std::size_t place, std::size_t side) const;
    template <class Work>
    void forSides(const Work& work) const;

    std::size_t m_layers;
    Neighbours m_neighbours;
    std::vector<Value> m_values;
};

extern template class LayeredMatrix<double>;
extern template class LayeredMatrix<float>;

}  // namespace euryth::field

namespace Eigen::internal {
template <class Scalar, class Right>
struct generic_product_impl<euryth::field::LayeredMatrix<Scalar>, Right, SparseShape, DenseShape, GemvProduct>
    : generic_product_impl_base<euryth::field::LayeredMatrix<Scalar>, Right,
                                generic_product_impl<euryth::field::LayeredMatrix<Scalar>, Right>> {
    template <class Result>
    static void scaleAndAddTo(Result& result, const euryth::field::LayeredMatrix<Scalar>& left, const Right& right,
                              const Scalar& factor)
    {
        const Eigen::Matrix<Scalar, Eigen::Dynamic, 1> x = right;
        Eigen::Matrix<Scalar, Eigen::Dynamic, 1> product(left.rows());
        left.multiply(x.data(), product.data());
        result += factor * product;
    }
};
}  // namespace Eigen::internal
