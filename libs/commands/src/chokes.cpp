// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <ostream>

#include "call.hpp"
#include "engine/choke_ranking.hpp"

namespace euryth::commands {

namespace {

/// A place by its distance, or "valve".
Json placeJson(const job::Port& port, std::size_t place)
{
    return place < port.stations.size() ? Json(number(inMm(port.stations[place].s))) : Json("valve");
}

Json rankedJson(const job::Port& port, const analysis::PortAnalysis& analysis, const engine::RankedPlace& place)
{
    const bool station = place.place < port.stations.size();
    const bool read = place.set && analysis.speedSource == analysis::SpeedSource::Readings;
    return {{"at", placeJson(port, place.place)},
            {"name", station ? Json(words(analysis::thePlace(analysis, port, place.place))) : Json("valve")},
            {"ratio", place.set ? number(place.ratio) : Json(nullptr)},
            {"set", read ? Json(port.probes[analysis.probes[*place.set].index].id) : Json(nullptr)},
            {"bench_mach", number(place.benchMach)},
            {"engine_mach", number(place.engineMach)},
            {"sonic_rpm", numberOrNull(place.sonicRpm, inRpm)}};
}

}  // namespace

int callChokes(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    const auto ranking = engine::rankChokes(job, port, analysis, engine::portFlows(job, port));
    if (!ranking)
        throw missingFor(port, ranking.missing);
    Json result{{"lift_mm", number(inMm(ranking->lift))},
                {"depression_pa", number(inPa(ranking->depression))},
                {"rpm", number(inRpm(ranking->rpm))},
                {"speeds", words(analysis.speedsFrom)},
                {"differs", ranking->differs()},
                {"bench", Json::array()},
                {"engine", Json::array()},
                {"limits", Json::array()}};
    for (const std::size_t i : ranking->onBench)
        result["bench"].push_back(rankedJson(port, analysis, ranking->places[i]));
    for (const std::size_t i : ranking->onEngine)
        result["engine"].push_back(rankedJson(port, analysis, ranking->places[i]));
    const auto lifts = engine::liftSteps(ranking->lift, lengthFromMm(1.0));
    if (const auto limits = engine::limitsByLift(job, port, analysis, lifts)) {
        for (const engine::LiftLimit& limit : *limits) {
            result["limits"].push_back({{"lift_mm", number(inMm(limit.lift))},
                                        {"at", placeJson(port, limit.place)},
                                        {"stage", limit.stage ? Json(std::string(key(*limit.stage))) : Json(nullptr)},
                                        {"mach", number(limit.mach)}});
        }
    }
    putAssumed(result, job, port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
