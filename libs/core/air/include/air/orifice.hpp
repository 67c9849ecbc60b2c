// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "air/moist_air.hpp"
#include "quantities/quantities.hpp"

namespace euryth::air {

/// Where the pressures beside an orifice plate are taken.
enum class Taps { Corner, OneAndHalf, Flange };

struct OrificePlate {
    Length hole;
    Length pipe;  ///< before it
    Taps taps = Taps::Corner;
};

struct OrificeFlow {
    double discharge = 0.0;      ///< coefficient C
    double expansibility = 0.0;  ///< factor epsilon
    double reynolds = 0.0;       ///< of the pipe
    MassFlow mass;
    VolumeFlow flow;  ///< at the state before the plate
};

/// What keeps a plate from being one of ISO 5167-2 (hole of 12.5 mm and more in a pipe of 50 to 1000 mm, 0.1 to 0.75 of
/// it; with flange taps 0.0254 m and more beside them).
enum class PlateProblem { Hole, Pipe, Ratio, Pressure, Reynolds };
std::vector<PlateProblem> problemsOf(const OrificePlate& plate);

/// Flow through an orifice plate in a pipe with a pressure difference across it, of air in the state `before` (ISO
/// 5167-2:2003): the discharge coefficient of Reader-Harris and Gallagher (eq. 4), expansibility 1 - (0.351 + 0.256 b^4
/// + 0.93 b^8)(1 - (p2/p1)^(1/kappa)) (eq. 5), mass flow C / sqrt(1 - b^4) eps pi/4 d^2 sqrt(2 dp rho1) (eq. 1), b =
/// d/D, by repetition because C hangs on the Reynolds number. The plate has to be one of the standard's, p2/p1 0.75 or
/// more and the Reynolds number 5000 or more (over b = 0.56 16000 b^2 with corner and D-D/2 taps, with flange taps 170
/// b^2 D/mm): else nothing, with what is outside in `outside`. Checked against python3-fluids.
std::optional<OrificeFlow> orificeFlow(const OrificePlate& plate, const AirState& before, PressureDifference difference,
                                       std::vector<PlateProblem>* outside = nullptr);

}  // namespace euryth::air
