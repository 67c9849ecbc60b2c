// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "cut_work/how.hpp"
#include "cut_work/progress.hpp"
#include "port_field/cut_effect.hpp"

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

Json caliperJson(const cut_work::Caliper& caliper)
{
    return {{"s_mm", number(inMm(caliper.s))},
            {"width_mm", numberOrNull(caliper.width, inMm)},
            {"height_mm", numberOrNull(caliper.height, inMm)}};
}

Json howJson(const cut_work::CutHow& how)
{
    Json json{{"way", words(how.way)},
              {"lubricant", words(how.lubricant)},
              {"checks", words(how.checks)},
              {"passes", Json::array()},
              {"calipers", Json::array()}};
    for (const cut_work::Pass& pass : how.passes) {
        json["passes"].push_back({{"name", words(pass.name)},
                                  {"tool", words(pass.tool)},
                                  {"leaves_mm", number(inMm(pass.leaves))},
                                  {"size", caliperJson(pass.size)}});
    }
    for (const cut_work::Caliper& caliper : how.calipers)
        json["calipers"].push_back(caliperJson(caliper));
    return json;
}

Json worthJson(const cutting::Cut& cut)
{
    return {{"gain_share", number(cut.worth.share)},
            {"area_mm2", number(inMm2(cut.worth.area))},
            {"turn", cut.worth.turn > 0 ? Json(cut.worth.turn) : Json(nullptr)},
            {"next_step_share", number(cut.worth.nextShare)},
            {"next_step_fits", cut.worth.nextFits}};
}

Json cutJson(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis, std::size_t index)
{
    const cutting::Cut& cut = analysis.cut->cuts[index];
    Json json;
    json["id"] = cut.id;
    json["element"] = std::string(key(cut.element));
    json["name"] = words(nameOf(cut.element));
    json["stations_mm"] = Json::array();
    for (const std::size_t i : cut.stations)
        json["stations_mm"].push_back(number(inMm(port.stations[i].s)));
    json["sectors"] = Json::array();
    for (const geometry::Sector s : cut.sectors)
        json["sectors"].push_back(sectorKey(s));
    if (cut.element == cutting::Element::Boss)
        json["sectors"].push_back("guide_boss");
    json["max_depth_mm"] = number(inMm(cut.maxDepth));
    json["volume_cc"] = number(inCc(cut.volume));
    json["wall_left_mm"] = cut.wallLeft ? number(inMm(*cut.wallLeft)) : Json(nullptr);
    json["why"] = words(cut.why);
    json["worth"] = worthJson(cut);
    json["how"] = howJson(cut_work::howTo(job, port, analysis, index));
    const job::CutProgress* progress = cut_work::progressOf(port, cut.element);
    json["done"] = progress && progress->done.value_or(false);
    return json;
}

Json sideJson(const port_field::EffectSide& side)
{
    Json json;
    put(json, "highest_ratio", numberOrNull(side.highestRatio), side.missing);
    json["highest_at_mm"] = side.highestRatio ? number(inMm(side.port.stations[side.highestAt].s)) : Json(nullptr);
    json["highest_along"] = Json::array();
    for (const auto& ratio : side.highestAlong)
        json["highest_along"].push_back(numberOrNull(ratio));
    json["severity"] = side.severity ? number(side.severity->severity) : Json(nullptr);
    json["lets_go_mm"] = numberOrNull(side.letsGo, inMm);
    if (side.flows) {
        json["chokes_from_rpm"] = numberOrNull(side.flows->chokesFrom, inRpm);
        json["volumetric_efficiency"] = number(side.flows->atTop().volumetricEfficiency);
        json["mean_flow_kg_s"] = number(side.flows->atTop().meanFlow.si());
    } else {
        put(json, "chokes_from_rpm", nullptr, side.flows.missing);
    }
    for (const auto on : {engine::On::Bench, engine::On::Engine}) {
        const char* name = on == engine::On::Bench ? "first_on_bench" : "first_on_engine";
        if (!side.ranking) {
            json[name] = nullptr;
            continue;
        }
        const std::size_t place = side.ranking->first(on).place;
        json[name] =
            place < side.port.stations.size() ? Json(number(inMm(side.port.stations[place].s))) : Json("valve");
    }
    return json;
}

Json effectJson(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    const auto effect = port_field::effectOf(job, port, analysis, analysis.cut->depths, port_field::Quality::Normal);
    Json json{{"before", sideJson(effect->before)}, {"after", sideJson(effect->after)}, {"harms", effect->harms()}};
    if (effect->flow) {
        json["flow_m3_s"] = {{"before", number(effect->flow->before.si())},
                             {"after", number(effect->flow->after.si())},
                             {"uncertainty", number(effect->flow->uncertainty.si())}};
    } else {
        put(json, "flow_m3_s", nullptr, effect->flow.missing);
    }
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
    for (std::size_t i = 0; i < plan.cuts.size(); ++i)
        result["cuts"].push_back(cutJson(job, port, analysis, i));
    result["keep"] = Json::array();
    for (const cutting::Keep& keep : plan.keeps) {
        result["keep"].push_back({{"s_mm", number(inMm(port.stations[keep.station].s))},
                                  {"sector", sectorKey(keep.sector)},
                                  {"why", words(keep.why)}});
    }
    result["gauge_first"] = Json::array();
    for (const cutting::GaugeFirst& place : plan.gaugeFirst) {
        result["gauge_first"].push_back({{"s_mm", number(inMm(port.stations[place.station].s))},
                                         {"sector", sectorKey(place.sector)},
                                         {"depth_mm", number(inMm(place.depth))},
                                         {"area_mm2", number(inMm2(place.area))}});
    }
    result["before"] = stateJson(plan.before);
    result["after"] = stateJson(plan.after);
    result["solved"] = effectJson(job, port, analysis);
    result["makes_worse"] = plan.makesWorse();
    result["converged"] = plan.converged;
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
