// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

namespace euryth::geometry {

/// A curve through points that has a continuous slope and never leaves the range of the two points beside it: the
/// monotone cubic of Fritsch & Butland ("A method for constructing local monotone piecewise cubic interpolants", SIAM
/// J. Sci. Stat. Comput. 5, 1984) in Boost.Math. With two or three points it is piecewise linear.
class MonotoneCubic {
public:
    /// `x` strictly rising, as many as `y`, at least two.
    MonotoneCubic(std::vector<double> x, std::vector<double> y);

    /// Value at `x`, which must lie within the first and last point.
    [[nodiscard]] double operator()(double x) const;

private:
    struct Curve;
    std::shared_ptr<const Curve> m_curve;  ///< shared, as copies of a curve are alike
};

}  // namespace euryth::geometry
