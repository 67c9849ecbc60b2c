// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cutting/cut_problem.hpp"

namespace euryth::cutting {

/// What one unit of each wish is worth in the sum of squares. Ours, chosen so that a miss of 1 % of area, 5 % of local
/// speed, 1 mm of change over 10 mm along or between neighbouring sectors weigh about the same as each other, and metal
/// only decides between cuts that are otherwise alike.
struct CutWeights {
    double areaScale = 0.01;                 ///< relative miss of the planned area
    double speedScale = 0.05;                ///< ratio to the mean, less 1
    double alongScale = 0.1;                 ///< change of depth per length along the runner
    Length aroundScale = lengthFromMm(1.0);  ///< change of depth between neighbouring sectors
    Length metalScale = lengthFromMm(5.0);   ///< depth itself
    /// By what share the floor of a turn gets sharper than its sharpest place was. A wall, not a wish: so stiff that
    /// solve() ends within a per mille or so, which rounding then takes away.
    double radiusScale = 0.005;

    /// These, with the squares of area, speed and metal counted so many times.
    [[nodiscard]] CutWeights times(double area, double speed, double metal) const;
    /// These, of a turn that may get sharper: what cuts are worth is told without that wall.
    [[nodiscard]] CutWeights withoutRadius() const;
};

/// The sum that solve() makes least, at given depths.
double objective(const CutProblem& problem, const CutWeights& weights, const DepthField& depths);

struct Solution {
    DepthField depths;               ///< rounded to the house's step
    double sum = 0.0;                ///< the objective before rounding
    bool converged = false;          ///< the projected gradient is small against the gradient at no cut at all
    double projectedGradient = 0.0;  ///< that ratio
};

/// Depths of cut per station and sector by bounded least squares:
///
///   minimise  sum ((A(d) - A_plan) / (0.01 A_plan))^2 + sum ((ratio(d) - 1) / 0.05)^2
///           + sum (d depth/ds / 0.1)^2 ds/L + sum ((depth - neighbour) / 1 mm)^2 + sum (depth / 5 mm)^2
///   with      CutStation::least (0 where the plan asks for no shape) <= depth <= depthBound()
///             depth = CutStation::settled where a hand has settled it, as far as depthBound() lets it
///             the floor of a turn nowhere sharper than its sharpest place was (k + k^2 d + d'', see ratiosAfter()),
///             where least and settled depths do not ask for it: the short side's radius never falls
///
/// Stations that are larger than their plan ask to stay as they are; a station without a plan or a sector without a
/// ratio has no such term. The area is the exact quadratic one, the ratio that of ratiosAfter(). Solved with NLopt's
/// bounded L-BFGS (Nocedal, Math. Comp. 35 (1980) 773; Luksan's code), which is known to stop early at active bounds,
/// so the projected gradient is checked and, where it is not small, the method of moving asymptotes (Svanberg, SIAM J.
/// Optim. 12 (2002) 555) goes on from there. Depths are then rounded down to the house's step, and steps taken away
/// where rounding has made the turn sharper.
Solution solve(const CutProblem& problem, const CutWeights& weights = {});

}  // namespace euryth::cutting
