// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "analysis/joined.hpp"
#include "call.hpp"
#include "job/describe.hpp"

namespace euryth::commands {

namespace {

/// What each wall still has to give; null where it is not known.
Json spareJson(const geometry::PerSector<analysis::WallRoom>& walls)
{
    Json json;
    for (const geometry::Sector s : geometry::kSectors)
        json[std::string(job::kSectorKeys[geometry::index(s)])] = numberOrNull(walls[geometry::index(s)].spare(), inMm);
    return json;
}

Json stationsJson(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    Json stations = Json::array();
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        const geometry::Section& section = analysis.sections[i];
        stations.push_back({{"s_mm", number(inMm(station.s))},
                            {"area_mm2", number(inMm2(geometry::area(section)))},
                            {"net_area_mm2", number(inMm2(job::netArea(station)))},
                            {"perimeter_mm", number(inMm(geometry::perimeter(section)))},
                            {"hydraulic_diameter_mm", number(inMm(geometry::hydraulicDiameter(section)))},
                            {"spare_mm", spareJson(analysis.walls[i])}});
    }
    return stations;
}

Json areasJson(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    Json result;
    result["stations"] = stationsJson(port, analysis);
    result["length_mm"] = nullptr;
    result["volume_cc"] = nullptr;
    result["min_area"] = nullptr;
    if (analysis.areas) {
        const geometry::AreaAt least = analysis.areas->smallest();
        result["length_mm"] = number(inMm(analysis.areas->length()));
        result["volume_cc"] = number(inCc(analysis.areas->volume()));
        result["min_area"] = {{"s_mm", number(inMm(least.s))}, {"area_mm2", number(inMm2(least.area))}};
    }
    result["findings"] = Json::array();
    for (const geometry::Finding& f : analysis.findings) {
        result["findings"].push_back(
            {{"kind", std::string(key(f.kind))}, {"s_mm", number(inMm(f.s))}, {"text", words(f.text)}});
    }
    return result;
}

/// What is joined to the window, outward from the flange, and the work that it asks for.
Json joinedJson(const analysis::JoinedPassage& passage)
{
    Json json{{"length_mm", number(inMm(passage.length))},
              {"volume_cc", number(inCc(passage.volume))},
              {"window_area_mm2", number(inMm2(passage.window))},
              {"mouth_loss", numberOrNull(passage.mouthLoss)}};
    json["places"] = Json::array();
    for (const analysis::JoinedAt& place : passage.places) {
        json["places"].push_back({{"s_mm", number(inMm(place.s))},
                                  {"area_mm2", number(inMm2(place.area))},
                                  {"wanted_area_mm2", number(inMm2(place.wanted))},
                                  {"depth_mm", number(inMm(place.depth))}});
    }
    return json;
}

}  // namespace

int callAreas(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    Json result = areasJson(port, analysis);
    if (const auto joined = analysis::joinedPassage(job, port, analysis))
        result["joined"] = joinedJson(*joined);
    putAssumed(result, job, port);
    const auto branches = job::branchesOf(job, port);
    if (!branches.empty()) {
        // The sums above are those of the common runner and all branches together.
        result["sum"] = Json::array();
        if (analysis.areas) {
            for (const geometry::AreaAt& knot : analysis.areas->knots())
                result["sum"].push_back({{"s_mm", number(inMm(knot.s))}, {"net_area_mm2", number(inMm2(knot.area))}});
        }
        result["branches"] = Json::array();
        for (const job::Port* branch : branches) {
            Json json{{"id", job::branchName(*branch)}};
            json.update(areasJson(*branch, analysis::analyse(job, *branch)));
            result["branches"].push_back(std::move(json));
        }
    }
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
