// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "geometry/monotone_cubic.hpp"
#include "quantities/quantities.hpp"

namespace euryth::geometry {

/// An area at a distance along the runner, counted from the window.
struct AreaAt {
    Length s;
    Area area;
    friend bool operator==(const AreaAt&, const AreaAt&) = default;
};

/// Cross-sectional area along the runner, between the measured stations.
///
/// The square root of the area is interpolated by a monotone cubic, because the square root is a length: a cone is then
/// exact, and the area never leaves the range of its two neighbouring stations.
///
/// - the curve passes through every station;
/// - between two stations it stays between their areas.
class AreaCurve {
public:
    /// `knots` in strictly rising order of s, at least two, areas over 0; throws std::invalid_argument otherwise.
    explicit AreaCurve(std::vector<AreaAt> knots);

    [[nodiscard]] std::span<const AreaAt> knots() const { return m_knots; }
    [[nodiscard]] Length start() const { return m_knots.front().s; }
    [[nodiscard]] Length end() const { return m_knots.back().s; }
    [[nodiscard]] Length length() const { return end() - start(); }

    /// Area at `s`; s outside the runner is taken at its nearer end.
    [[nodiscard]] Area at(Length s) const;
    /// Volume between the first and the last station: Gauss-Legendre quadrature of each interval, which is exact for
    /// the interpolant (its square is a polynomial of degree six).
    [[nodiscard]] Volume volume() const;
    /// The smallest area, which lies at a station.
    [[nodiscard]] AreaAt smallest() const;

private:
    std::vector<AreaAt> m_knots;
    MonotoneCubic m_root;  ///< square root of the area, m, at s, m
};

/// Total opening angle of the cone that joins two circles of the given areas over `distance`:
/// 2 atan((sqrt(A2/pi) - sqrt(A1/pi)) / distance). Negative where the passage narrows.
Angle equivalentConeAngle(Area from, Area to, Length distance);

}  // namespace euryth::geometry
