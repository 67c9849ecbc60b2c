// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "units/format.hpp"

namespace euryth::commands {

int callAreas(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = judgement::analyse(job, port);

    Json result;
    result["stations"] = Json::array();
    for (const job::Station& station : port.stations) {
        const auto& shape = station.section.shape;
        result["stations"].push_back({{"s_mm", number(inMm(station.s))},
                                      {"area_mm2", number(inMm2(geometry::area(shape)))},
                                      {"net_area_mm2", number(inMm2(job::netArea(station)))},
                                      {"perimeter_mm", number(inMm(geometry::perimeter(shape)))},
                                      {"hydraulic_diameter_mm", number(inMm(geometry::hydraulicDiameter(shape)))}});
    }
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
        result["findings"].push_back({{"kind", std::string(key(f.kind))},
                                      {"s_mm", number(inMm(f.s))},
                                      {"text", units::render(f.text, units::DisplayUnits{})}});
    }
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
