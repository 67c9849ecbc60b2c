// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving/pair_swirl.hpp"

#include <algorithm>
#include <numeric>

#include "proving/flow_difference.hpp"

namespace euryth::proving {

namespace {

/// Flows of valves at the highest lift that all of them have been tested to; nothing where one has no test.
std::optional<std::pair<Length, std::vector<double>>> flowsOf(const job::Job& job,
                                                              const std::vector<ValveSwirl>& valves,
                                                              const AnalysisOf& analysisOf)
{
    std::vector<FlowSums> tests;
    for (const ValveSwirl& valve : valves) {
        const job::Port& port = job.ports[valve.port];
        const job::FlowTest* test = job::countingTest(port);
        auto sums = test ? sumsOf(job, port, analysisOf(valve.port), static_cast<std::size_t>(test - port.flow.data()))
                         : Known<FlowSums>{};
        if (!sums)
            return std::nullopt;
        tests.push_back(std::move(*sums.value));
    }
    Length lift = tests.front().points.back().lift;
    for (const FlowSums& sums : tests)
        lift = std::min(lift, sums.points.back().lift);
    std::vector<double> flows;
    for (const FlowSums& sums : tests)
        flows.push_back(flowAt(sums, lift)->si());
    return std::pair(lift, std::move(flows));
}

}  // namespace

Known<PairSwirl> pairSwirl(const job::Job& job, const job::Port& port, const AnalysisOf& analysisOf)
{
    const auto layout = analysis::valveLayout(job, port);
    if (!layout)
        return {std::nullopt, layout.missing};
    PairSwirl pair;
    std::vector<double> weights;
    for (const analysis::LaidValve& valve : layout->valves) {
        if (valve.side != job::Side::Intake)
            continue;
        if (analysisOf(valve.port).poses.empty())
            return {std::nullopt, say("missing.heading-of", {{"port", job.ports[valve.port].id}})};
        pair.valves.push_back({valve.port, 0.0, 0.0, {}, {}});
        weights.push_back((valve.diameter * valve.diameter).si());
    }
    if (pair.valves.empty())
        return {std::nullopt, say("missing.intake-port")};
    if (auto flows = flowsOf(job, pair.valves, analysisOf)) {
        pair.byFlow = true;
        pair.lift = flows->first;
        weights = std::move(flows->second);
    }
    const double all = std::accumulate(weights.begin(), weights.end(), 0.0);
    constexpr double eight = 8.0;
    for (std::size_t i = 0; i < pair.valves.size(); ++i) {
        ValveSwirl& valve = pair.valves[i];
        const analysis::LaidValve& laid = *layout->valveOf(valve.port);
        const geometry::Pose& last = analysisOf(valve.port).poses.back();
        const double forward = cos(last.pitch) * cos(last.yaw);
        const double left = cos(last.pitch) * sin(last.yaw);
        valve.share = weights[i] / all;
        valve.coefficient = eight * valve.share * (laid.x * left - laid.y * forward) / layout->bore;
        pair.coefficient += valve.coefficient;
        for (const analysis::ValvePair& facing : layout->facing) {
            if (layout->valves[facing.first].port != valve.port)
                continue;
            valve.faces = layout->valves[facing.second].port;
            valve.facedSunk = layout->valves[facing.second].sunk;
        }
    }
    return {std::move(pair), {}};
}

}  // namespace euryth::proving
