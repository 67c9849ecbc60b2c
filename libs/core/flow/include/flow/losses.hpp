// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "quantities/quantities.hpp"

namespace euryth::flow {

/// Darcy friction factor. Laminar (64/Re) under a Reynolds number of 2300, else Colebrook's equation,
/// 1/sqrt(f) = -2 log10(e/(3.7 D) + 2.51/(Re sqrt(f))), solved by Newton's method to full digits. `roughness` is e/D.
/// Proved against the Debian package python3-fluids. Reynolds number over 0.
double frictionFactor(double reynolds, double roughness);

/// Loss coefficient K of a smooth bend, friction included, over the dynamic pressure of its mean speed (Rennels &
/// Hudson, Pipe Flow: A Practical and Comprehensive Guide, 2012, eq. 15.3; checked against python3-fluids): K = f a r/D
/// + (0.10 + 2.4 f) sin(a/2) + 6.6 f (sqrt(sin(a/2)) + sin(a/2)) / (r/D)^(4 a/pi). `radiusRatio` is the radius of the
/// centreline over the diameter; angle up to 180 degrees. Meant for round pipes with r/D of about 0.5 and more; a
/// port's turn is less smooth, so this is the least that it costs.
double bendLoss(double radiusRatio, Angle angle, double friction);

/// Loss coefficient of a widening from area `from` to `to` over the dynamic pressure before it. A step loses (1 -
/// A1/A2)^2 (Borda & Carnot); a cone loses a part of that which grows with its total opening angle: none of it beside
/// friction up to about 5 degrees, all of it from about 40 degrees, linear between (after diffuser data in handbooks,
/// from memory). 0 where the passage narrows.
double expansionLoss(Area from, Area to, Angle openingAngle);

/// Loss coefficient of a mouth flush with a wall and rounded to a radius, over the dynamic pressure behind it (Rennels
/// & Hudson, Pipe Flow, 2012, chapter 9; checked against python3-fluids): K = 0.0696 (1 - 0.569 r/D) x^2 + (x - 1)^2
/// with x = 1 + 0.622 (1 - 0.30 sqrt(r/D) - 0.70 r/D)^4. 0.57 for a sharp edge, 0.03 from r/D = 1 on. 0 or more.
double mouthLoss(double radiusOverDiameter);

/// Discharge coefficient of an intake valve alone, over the smallest frustum between valve and seat, against lift over
/// valve diameter: 0.9 as long as the jet holds to the seat (up to 0.12), falling in a line to 0.6 at 0.25, constant
/// beyond. Start values after Annand & Roe, Gas Flow in the Internal Combustion Engine (1974), and Heywood, section 6.3
/// and figure 6-18, from memory: they are not calibrated on valves of ours. What the port costs is not in it.
double valveCoefficient(double liftOverDiameter);

}  // namespace euryth::flow
