// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "air/effective_area.hpp"
#include "call.hpp"
#include "proving/flow_sums.hpp"

namespace euryth::commands {

int callConvert(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const auto depression = [](const std::string& option, const std::string& text) {
        return PressureDifference::fromSi(numberOf(option, text, 1, 60000));
    };
    const auto from = depression("from-pa", request.fromDepression);
    const auto to = depression("to-pa", request.toDepression);
    const air::AirState room = airOf(request);
    const auto effective = air::effectiveArea(room, from, flow);
    const auto there = effective ? air::flowThrough(*effective, room, to) : std::nullopt;
    if (!there)
        throw CallError(kJobHasErrors, say("convert.no-flow"));
    Json result;
    result["compressible_m3_s"] = number(there->si());
    result["square_root_m3_s"] = number(air::bySquareRoot(flow, from, to).si());
    result["standard_air_m3_s"] = number(air::flowThrough(*effective, proving::kStandardAir, to)->si());
    result["effective_area_mm2"] = number(inMm2(*effective));
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
