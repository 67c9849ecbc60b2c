// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "job/job.hpp"

/// What past jobs have taken.
namespace euryth::work {

/// Median and quartiles of a sample, between the values where they fall there (type 7 of Hyndman and Fan, "Sample
/// quantiles in statistical packages", The American Statistician 50, 1996).
struct Spread {
    std::size_t jobs = 0;
    double low = 0.0;  ///< a quarter are below it
    double median = 0.0;
    double high = 0.0;  ///< a quarter are above it
};
/// Throws std::invalid_argument for an empty sample.
Spread spreadOf(std::vector<double> values);

/// From how many jobs on something counts as learned, and a range is told.
inline constexpr std::size_t kLeastJobs = 3;
inline constexpr std::size_t kLeastForRange = 4;

class Learned {
public:
    Learned() = default;
    /// From operations that are done and have hours, of all jobs, also of those under way.
    explicit Learned(const std::vector<const job::Job*>& jobs);

    /// Hours that an operation of a kind of work takes, a port where it is porting or counts per port, else a head;
    /// nothing from fewer than kLeastJobs jobs.
    [[nodiscard]] std::optional<Spread> hours(const std::string& kind, const std::string& operation) const;
    /// Hours taken over hours estimated, of the operations that are done, job by job, with an hour estimated at least;
    /// nothing from fewer than kLeastForRange jobs.
    [[nodiscard]] const std::optional<Spread>& pace() const { return m_pace; }

private:
    std::map<std::pair<std::string, std::string>, Spread> m_hours;
    std::optional<Spread> m_pace;
};

/// What an operation's hours are divided by to compare jobs: its ports for what is done port by port, else 1.
double unitsOf(const job::Job& job, std::string_view operation);

}  // namespace euryth::work
