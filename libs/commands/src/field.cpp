// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>
#include <ostream>

#include "air/isentropic.hpp"
#include "field_points.hpp"

namespace euryth::commands {

int callField(const Request& request, std::ostream& out)
{
    const auto points = pointsOf(request.points);
    printSpeeds(out, points, *solvedField(request, loadField(request)));
    return kDone;
}

int callShortSide(const Request& request, std::ostream& out)
{
    const FieldJob loaded = loadField(request);
    const port_field::Air air = solvedField(request, loaded);
    const auto verdict = air->walls()[geometry::index(geometry::Sector::Floor)];
    const Speed sonic = air::speedAtMach(loaded.at.room, 1.0);
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
    const auto severity = air->severity();
    result["severity"] = number(severity->severity);
    result["severity_uncertainty"] = number(severity->severityUncertainty);
    result["expected_dead_share"] = number(severity->deadShare);
    result["expected_dead_share_uncertainty"] = number(severity->deadShareUncertainty);
    result["outside_calibration"] = severity->outside;
    putAssumed(result, loaded.job, *loaded.port);
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
