// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "proving/flow_difference.hpp"
#include "proving_json.hpp"

namespace euryth::commands {

namespace {

Json estimateJson(const job::Job& job, const proving::PairSwirl& pair)
{
    Json json{{"estimate", true},
              {"coefficient", number(pair.coefficient)},
              {"shares_by", pair.byFlow ? "flow tests" : "valve areas"},
              {"lift_mm", numberOrNull(pair.lift, inMm)},
              {"valves", Json::array()}};
    for (const proving::ValveSwirl& valve : pair.valves) {
        json["valves"].push_back({{"port", job.ports[valve.port].id},
                                  {"share", number(valve.share)},
                                  {"coefficient", number(valve.coefficient)},
                                  {"faces", valve.faces ? Json(job.ports[*valve.faces].id) : Json(nullptr)},
                                  {"faced_sunk_mm", numberOrNull(valve.facedSunk, inMm)}});
    }
    return json;
}

}  // namespace

int callSwirl(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    Analyses analyses(job);
    const auto& analysis = analyses(*job::findPort(job, port.id));
    Json result{{"definition", words(say("swirl.definition"))}, {"tests", Json::array()}};
    for (const proving::FlowSums& sums : proving::allSums(job, port, analysis)) {
        if (const auto swirl = proving::swirlOf(job, port, sums))
            result["tests"].push_back(swirlJson(port, sums, *swirl));
    }
    const auto pair = proving::pairSwirl(job, port, analyses.asked());
    put(result, "layout", pair ? estimateJson(job, *pair) : Json(nullptr), pair.missing);
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
