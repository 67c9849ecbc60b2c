// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "analysis/port_analysis.hpp"

namespace euryth::analysis {

/// One quantity over several ports: who has how much, and who is farthest from the others.
struct Spread {
    std::vector<std::optional<double>> values;  ///< SI, per port, in the order given; unknown stays unknown
    std::optional<double> mean;
    std::optional<double> spread;    ///< largest less smallest, over the mean
    std::optional<std::size_t> odd;  ///< the port farthest from the median, where it is off by `oddFrom` or more
};

/// From how far off the median (as a share) a port is the odd one out.
inline constexpr double kOddFrom = 0.02;

/// Spread of given values; with fewer than two known ones only these.
Spread spreadOf(std::vector<std::optional<double>> values, double oddFrom = kOddFrom);

/// Areas of several ports at a common place.
struct PlaceSpread {
    Length s;
    Spread area;
};

struct Comparison {
    std::vector<PlaceSpread> places;  ///< at the stations of the first port
    Spread volume;                    ///< by the sections
    Spread burette;
    Spread smallest;  ///< smallest area
};

/// Compares ports along the runner, at the stations of the first one that has an area curve; a port that is not
/// measured at a place is unknown there.
Comparison comparePorts(const std::vector<const job::Port*>& ports, const std::vector<const PortAnalysis*>& analyses);

}  // namespace euryth::analysis
