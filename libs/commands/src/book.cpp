// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "proving/flow_difference.hpp"
#include "proving/power_shift.hpp"
#include "proving_json.hpp"

namespace euryth::commands {

namespace {

Json pointJson(const proving::FlowAt& at)
{
    return {{"lift_mm", number(inMm(at.lift))},
            {"depression_pa", number(inPa(at.depression))},
            {"flow_m3_s", number(at.flow.si())},
            {"reference_flow_m3_s", number(at.reference.si())},
            {"square_root_flow_m3_s", number(at.byRoot.si())},
            {"effective_area_mm2", number(inMm2(at.effective))},
            {"cd_valve", numberOrNull(at.onValve)},
            {"cd_curtain", numberOrNull(at.onCurtain)},
            {"cd_throat", numberOrNull(at.onThroat)},
            {"cd_opening", numberOrNull(at.onOpening)},
            {"lift_over_diameter", numberOrNull(at.liftShare)},
            {"swirl_rpm", numberOrNull(at.swirl, inRpm)},
            {"impossible", at.impossible}};
}

Json testJson(const job::Port& port, const proving::FlowSums& sums)
{
    const job::FlowTest& test = port.flow[sums.test];
    Json json{{"id", test.id},
              {"state", test.state},
              {"bench", test.bench},
              {"bench_factor", number(sums.factor)},
              {"bench_factor_known", sums.factorKnown},
              {"bench_factor_uncertainty", numberOrNull(sums.factorUncertainty)},
              {"points", Json::array()},
              {"mean_flow_m3_s", number(sums.mean.si())},
              {"upper_half_mean_flow_m3_s", number(sums.upperMean.si())},
              {"flow_per_pinch_area_m_s", numberOrNull(sums.throughPinch, inMps)},
              {"flow_per_volume_1_s", numberOrNull(sums.fillsPerSecond)}};
    for (const proving::FlowAt& at : sums.points)
        json["points"].push_back(pointJson(at));
    put(json, "cam_weighted_flow_m3_s", sums.camMean ? number(sums.camMean->si()) : Json(nullptr),
        sums.camMean.missing);
    json["cam_weighted_area_mm2"] = sums.camMeanArea ? number(inMm2(*sums.camMeanArea)) : Json(nullptr);
    json["backs_up"] = sums.backsUp ? Json{{"from_lift_mm", number(inMm(sums.backsUp->from))},
                                           {"percent", number(sums.backsUp->lost * kPerCent)}}
                                    : Json(nullptr);
    json["dips"] = Json::array();
    for (const proving::Dip& dip : sums.dips) {
        json["dips"].push_back({{"lift_mm", number(inMm(sums.points[dip.at].lift))},
                                {"percent", number(dip.lost * kPerCent)},
                                {"swirl_falls", dip.swirlFalls}});
    }
    return json;
}

/// Beside each point its coefficient; the rest under "swirl".
void putSwirl(const job::Job& job, const job::Port& port, const proving::FlowSums& sums, Json& test)
{
    const auto swirl = proving::swirlOf(job, port, sums);
    for (Json& point : test["points"])
        point["swirl_coefficient"] = nullptr;
    if (!swirl)
        return;
    for (const proving::SwirlAt& at : swirl->points)
        test["points"][at.point]["swirl_coefficient"] = number(at.coefficient());
    test["swirl"] = swirlJson(port, sums, *swirl);
}

/// By how much the pair that tells the gain lets the engine's band move.
Json bandJson(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
              const std::vector<proving::FlowSums>& tests)
{
    const auto gain = proving::gainOf(port, tests);
    if (!gain)
        return nullptr;
    const auto shift = proving::powerShift(job, port, analysis, gain->from, gain->to);
    if (!shift)
        return {{"missing", words(shift.missing)}};
    return {{"from", port.flow[gain->from].id},
            {"to", port.flow[gain->to].id},
            {"from_rpm", number(inRpm(shift->from))},
            {"to_rpm", number(inRpm(shift->to))},
            {"volumetric_efficiency_before", number(shift->fillingBefore)},
            {"volumetric_efficiency_after", number(shift->fillingAfter)}};
}

Json differenceJson(const job::Port& port, const proving::Difference& difference)
{
    Json json{{"from", port.flow[difference.from].id},
              {"to", port.flow[difference.to].id},
              {"comparable", difference.whyNot.empty()},
              {"why_not", Json::array()},
              {"points", Json::array()},
              {"mean_percent", number(difference.mean * kPerCent)}};
    for (const Phrase& why : difference.whyNot)
        json["why_not"].push_back(words(why));
    for (const proving::DifferenceAt& at : difference.points) {
        json["points"].push_back({{"lift_mm", number(inMm(at.lift))},
                                  {"m3_s", number(at.gained.si())},
                                  {"percent", number(at.share * kPerCent)},
                                  {"counts", at.counts}});
    }
    return json;
}

}  // namespace

int callBook(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    Analyses analyses(job);
    const std::size_t own = *job::findPort(job, port.id);
    const auto& analysis = analyses(own);
    Json result{{"reference_depression_pa", number(inPa(proving::kReferenceDepression))},
                {"tests", Json::array()},
                {"not_worked_out", Json::array()},
                {"differences", Json::array()}};
    std::vector<proving::FlowSums> tests;
    for (std::size_t i = 0; i < port.flow.size(); ++i) {
        auto sums = proving::sumsOf(job, port, analysis, i);
        if (!sums) {
            result["not_worked_out"].push_back({{"id", port.flow[i].id}, {"missing", words(sums.missing)}});
            continue;
        }
        Json test = testJson(port, *sums);
        putSwirl(job, port, *sums, test);
        result["tests"].push_back(std::move(test));
        for (const proving::FlowSums& before : tests)
            result["differences"].push_back(differenceJson(port, proving::differenceOf(port, before, *sums)));
        tests.push_back(std::move(*sums.value));
    }
    result["power_band"] = bandJson(job, port, analysis, tests);
    const auto alike = proving::alikeOf(job, own, analyses.asked());
    result["alike"] = alike ? alikeJson(job, *alike, analyses.asked()) : Json(nullptr);
    result["promises"] = promiseJson(job, port, analyses.asked());
    result["seal"] = sealJson(port);
    result["chambers"] = chambersJson(job);
    result["benches"] = pairingsJson(job, analyses.asked());
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
