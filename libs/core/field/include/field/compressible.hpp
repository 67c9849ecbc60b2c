// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "air/moist_air.hpp"
#include "field/potential.hpp"
#include "quantities/quantities.hpp"

namespace euryth::field {

/// Isentropic potential flow from still air: what the air does at one mass flow.
struct CompressibleFlow {
    std::vector<double> mach;   ///< in the middle of each cell
    std::vector<double> speed;  ///< m/s
    double greatestMach = 0.0;  ///< over the measured runner
    std::size_t fastestCell = 0;
    std::size_t fastestLayer = 0;
    int iterations = 0;
};

/// The potential equation div (rho grad phi) = 0 with rho / rho0 = (1 - (gamma - 1)/2 (v/a0)^2)^(1/(gamma - 1)) (any
/// text on gas dynamics; a0 and rho0 of the room), by taking the density of the last solution until it settles. Nothing
/// where that much does not pass, or a place inside the runner is at the speed of sound or beyond it: the equation then
/// changes its kind. `flow` over 0.
std::optional<CompressibleFlow> solveCompressible(const Mesh& mesh, const air::AirState& room, MassFlow flow);

/// The mass flow at which the first place inside the measured runner goes sonic, and the layer where that is.
struct LocalChoke {
    MassFlow flow;
    std::size_t layer = 0;
    std::size_t cell = 0;
};
/// Found by halving to a thousandth of the flow that chokes the smallest section as a whole, which it cannot exceed.
LocalChoke firstSonic(const Mesh& mesh, const air::AirState& room);

}  // namespace euryth::field
