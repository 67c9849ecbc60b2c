// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <span>
#include <vector>

#include "field/field.hpp"

namespace euryth::field {

/// A section of the field at any distance along the runner, seen from the window.
struct Slice {
    geometry::Frame frame;
    std::vector<geometry::Point> places;              ///< of a layer's nodes, in the frame, metres
    std::vector<Vector3> velocities;                  ///< there, for 1 m3/s: x forward, y left, z up
    std::vector<std::array<std::uint32_t, 4>> faces;  ///< of the open cells, as indices into `places`
    std::vector<geometry::Point> wall;                ///< clockwise from the roof-left corner
    double area = 0.0;                                ///< of the open faces, m2
};

/// The section at `s`, between neighbouring layers by a straight line; `frame` stands at the same place. `s` outside
/// the measured runner is taken as its end.
Slice sliceAt(const Field& field, const geometry::Frame& frame, Length s);

/// Where the air goes that passes a place, for a flow from window to valve: from there to the valve and back to the
/// window, in the order from window to valve, in steps of `step`. Followed by the classical Runge-Kutta method
/// (Boost.odeint). Ends where the port ends or metal is in the way; empty where the place is not in the port.
std::vector<geometry::Point3> streamline(const Field& field, const geometry::Point3& through,
                                         Length step = lengthFromMm(1.0));

}  // namespace euryth::field
