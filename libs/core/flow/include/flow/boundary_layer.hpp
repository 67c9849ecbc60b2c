// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth::flow {

/// Speed outside the boundary layer along a wall. Metres and m/s; `along` rising, speeds over 0.
struct EdgeSpeed {
    std::vector<double> along;
    std::vector<double> speed;
};

/// A line along a wall with the speeds beside it, in the order of the stations.
struct WallLine {
    std::vector<double> s;      ///< metres from the window
    std::vector<double> along;  ///< along the line itself, metres
    std::vector<double> speed;  ///< at the wall, m/s
    std::vector<double> atTip;  ///< at the pitot's distance from it, m/s
};

/// The boundary layer at one place.
struct LayerPoint {
    double along = 0.0;
    double momentumThickness = 0.0;  ///< m
    double shape = 0.0;              ///< H, displacement over momentum thickness
    double friction = 0.0;           ///< coefficient cf
};

struct BoundaryLayer {
    std::vector<LayerPoint> points;  ///< as far as the layer stays on the wall
    double greatestShape = 0.0;
    std::optional<double> liftsOffAt;  ///< along the wall, where H passes kLiftsOff
};

/// Shape factors at which a turbulent layer is a warning, and at which it lifts off (Cebeci & Bradshaw, Momentum
/// Transfer in Boundary Layers, 1977; Moran, Theoretical and Computational Aerodynamics, 1984; from memory).
inline constexpr double kShapeWarning = 1.8;
inline constexpr double kLiftsOff = 2.4;

/// Turbulent layer by Head's entrainment method (1958) with the friction law of Ludwieg & Tillmann:
///   d theta/ds = cf/2 - (H + 2) theta/U dU/ds
///   d(U theta H1)/ds = U 0.0306 (H1 - 3)^-0.6169
///   H1 = 0.8234 (H - 1.1)^-1.287 + 3.3 for H <= 1.6, else 1.5501 (H - 0.6778)^-3.064 + 3.3
///   cf = 0.246 10^(-0.678 H) Re_theta^-0.268
/// It starts turbulent, as a flat plate of `before` metres in front of the first point has made it (theta = 0.036 x
/// Re_x^-1/5, H = 1.4). Integrated by Boost.odeint; the speed between the points by a monotone cubic.
BoundaryLayer turbulentLayer(const EdgeSpeed& edge, double kinematicViscosity, double before);

/// Laminar layer by Thwaites' method (1949): theta^2 = 0.45 nu / U^6 integral U^5 ds; it separates where
/// theta^2/nu dU/ds = -0.09. The place along the wall, or nothing where it stays on. `edge` may begin at speed over 0.
std::optional<double> laminarSeparation(const EdgeSpeed& edge, double kinematicViscosity);

}  // namespace euryth::flow
