// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <Eigen/Dense>
#include <random>

#include "multigrid.hpp"
#include "stiffness.hpp"

using namespace euryth;
using namespace euryth::field;

namespace {

/// A block of cells of the same size, `height` by `width` by `length` each, in the order of an O-grid's layers.
Mesh brick(std::size_t core, std::size_t layers, double height, double width, double length)
{
    const Places places(core, 0);
    Mesh mesh;
    mesh.perLayer = places.count();
    for (std::size_t layer = 0; layer <= layers; ++layer) {
        mesh.s.push_back(static_cast<double>(layer) * length);
        for (std::size_t j = 0; j <= core; ++j) {
            for (std::size_t i = 0; i <= core; ++i)
                mesh.nodes.push_back({mesh.s.back(), static_cast<double>(i) * width, static_cast<double>(j) * height});
        }
    }
    for (std::size_t layer = 0; layer < layers; ++layer) {
        const auto base = static_cast<std::uint32_t>(layer * mesh.perLayer);
        const auto next = static_cast<std::uint32_t>(base + mesh.perLayer);
        for (const auto& q : places.faces())
            mesh.cells.push_back({base + q[0], base + q[1], base + q[2], base + q[3], next + q[0], next + q[1],
                                  next + q[2], next + q[3]});
    }
    return mesh;
}

/// Equations like those of a duct: each node joined with its neighbours, the ends given.
LayeredMatrix<double> equations(const Places& places, std::size_t layers, std::mt19937& random)
{
    LayeredMatrix<double> matrix(layers, neighboursOf(places.count(), places.faces()));
    const Neighbours& near = matrix.neighbours();
    std::uniform_real_distribution<double> strength(0.5, 2.0);
    const auto join = [&](std::size_t layer, std::size_t place, std::size_t which, std::size_t other) {
        const double value = strength(random);
        matrix.at(layer, which, near.entry(place, static_cast<std::uint32_t>(other))) -= value;
        matrix.at(layer + which - 1, 2 - which, near.entry(other, static_cast<std::uint32_t>(place))) -= value;
        matrix.at(layer, 1, near.entry(place, static_cast<std::uint32_t>(place))) += value;
        matrix.at(layer + which - 1, 1, near.entry(other, static_cast<std::uint32_t>(other))) += value;
    };
    for (std::size_t layer = 0; layer < layers; ++layer) {
        for (std::size_t place = 0; place < places.count(); ++place) {
            for (std::size_t e = near.begin[place]; e < near.begin[place + 1]; ++e) {
                if (near.near[e] > place)
                    join(layer, place, 1, near.near[e]);
                if (layer + 1 < layers)
                    join(layer, place, 2, near.near[e]);
            }
            if (layer == 0 || layer + 1 == layers)
                matrix.at(layer, 1, near.entry(place, static_cast<std::uint32_t>(place))) += 1.0;
        }
    }
    return matrix;
}

/// Numbers at the nodes, zeros elsewhere.
Eigen::VectorXd someVector(const LayeredMatrix<double>& matrix, std::mt19937& random)
{
    std::normal_distribution<double> number;
    Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
    for (std::size_t layer = 0; layer < matrix.layers(); ++layer) {
        for (std::size_t place = 0; place < matrix.perLayer(); ++place)
            x.data()[matrix.index(layer, place)] = number(random);
    }
    return x;
}

Eigen::VectorXd onesAtNodes(const LayeredMatrix<double>& matrix)
{
    Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
    for (std::size_t layer = 0; layer < matrix.layers(); ++layer) {
        for (std::size_t place = 0; place < matrix.perLayer(); ++place)
            x.data()[matrix.index(layer, place)] = 1.0;
    }
    return x;
}

Eigen::VectorXd product(const LayeredMatrix<double>& matrix, const Eigen::VectorXd& x)
{
    Eigen::VectorXd y(matrix.rows());
    matrix.multiply(x.data(), y.data());
    return y;
}

const std::vector<std::pair<Places, std::size_t>> kSizes{{{2, 1}, 1},  {{2, 1}, 2},  {{4, 3}, 17},
                                                         {{6, 5}, 16}, {{6, 5}, 50}, {{12, 8}, 33}};

}  // namespace

TEST_CASE("the matrix of layers multiplies as the plain one does")
{
    std::mt19937 random(7);
    for (const auto& [places, layers] : kSizes) {
        CAPTURE(places.core(), places.rings(), layers);
        const LayeredMatrix<double> matrix = equations(places, layers, random);
        const Eigen::VectorXd x = someVector(matrix, random);
        const Eigen::VectorXd y = product(matrix, x);
        const Neighbours& near = matrix.neighbours();
        double worst = 0.0;
        for (std::size_t layer = 0; layer < layers; ++layer) {
            for (std::size_t place = 0; place < places.count(); ++place) {
                double sum = 0.0;
                for (std::size_t which = layer > 0 ? 0 : 1; which < 3 && layer + which <= layers; ++which) {
                    for (std::size_t e = near.begin[place]; e < near.begin[place + 1]; ++e)
                        sum += matrix.at(layer, which, e) * x.data()[matrix.index(layer + which - 1, near.near[e])];
                }
                worst = std::max(worst, std::abs(sum - y.data()[matrix.index(layer, place)]));
            }
        }
        CHECK(worst < 1e-12);
        // Nothing is written where there is no node.
        Eigen::VectorXd left = y;
        for (std::size_t layer = 0; layer < layers; ++layer) {
            for (std::size_t place = 0; place < places.count(); ++place)
                left.data()[matrix.index(layer, place)] = 0.0;
        }
        CHECK(left.norm() == 0.0);
    }
}

