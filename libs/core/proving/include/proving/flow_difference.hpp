// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "proving/flow_sums.hpp"
#include "words/phrase.hpp"

namespace euryth::proving {

struct DifferenceAt {
    Length lift;
    VolumeFlow gained;   ///< reference flow, later less earlier
    double share = 0.0;  ///< of the earlier one
    /// It is more than the benches can tell: over kCounts, and with two benches over their factors' ranges as well.
    bool counts = false;
};

/// Two tests of a port beside each other.
struct Difference {
    std::size_t from = 0;  ///< into Port::flow
    std::size_t to = 0;
    /// Why their difference is not the port's; empty where it is. A depression of another size is none: both are
    /// brought to one.
    std::vector<Phrase> whyNot;
    std::vector<DifferenceAt> points;  ///< at the earlier test's lifts, as far as the later one goes
    double mean = 0.0;                 ///< share by which the mean over the common lifts grew
};

/// Why two tests do not stand in one book; empty where they do. Depressions may differ: both are brought to one.
std::vector<Phrase> whyNotInOneBook(const job::FlowTest& from, const job::FlowTest& to);

Difference differenceOf(const job::Port& port, const FlowSums& from, const FlowSums& to);

/// The pair that tells what the work gained: the first and the last test of the port that may be compared and are of
/// different states; nothing where there is no such pair.
std::optional<Difference> gainOf(const job::Port& port, const std::vector<FlowSums>& tests);

/// All tests of a port that can be worked out, in the file's order.
std::vector<FlowSums> allSums(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis);

}  // namespace euryth::proving
