// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "analysis/valve_layout.hpp"
#include "call.hpp"

namespace euryth::commands {

namespace {

/// The cylinder's valves in the bore.
Json layoutJson(const job::Job& job, const analysis::ValveLayout& layout)
{
    Json json{{"bore_mm", number(inMm(layout.bore))}};
    json["valves"] = Json::array();
    const auto idOf = [&](std::size_t valve) { return job.ports[layout.valves[valve].port].id; };
    for (std::size_t i = 0; i < layout.valves.size(); ++i) {
        const analysis::LaidValve& v = layout.valves[i];
        json["valves"].push_back({{"port", idOf(i)},
                                  {"x_mm", number(inMm(v.x))},
                                  {"y_mm", number(inMm(v.y))},
                                  {"diameter_mm", number(inMm(v.diameter))},
                                  {"bore_edge_mm", number(inMm(v.boreEdge))},
                                  {"sunk_mm", numberOrNull(v.sunk, inMm)}});
    }
    json["gaps"] = Json::array();
    for (const analysis::ValvePair& pair : layout.pairs)
        json["gaps"].push_back({{"ports", {idOf(pair.first), idOf(pair.second)}}, {"gap_mm", number(inMm(pair.gap))}});
    json["facing"] = Json::array();
    for (const analysis::ValvePair& pair : layout.facing)
        json["facing"].push_back({{"intake", idOf(pair.first)}, {"exhaust", idOf(pair.second)}});
    json["lopsided"] = number(layout.lopsided);
    return json;
}

}  // namespace

int callSeat(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto stack = job::seatStack(port.valve);
    if (!stack)
        throw CallError(kJobHasErrors,
                        say("cli.missing", {{"place", portPlace(port) + "/valve"}, {"missing", say("missing.seat")}}));
    Json result;
    result["throat_mm"] = number(inMm(stack->throat));
    result["throat_percent"] = number(geometry::throatShare(stack->throat, *port.valve.diameter) * 100.0);
    result["scribe_radius_mm"] = number(inMm(geometry::scribeRadius(*stack)));
    result["scribe_depth_mm"] = number(inMm(job::scribeBelow(job.house, port.side)));
    result["stack_depth_mm"] = number(inMm(stack->depth));
    put(result, "scriber_setting_mm",
        port.valve.pilot ? number(inMm(geometry::scriberSetting(*stack, *port.valve.pilot))) : Json(nullptr),
        say("missing.pilot"));
    put(result, "measured_throat_mm", numberOrNull(port.valve.throat, inMm), say("missing.throat-unmeasured"));
    result["cuts"] = Json::array();
    for (const geometry::PlacedCut& cut : stack->cuts) {
        result["cuts"].push_back({{"angle_deg", number(inDegrees(cut.face.angle))},
                                  {"outer_mm", number(inMm(cut.outer))},
                                  {"inner_mm", number(inMm(cut.inner))},
                                  {"depth_mm", number(inMm(cut.depth))}});
    }
    if (const auto layout = analysis::valveLayout(job, port))
        result["layout"] = layoutJson(job, *layout);
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
