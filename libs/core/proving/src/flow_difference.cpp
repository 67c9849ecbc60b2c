// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/flow_difference.hpp"

#include <cmath>

#include "analysis/test_conditions.hpp"
#include "job/job.hpp"

namespace euryth::proving {

namespace {

/// What two benches leave in doubt beside their repeating: the ranges of both factors; on one bench it is the same
/// error in both.
double doubtOf(const job::Port& port, const FlowSums& from, const FlowSums& to)
{
    if (port.flow[from.test].bench == port.flow[to.test].bench)
        return kCounts;
    return kCounts + std::hypot(from.factorUncertainty.value_or(0.0), to.factorUncertainty.value_or(0.0));
}

}  // namespace

std::vector<Phrase> whyNotInOneBook(const job::FlowTest& from, const job::FlowTest& to)
{
    auto a = analysis::conditionsOf(from);
    auto b = analysis::conditionsOf(to);
    a.depression = b.depression = {};  // both are brought to one
    return analysis::whyNotCompared(a, b);
}

Difference differenceOf(const job::Port& port, const FlowSums& from, const FlowSums& to)
{
    Difference difference;
    difference.from = from.test;
    difference.to = to.test;
    difference.whyNot = whyNotInOneBook(port.flow[from.test], port.flow[to.test]);
    const double doubt = doubtOf(port, from, to);
    VolumeFlow before;
    VolumeFlow after;
    for (const FlowAt& at : from.points) {
        const auto flow = flowAt(to, at.lift);
        if (!flow)
            continue;
        const double share = *flow / at.reference - 1.0;
        difference.points.push_back({at.lift, *flow - at.reference, share, std::abs(share) > doubt});
        before += at.reference;
        after += *flow;
    }
    if (before > VolumeFlow{})
        difference.mean = after / before - 1.0;
    return difference;
}

std::optional<Difference> gainOf(const job::Port& port, const std::vector<FlowSums>& tests)
{
    for (const FlowSums& first : tests) {
        for (auto last = tests.rbegin(); last != tests.rend() && last->test > first.test; ++last) {
            if (port.flow[first.test].state == port.flow[last->test].state)
                continue;
            auto difference = differenceOf(port, first, *last);
            if (difference.whyNot.empty() && !difference.points.empty())
                return difference;
        }
    }
    return std::nullopt;
}

std::vector<FlowSums> allSums(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    std::vector<FlowSums> all;
    for (std::size_t i = 0; i < port.flow.size(); ++i) {
        if (auto sums = sumsOf(job, port, analysis, i))
            all.push_back(std::move(*sums.value));
    }
    return all;
}

}  // namespace euryth::proving
