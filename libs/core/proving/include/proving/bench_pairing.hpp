// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "proving/promise.hpp"

namespace euryth::proving {

/// The same head on two benches: by how much one reads other than the other, on one side.
struct BenchPairing {
    std::string trusted;  ///< id of the bench that is taken as right: the one whose factor is known, else the first
    std::string other;
    job::Side side = job::Side::Intake;
    std::string when;        ///< of the later test of the last pair
    std::size_t pairs = 0;   ///< of tests
    std::size_t lifts = 0;   ///< at which both were read
    double factor = 1.0;     ///< true flow over what `other` reads, its own typed factor left out
    double deviation = 0.0;  ///< of that over the lifts, one standard deviation
    /// Half the 95 % range of the mean, as a share (Student's t), with that of the trusted bench's factor by the root
    /// of the sum of squares; nothing with a single lift.
    std::optional<double> uncertainty;
    std::vector<std::pair<Length, double>> at;  ///< factor at each lift of each pair
};

/// All pairs of benches that a job's tests of one state of a port, in one set-up, stand on. The bore adapter belongs to
/// the bench and may differ.
std::vector<BenchPairing> benchPairings(const job::Job& job, const AnalysisOf& analysisOf);

/// As it is kept in the record of the bench `other`.
job::BenchPair written(const BenchPairing& pairing);

}  // namespace euryth::proving
