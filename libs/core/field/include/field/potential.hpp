// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "field/mesh.hpp"
#include "geometry/vector3.hpp"

namespace euryth::field {

using geometry::Vector3;

/// Area of a layer's section, m2: that of the polygon of its wall nodes.
double layerArea(const Mesh& mesh, std::size_t layer);
/// Area of a cell's face on a layer, m2; `cell` may be of any layer, only its place in it counts.
double faceArea(const Mesh& mesh, std::size_t layer, const Hexahedron& cell);

/// A potential at the nodes, and the flow that it drives.
struct Potential {
    std::vector<double> value;  ///< m2/s, falling along the runner; 0 at the exit
    double flux = 0.0;          ///< of density times velocity through any section
    int iterations = 0;
};

/// Solves div (density grad phi) = 0 with phi = 1 on the entry, 0 on the exit and no flow through the wall, by
/// trilinear finite elements (2 x 2 x 2 Gauss points) and conjugate gradients (Eigen) from the one-dimensional
/// solution, preconditioned by a cycle of geometric multigrid (Trottenberg, Oosterlee & Schüller 2001): about fifteen
/// steps, whatever the number of cells. What hangs on the mesh alone is worked out once, for many densities. The mesh
/// has to outlive it.
class PotentialSolver {
public:
    explicit PotentialSolver(const Mesh& mesh);
    PotentialSolver(const PotentialSolver&) = delete;
    PotentialSolver& operator=(const PotentialSolver&) = delete;
    ~PotentialSolver();

    /// `density` has one value a cell, over 0; empty means 1. `guess` is where to start from; may be empty. The flux is
    /// exact for the discrete solution: twice its energy over the difference of the potential.
    [[nodiscard]] Potential solve(const std::vector<double>& density = {}, const std::vector<double>& guess = {},
                                  double tolerance = 1e-7) const;

private:
    struct Parts;
    std::unique_ptr<const Parts> m_parts;
};

/// Velocity -grad phi in the middle of each cell, where it is most exact.
std::vector<Vector3> cellVelocities(const Mesh& mesh, const std::vector<double>& potential);

/// Velocity at the nodes by patch recovery (Zienkiewicz & Zhu 1992): a linear fit through the middles of the cells
/// round each inner node; nodes of the ends take the fit of the nearest inner node, nodes of the wall those of the two
/// next ones toward the middle, extrapolated.
std::vector<Vector3> nodeVelocities(const Mesh& mesh, const std::vector<double>& potential);
/// The same from velocities in the middle of the cells.
std::vector<Vector3> nodeVelocities(const Mesh& mesh, std::vector<Vector3> inCells);

}  // namespace euryth::field
