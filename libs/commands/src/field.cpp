// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>
#include <ostream>

#include "air/isentropic.hpp"
#include "field_points.hpp"

namespace euryth::commands {

int callField(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const auto points = pointsOf(request.points);
    const FieldJob loaded = loadField(request, field::kFull);
    printSpeeds(out, points, loaded.room,
                [&](const geometry::Point3& p) { return loaded.virtualPort->field().velocityAt(p, flow); });
    return kDone;
}

int callShortSide(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const FieldJob loaded = loadField(request, field::kFull);
    const auto verdict = port_field::shortSide(*loaded.virtualPort, loaded.room, flow);
    const Speed sonic = air::speedAtMach(loaded.room, 1.0);
    if (verdict.peak > sonic) {
        throw CallError(kJobHasErrors, say("cli.too-much-flow",
                                           {{"port", loaded.port->id}, {"peak", verdict.peak}, {"sonic", sonic}}));
    }
    Json result;
    result["peak_speed_m_s"] = number(verdict.peak.si());
    result["h_max"] = number(verdict.greatestShape);
    result["lifts_off"] = verdict.liftsOff();
    result["lift_off_s_mm"] = numberOrNull(verdict.liftsOff() ? verdict.liftsOffAt : std::nullopt, inMm);
    result["may_lift_off_s_mm"] = numberOrNull(verdict.liftsOff() ? std::nullopt : verdict.liftsOffAt, inMm);
    result["warning"] = verdict.near() || verdict.liftsOff();
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
