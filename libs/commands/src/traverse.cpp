// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <ostream>

#include "call.hpp"

namespace euryth::commands {

int callTraverse(const Request& request, std::ostream& out)
{
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto set = std::ranges::find(port.probes, request.probe, &job::ProbeSet::id);
    if (set == port.probes.end()) {
        std::string known;
        for (const job::ProbeSet& p : port.probes)
            known += (known.empty() ? "" : ", ") + p.id;
        throw wrongUsage(
            "cli.no-set",
            {{"set", request.probe}, {"port", port.id}, {"known", known.empty() ? say("none") : verbatim(known)}});
    }
    const auto analysis = analysis::analyse(job, port);
    const auto& probe = analysis.probes[static_cast<std::size_t>(set - port.probes.begin())];
    if (!probe.traverse)
        throw CallError(kJobHasErrors, say("cli.missing", {{"place", portPlace(port) + "/probes/" + set->id},
                                                           {"missing", probe.traverse.missing}}));

    const probing::Traverse& traverse = *probe.traverse;
    Json result;
    result["mean_m_s"] = number(inMps(traverse.mean));
    result["flow_m3_s"] = number(inM3s(traverse.flow));
    result["uniformity"] = number(traverse.uniformity);
    result["energy_factor"] = number(traverse.energyFactor);
    result["momentum_factor"] = number(traverse.momentumFactor);
    result["points"] = Json::array();
    for (const probing::PointResult& point : traverse.points) {
        result["points"].push_back(
            {{"u", number(point.at.u)},
             {"v", number(point.at.v)},
             {"speed_m_s", numberOrNull(point.speed, inMps)},
             {"ratio", numberOrNull(point.ratio)},
             {"verdict", point.verdict ? Json(std::string(key(*point.verdict))) : Json(nullptr)}});
    }
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