TEST_CASE("a pass forward and one backward settle the equations in the end, and are symmetric together")
{
    using Direction = LayeredMatrix<double>::Direction;
    std::mt19937 random(11);
    const LayeredMatrix<double> matrix = equations({4, 2}, 9, random);
    const Eigen::VectorXd inverse = matrix.inverseDiagonal();
    const auto smoothed = [&](const Eigen::VectorXd& right) {
        Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
        matrix.relax(right.data(), inverse.data(), x.data(), Direction::Forward);
        matrix.relax(right.data(), inverse.data(), x.data(), Direction::Backward);
        return x;
    };
    const Eigen::VectorXd a = someVector(matrix, random);
    const Eigen::VectorXd b = someVector(matrix, random);
    CHECK(a.dot(smoothed(b)) == Approx(b.dot(smoothed(a))).epsilon(1e-10));
    Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
    for (int i = 0; i < 1200; ++i)
        matrix.relax(a.data(), inverse.data(), x.data(), i % 2 == 0 ? Direction::Forward : Direction::Backward);
    CHECK((product(matrix, x) - a).norm() < 1e-6 * a.norm());
}

TEST_CASE("cycles of multigrid are symmetric and settle any such equations, whatever their number")
{
    std::mt19937 random(13);
    for (const auto& [places, layers] : kSizes) {
        CAPTURE(places.core(), places.rings(), layers);
        const LayeredMatrix<double> matrix = equations(places, layers, random);
        const Multigrid multigrid(matrix, places);
        const Eigen::VectorXd a = someVector(matrix, random);
        const Eigen::VectorXd b = someVector(matrix, random);
        // Short numbers: symmetric to six figures of the greatest that it could be.
        CHECK(std::abs(a.dot(multigrid.cycle(b)) - b.dot(multigrid.cycle(a))) < 1e-5 * a.norm() * b.norm());
        CHECK(a.dot(multigrid.cycle(a)) > 0.0);
        Eigen::VectorXd x = Eigen::VectorXd::Zero(matrix.rows());
        // The answer to one everywhere is smooth, which is what coarse grids are for: as many passes on the finest one
        // alone leave far more.
        const Eigen::VectorXd even = onesAtNodes(matrix);
        for (int i = 0; i < 12; ++i)
            x += multigrid.cycle(even - product(matrix, x));
        const double rest = (even - product(matrix, x)).norm() / even.norm();
        const Eigen::VectorXd inverse = matrix.inverseDiagonal();
        Eigen::VectorXd alone = Eigen::VectorXd::Zero(matrix.rows());
        for (int i = 0; i < 12; ++i) {
            matrix.relax(even.data(), inverse.data(), alone.data(), LayeredMatrix<double>::Direction::Forward);
            matrix.relax(even.data(), inverse.data(), alone.data(), LayeredMatrix<double>::Direction::Backward);
        }
        const double restAlone = (even - product(matrix, alone)).norm() / even.norm();
        CHECK(rest < 0.4);
        CHECK(rest <= std::max(0.25 * restAlone, 1e-6));
    }
}

TEST_CASE("the stiffness of a brick is that of the handbook")
{
    // Trilinear brick of a x b x c: the entry of two nodes is the sum over the three directions of the product of the
    // one-dimensional stiffness and mass matrices, [1 -1; -1 1] / h and h [2 1; 1 2] / 6 (Zienkiewicz & Taylor, The
    // Finite Element Method; from memory).
    const double a = 0.002;  // along the runner
    const double b = 0.003;
    const double c = 0.0015;
    const Mesh mesh = brick(2, 5, c, b, a);
    const StiffnessOfCells cells(mesh);
    const auto k = [](bool same, double h) { return (same ? 1.0 : -1.0) / h; };
    const auto m = [](bool same, double h) { return (same ? 2.0 : 1.0) * h / 6.0; };
    const std::array<std::array<int, 3>, 8> at{
        {{0, 0, 0}, {0, 1, 0}, {0, 1, 1}, {0, 0, 1}, {1, 0, 0}, {1, 1, 0}, {1, 1, 1}, {1, 0, 1}}};
    for (std::size_t layer = 0; layer < 5; ++layer) {
        const Stiffness& cell = cells.at(layer, 3);
        for (std::size_t i = 0; i < 8; ++i) {
            for (std::size_t j = 0; j < 8; ++j) {
                const bool x = at[i][0] == at[j][0];
                const bool y = at[i][1] == at[j][1];
                const bool z = at[i][2] == at[j][2];
                const double wanted =
                    k(x, a) * m(y, b) * m(z, c) + m(x, a) * k(y, b) * m(z, c) + m(x, a) * m(y, b) * k(z, c);
                CHECK(cell.at(i, j) == Approx(wanted).margin(1e-12));
                CHECK(cell.at(i, j) == cell.at(j, i));
            }
        }
    }
}
