// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

namespace euryth::proving {

/// Numbers of which each ought to be the same.
struct Scatter {
    double mean = 0.0;
    double deviation = 0.0;        ///< standard deviation; 0 with one
    std::optional<double> ofMean;  ///< half the 95 % range of the mean, Student's t (JCGM 100 (GUM), G.3); from two on
    std::optional<double> ofNext;  ///< the same of the next one: t s sqrt(1 + 1/n), and the mean's own distance from 0
};
Scatter scatterOf(const std::vector<double>& values);

}  // namespace euryth::proving
