// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"

namespace euryth::commands {

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
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
