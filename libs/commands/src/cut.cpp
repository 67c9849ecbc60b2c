// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"

namespace euryth::commands {

namespace {

std::string sectorKey(geometry::Sector s) { return std::string(key(s)); }

Json stateJson(const cutting::PortState& state)
{
    Json json;
    put(json, "area_miss_percent", state.areaMiss ? number(*state.areaMiss * 100.0) : Json(nullptr),
        say("missing.any-plan"));
    json["volume_cc"] = number(inCc(state.volume));
    put(json, "highest_ratio", numberOrNull(state.highestRatio), say("missing.any-speed"));
    json["area_mm2"] = Json::array();
    for (const Area area : state.areas)
        json["area_mm2"].push_back(number(inMm2(area)));
    return json;
}

Json cutJson(const cutting::Cut& cut, const job::Port& port)
{
    Json json;
    json["id"] = cut.id;
    json["stations_mm"] = Json::array();
    for (const std::size_t i : cut.stations)
        json["stations_mm"].push_back(number(inMm(port.stations[i].s)));
    json["sectors"] = Json::array();
    for (const geometry::Sector s : cut.sectors)
        json["sectors"].push_back(sectorKey(s));
    if (cut.face == cutting::Face::Boss)
        json["sectors"].push_back("guide_boss");
    json["max_depth_mm"] = number(inMm(cut.maxDepth));
    json["volume_cc"] = number(inCc(cut.volume));
    json["wall_left_mm"] = cut.wallLeft ? number(inMm(*cut.wallLeft)) : Json(nullptr);
    json["why"] = words(cut.why);
    json["tool"] = words(cut.tool);
    return json;
}

}  // namespace

int callCut(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    if (!analysis.cut)
        throw CallError(kJobHasErrors,
                        say("cli.no-cut", {{"place", portPlace(port)}, {"missing", analysis.cutProblem.missing}}));

    const cutting::CutPlan& plan = *analysis.cut;
    Json result;
    result["cuts"] = Json::array();
    for (const cutting::Cut& cut : plan.cuts)
        result["cuts"].push_back(cutJson(cut, port));
    result["keep"] = Json::array();
    for (const cutting::Keep& keep : plan.keeps) {
        result["keep"].push_back({{"s_mm", number(inMm(port.stations[keep.station].s))},
                                  {"sector", sectorKey(keep.sector)},
                                  {"why", words(keep.why)}});
    }
    result["before"] = stateJson(plan.before);
    result["after"] = stateJson(plan.after);
    result["makes_worse"] = plan.makesWorse();
    result["converged"] = plan.converged;
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
