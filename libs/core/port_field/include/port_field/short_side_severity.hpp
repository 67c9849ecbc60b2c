// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>

#include "port_field/virtual_port.hpp"

namespace euryth::port_field {

/// What the potential flow says of a short side before any boundary layer: the numbers by which short sides are told
/// apart. They are ratios of speeds, so that they do not hang on the flow.
struct ShortSideMarks {
    /// Dynamic pressure that the air a tenth (a twentieth, three tenths) of the passage's height off the floor has to
    /// give back between where it is fastest and the end of the runner, over that of the mean speed at the end.
    double recovery = 0.0;
    double recoveryNear = 0.0;
    double recoveryFar = 0.0;
    double fall = 0.0;  ///< at the wall, from the fastest place to the slowest behind it, over its section's mean
    double contraction = 0.0;  ///< ln of the mean speed at the end over that where the floor's air is fastest
    double through = 0.0;      ///< and over that at the beginning
    double bulge = 1.0;        ///< greatest area behind the fastest place over the area there
    double roof = 1.0;         ///< speed off the roof at the end over the mean there: how far the air has gone outside
};
inline constexpr std::size_t kMarkCount = 8;
/// As the fit has them.
std::array<double, kMarkCount> valuesOf(const ShortSideMarks& marks);

/// Marks of a solved port, in the order of the air. A coarse mesh is enough.
ShortSideMarks shortSideMarks(const VirtualPort& port);

/// The dead share that counts as the worst: about that of the worst of the calibration's ports.
inline constexpr double kWorstDeadShare = 0.15;

/// How badly the air lets go of a short side, on the scale of viscous runs.
struct ShortSideSeverity {
    /// The greatest share of a section that a viscous run would find dead toward the floor.
    double deadShare = 0.0;
    double deadShareUncertainty = 0.0;
    /// The same from 0, where it holds, to 1, the worst of the calibration's ports.
    double severity = 0.0;
    double severityUncertainty = 0.0;
    bool outside = false;  ///< a mark is outside the range of the calibration's ports: the numbers are a guess
};

/// Which marks count on a side: those that bettered the prediction of ports that were left out.
std::array<bool, kMarkCount> countingMarks(bool airFromValve);

/// A linear form of those marks for each side, fitted by least squares to viscous runs (k-omega SST, normal mesh) of
/// invented ports: data/calibration/short-sides.csv, made and fitted by bench/short_sides.cpp. Uncertainty: the root
/// mean square error on ports that were left out of the fit. It ranks; its place of lift-off is still the boundary
/// layer's.
ShortSideSeverity severityOf(const ShortSideMarks& marks, bool airFromValve);
ShortSideSeverity severityOf(const VirtualPort& port);

}  // namespace euryth::port_field
