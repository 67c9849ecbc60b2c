// SPDX-License-Identifier: GPL-3.0-or-later
#include <charconv>
#include <cmath>
#include <ostream>
#include <sstream>
#include <vector>

#include "call.hpp"

namespace euryth::commands {

namespace {

constexpr double kGreatestLift = 50.0;  // mm, as in the job file

std::vector<Length> liftsOf(const std::string& list)
{
    std::vector<Length> lifts;
    std::istringstream in(list);
    for (std::string item; std::getline(in, item, ',');) {
        double mm = 0.0;
        const char* end = item.data() + item.size();
        const auto read = std::from_chars(item.data(), end, mm);
        if (read.ec != std::errc{} || read.ptr != end || !(mm >= 0.0) || mm > kGreatestLift)
            throw wrongUsage("cli.bad-lift", {{"typed", item}, {"most", Number{kGreatestLift, 0}}});
        lifts.push_back(lengthFromMm(mm));
    }
    if (lifts.empty() || list.back() == ',')
        throw wrongUsage("cli.lifts", {});
    return lifts;
}

}  // namespace

int callOpening(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const std::vector<Length> lifts = liftsOf(request.lifts);
    const auto valve = job::valveGeometry(port.valve);
    if (!valve)
        throw CallError(kJobHasErrors, say("cli.missing", {{"place", portPlace(port) + "/valve"},
                                                           {"missing", say("missing.valve-and-stem")}}));
    Json result;
    result["points"] = Json::array();
    for (const Length lift : lifts) {
        const geometry::Opening opening = geometry::openingAt(*valve, lift);
        result["points"].push_back({{"lift_mm", number(inMm(lift))},
                                    {"area_mm2", number(inMm2(opening.area))},
                                    {"stage", static_cast<int>(opening.stage) + 1},
                                    {"limited_by", std::string(key(opening.stage))}});
    }
    result["throat_area_mm2"] = number(inMm2(geometry::throatNetArea(valve->throat, valve->stem)));
    result["throat_takes_over_mm"] = number(inMm(geometry::throatTakesOver(*valve)));
    putAssumed(result, job, port);
    if (!port.valve.face || !port.valve.back)
        result["assumed"].push_back(words(say("assumed.valve-back")));
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
