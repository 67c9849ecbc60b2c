// SPDX-License-Identifier: GPL-3.0-or-later
#include "proving_json.hpp"

#include "job/describe.hpp"
#include "proving/valve_job.hpp"

namespace euryth::commands {

namespace {

Json ids(const job::Job& job, const std::vector<std::size_t>& ports)
{
    Json json = Json::array();
    for (const std::size_t i : ports)
        json.push_back(job.ports[i].id);
    return json;
}

Json spreadJson(const analysis::Spread& spread, double inUnit)
{
    Json json{{"values", Json::array()}, {"spread_percent", Json(nullptr)}};
    for (const auto& value : spread.values)
        json["values"].push_back(value ? number(*value * inUnit) : Json(nullptr));
    if (spread.spread)
        json["spread_percent"] = number(*spread.spread * kPerCent);
    return json;
}

}  // namespace

Json swirlJson(const job::Port& port, const proving::FlowSums& sums, const proving::SwirlSums& swirl)
{
    Json json{{"test", port.flow[swirl.test].id},
              {"motion", job::kMotionKeys[static_cast<std::size_t>(swirl.motion)]},
              {"bore_mm", number(inMm(swirl.bore))},
              {"bore_of_adapter", swirl.ofAdapter},
              {"points", Json::array()},
              {"mean_coefficient", numberOrNull(swirl.mean)}};
    for (const proving::SwirlAt& at : swirl.points) {
        json["points"].push_back({{"lift_mm", number(inMm(at.lift))},
                                  {"flow_m3_s", number(sums.points[at.point].flow.si())},
                                  {"paddle_coefficient", numberOrNull(at.paddle)},
                                  {"impulse_coefficient", numberOrNull(at.impulse)}});
    }
    put(json, "swirl_ratio", swirl.ratio ? number(*swirl.ratio) : Json(nullptr), swirl.ratio.missing);
    json["collapse"] = swirl.collapse ? Json{{"lift_mm", number(inMm(swirl.points[swirl.collapse->at].lift))},
                                             {"left_percent", number(swirl.collapse->share * kPerCent)}}
                                      : Json(nullptr);
    return json;
}

Json alikeJson(const job::Job& job, const proving::PortsAlike& alike, const proving::AnalysisOf& analysisOf)
{
    constexpr double cc = 1e6;
    constexpr double mm2 = 1e6;
    Json json{{"ports", ids(job, alike.ports)},
              {"tests", Json::array()},
              {"lifts", Json::array()},
              {"mean_flow_m3_s", spreadJson(alike.flow, 1.0)},
              {"volume_cc", spreadJson(alike.volume, cc)},
              {"smallest_area_mm2", spreadJson(alike.pinch, mm2)},
              {"odd", Json(nullptr)},
              {"to_bring", Json::array()}};
    for (std::size_t k = 0; k < alike.ports.size(); ++k) {
        const auto& test = alike.tests[k];
        Json why = Json::array();
        for (const Phrase& reason : alike.whyNot[k])
            why.push_back(words(reason));
        json["tests"].push_back(
            {{"id", test ? Json(job.ports[alike.ports[k]].flow[*test].id) : Json(nullptr)}, {"why_not", why}});
    }
    for (const proving::AlikeAt& at : alike.lifts) {
        Json flows = Json::array();
        for (const auto& flow : at.flows)
            flows.push_back(flow ? number(flow->si()) : Json(nullptr));
        json["lifts"].push_back({{"lift_mm", number(inMm(at.lift))}, {"flow_m3_s", flows}});
    }
    if (alike.oddFlow)
        json["odd"] = {{"port", job.ports[alike.ports[*alike.oddFlow]].id},
                       {"percent", number(alike.oddBy * kPerCent)}};
    for (const proving::ToBring& bring : proving::toBring(job, alike, analysisOf)) {
        json["to_bring"].push_back(
            {{"port", job.ports[alike.ports[bring.member]].id},
             {"lacks_percent", number(bring.lacks * kPerCent)},
             {"cuts_promise_percent", bring.promised ? number(*bring.promised * kPerCent) : Json(nullptr)},
             {"metal_cc", numberOrNull(bring.metal, inCc)}});
    }
    return json;
}

Json promiseJson(const job::Job& job, const job::Port& port, const proving::AnalysisOf& analysisOf)
{
    const auto own = job::findPort(job, port.id);
    const auto record = proving::promiseRecord(job, analysisOf);
    Json json{{"kept", Json::array()},
              {"record",
               {{"promises", record.errors.size()},
                {"mean_error_percent", number(record.mean * kPerCent)},
                {"range_percent", number(record.range * kPerCent)}}}};
    for (const proving::PromiseKept& kept : proving::promisesKept(job, port, analysisOf(*own))) {
        json["kept"].push_back({{"from", port.promises[kept.promise].from},
                                {"test", port.flow[kept.test].id},
                                {"error_percent", number(kept.mean * kPerCent)}});
    }
    const auto promise = proving::promiseOf(job, port, analysisOf(*own), record);
    if (!promise) {
        json["next"] = nullptr;
        json["next_missing"] = words(promise.missing);
        return json;
    }
    json["next"] = {{"from", port.flow[promise->from].id},
                    {"gain_percent", number(promise->gain * kPerCent)},
                    {"range_percent", number(promise->doubt * kPerCent)},
                    {"points", Json::array()}};
    for (const proving::PromiseAt& at : promise->lifts) {
        json["next"]["points"].push_back({{"lift_mm", number(inMm(at.lift))},
                                          {"before_m3_s", number(at.before.si())},
                                          {"promised_m3_s", number(at.after.si())}});
    }
    return json;
}

Json sealJson(const job::Port& port)
{
    const auto seal = proving::sealOf(port);
    if (!seal)
        return nullptr;
    const job::LeakTest& last = port.leakTests[seal->last];
    return {{"result", job::kTightKeys[static_cast<std::size_t>(*last.result)]},
            {"when", last.when},
            {"tight", seal->tight},
            {"mended", seal->mended},
            {"test_again", seal->relapped}};
}

Json chambersJson(const job::Job& job)
{
    Json json;
    const auto chambers = proving::chambersOf(job);
    if (!chambers) {
        json["missing"] = words(chambers.missing);
        return json;
    }
    json["spread_cc"] = number(inCc(chambers->spread()));
    json["alike"] = chambers->alike;
    json["chambers"] = Json::array();
    for (const proving::ChamberNow& chamber : chambers->now) {
        json["chambers"].push_back({{"cylinder", chamber.cylinder ? Json(*chamber.cylinder) : Json(nullptr)},
                                    {"volume_cc", number(inCc(chamber.volume))},
                                    {"compression_ratio", numberOrNull(chamber.ratio)},
                                    {"take_cc", number(inCc(chamber.take))}});
    }
    json["compression_ratio_equal"] = numberOrNull(chambers->ratio);
    const auto& skim = chambers->skim;
    put(json, "skim_mm", skim ? number(inMm(skim->depth)) : Json(nullptr), skim.missing);
    json["compression_ratio_skimmed"] = skim ? numberOrNull(skim->ratio) : Json(nullptr);
    return json;
}

Json pairingsJson(const job::Job& job, const proving::AnalysisOf& analysisOf)
{
    Json json = Json::array();
    for (const proving::BenchPairing& pairing : proving::benchPairings(job, analysisOf)) {
        json.push_back({{"bench", pairing.other},
                        {"trusted", pairing.trusted},
                        {"side", job::kSideKeys[static_cast<std::size_t>(pairing.side)]},
                        {"when", pairing.when},
                        {"lifts", pairing.lifts},
                        {"factor", number(pairing.factor)},
                        {"deviation", number(pairing.deviation)},
                        {"uncertainty", numberOrNull(pairing.uncertainty)}});
    }
    return json;
}

}  // namespace euryth::commands
