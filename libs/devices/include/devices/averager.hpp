// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <deque>
#include <optional>

#include "devices/instrument.hpp"

namespace euryth::devices {

/// The mean of a channel that is being held still.
struct Mean {
    double value = 0.0;
    double scatter = 0.0;  ///< standard deviation of the samples
    int samples = 0;
    bool steady = false;
};

/// Averages the last samples of a channel until they are steady: enough of them, the mean known well enough (its
/// standard error within `tolerance` of itself, or within `least`), and no drift (the means of the older and the newer
/// half no farther apart than two standard errors of their difference and that tolerance). The rule is ours; standard
/// errors as in any text on statistics.
class Averager {
public:
    struct Limits {
        Seconds window = 3.0;     ///< samples older than this are forgotten
        int fewest = 10;          ///< of samples
        double tolerance = 0.01;  ///< share of the mean
        double least = 0.0;       ///< in the channel's SI unit: what it cannot resolve is no drift
    };
    explicit Averager(Limits limits) : m_limits(limits) {}

    void add(double si, Seconds at);
    /// Nothing without a sample.
    [[nodiscard]] std::optional<Mean> mean() const;
    /// Begins anew: the tip has moved.
    void clear() { m_samples.clear(); }

private:
    struct Sample {
        double si = 0.0;
        Seconds at = 0.0;
    };
    Limits m_limits;
    std::deque<Sample> m_samples;
    static constexpr std::size_t kMost = 5000;
};

}  // namespace euryth::devices
