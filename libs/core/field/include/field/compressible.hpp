// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "air/moist_air.hpp"
#include "field/potential.hpp"
#include "quantities/quantities.hpp"

namespace euryth::field {

/// Isentropic potential flow from still air: what the air does at one mass flow.
struct CompressibleFlow {
    std::vector<double> mach;                ///< in the middle of each cell
    std::vector<double> speed;               ///< m/s
    std::vector<Vector3> velocities;         ///< at the nodes, m/s
    double greatestMach = 0.0;               ///< over the measured runner
    std::optional<std::size_t> fastestCell;  ///< nothing where no place counts
    std::size_t fastestLayer = 0;
    int iterations = 0;
};

/// The potential equation div (rho grad phi) = 0 with rho / rho0 = (1 - (gamma - 1)/2 (v/a0)^2)^(1/(gamma - 1)) (any
/// text on gas dynamics; a0 and rho0 of the room), by taking the density of the last solution until it settles. For
/// many flows in one mesh: each begins where the last one has settled. The mesh has to outlive it.
class CompressibleSolver {
public:
    /// Places nearer to the wall than `fromWall` do not count: there potential flow is far too fast in a tight turn,
    /// and their density is held at that of the speed of sound.
    CompressibleSolver(const Mesh& mesh, const air::AirState& room, Length fromWall = {});

    /// Nothing where that much does not pass, or a place inside the runner is at the speed of sound or beyond it: the
    /// equation then changes its kind. `flow` over 0.
    std::optional<CompressibleFlow> at(MassFlow flow);

private:
    [[nodiscard]] CompressibleFlow settled(const Potential& potential, const std::vector<double>& shares,
                                           double volumeFlow, int iterations) const;

    const Mesh& m_mesh;
    PotentialSolver m_solver;
    std::vector<bool> m_nearWall;
    double m_sound;
    double m_roomDensity;
    std::vector<double> m_density;
    std::vector<double> m_potential;
};
/// One flow.
std::optional<CompressibleFlow> solveCompressible(const Mesh& mesh, const air::AirState& room, MassFlow flow,
                                                  Length fromWall = {});

/// The mass flow at which the first place inside the measured runner goes sonic, and the layer where that is.
struct LocalChoke {
    MassFlow flow;
    /// Where that is; nothing where all of the runner is nearer to its wall than counts, so that no place is the first.
    std::optional<std::size_t> cell;
    std::size_t layer = 0;
    double shareOfSection = 0.0;  ///< of the flow that chokes the smallest section as a whole
};
/// What has been found so far where it is stopped. Found by halving to a thousandth of the flow that chokes the
/// smallest section as a whole, which it cannot exceed.
LocalChoke firstSonic(const Mesh& mesh, const air::AirState& room, Length fromWall = {},
                      const std::stop_token& stop = {});

}  // namespace euryth::field
