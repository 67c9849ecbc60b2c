// SPDX-License-Identifier: GPL-3.0-or-later
#include "calls/calls.hpp"

#include <algorithm>
#include <map>

#include "call_list.hpp"

namespace euryth::calls {

namespace {

void accept(const job::Port& port, std::vector<Call>& calls)
{
    for (Call& call : calls) {
        const auto found = std::ranges::find(port.accepted, call.key, &job::Acceptance::call);
        if (found != port.accepted.end())
            call.acceptedBecause = found->reason;
    }
}

}  // namespace

std::vector<Call> callsFor(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                           const engine::FlowsOf& flowsOf, const plans::ValveEndPlan* end)
{
    std::map<std::size_t, Known<engine::PortFlows>> known;  // several calls ask for the same port's
    const engine::FlowsOf workedOut = [&](std::size_t i) {
        auto place = known.find(i);
        if (place == known.end())
            place = known.emplace(i, engine::portFlows(job, job.ports[i])).first;
        return place->second;
    };
    const engine::FlowsOf& source = flowsOf ? flowsOf : workedOut;
    const plans::ValveEndPlan own = end ? plans::ValveEndPlan() : plans::planValveEnd(job, port, analysis);
    const CallInputs of{job, port, analysis, source, end ? *end : own};
    std::vector<Call> calls;
    addSurveyCalls(of, calls);
    addFlangeCalls(of, calls);
    addLayoutCalls(of, calls);
    addAssumedCalls(of, calls);
    addSeatCalls(of, calls);
    addBossCalls(of, calls);
    addShapeCalls(of, calls);
    addProbeCalls(of, calls);
    addRankingCalls(of, calls);
    addAirCalls(of, calls);
    addBenchCalls(of, calls);
    addPinCalls(of, calls);
    addCutCalls(of, calls);
    addWorkCalls(of, calls);
    addProveCalls(of, calls);
    accept(port, calls);
    std::ranges::stable_sort(calls, [](const Call& a, const Call& b) {
        if (a.acceptedBecause.has_value() != b.acceptedBecause.has_value())
            return b.acceptedBecause.has_value();
        return a.severity < b.severity;
    });
    return calls;
}

}  // namespace euryth::calls
