// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <Eigen/Dense>

#include "field/mesh.hpp"

/// The trilinear eight-node hexahedron. Nodes 0 to 3 run round one face, 4 to 7 round the opposite one.
namespace euryth::field {

using Gradients = Eigen::Matrix<double, 8, 3>;
using Corners = Eigen::Matrix<double, 8, 3>;

inline Corners cornersOf(const Mesh& mesh, const Hexahedron& cell)
{
    Corners x;
    for (int i = 0; i < 8; ++i) {
        const auto& p = mesh.nodes[cell[static_cast<std::size_t>(i)]];
        x.row(i) << p.x, p.y, p.z;
    }
    return x;
}

/// Shape functions at local coordinates from -1 to 1.
inline Eigen::Matrix<double, 8, 1> shapesAt(double a, double b, double c)
{
    Eigen::Matrix<double, 8, 1> n;
    const double am = 1 - a, ap = 1 + a, bm = 1 - b, bp = 1 + b, cm = 1 - c, cp = 1 + c;
    n << am * bm * cm, ap * bm * cm, ap * bp * cm, am * bp * cm, am * bm * cp, ap * bm * cp, ap * bp * cp, am * bp * cp;
    return n / 8.0;
}

/// Their derivatives by the local coordinates.
inline Gradients localGradients(double a, double b, double c)
{
    Gradients g;
    const double am = 1 - a, ap = 1 + a, bm = 1 - b, bp = 1 + b, cm = 1 - c, cp = 1 + c;
    g << -bm * cm, -am * cm, -am * bm,  //
        bm * cm, -ap * cm, -ap * bm,    //
        bp * cm, ap * cm, -ap * bp,     //
        -bp * cm, am * cm, -am * bp,    //
        -bm * cp, -am * cp, am * bm,    //
        bm * cp, -ap * cp, ap * bm,     //
        bp * cp, ap * cp, ap * bp,      //
        -bp * cp, am * cp, am * bp;
    return g / 8.0;
}

}  // namespace euryth::field
