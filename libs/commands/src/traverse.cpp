// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <ostream>

#include "air/isentropic.hpp"
#include "call.hpp"

namespace euryth::commands {

namespace {

/// Under what the set was read, and how it stands beside the bench's own flow.
void putConditions(Json& result, const job::ProbeSet& set, const analysis::ProbeResult& probe)
{
    result["lift_mm"] = numberOrNull(set.lift, inMm);
    result["depression_pa"] = numberOrNull(set.depression, inPa);
    result["ideal_speed_m_s"] = numberOrNull(probe.idealSpeed, inMps);
    result["bench_flow_m3_s"] = numberOrNull(set.benchFlow, inM3s);
    result["flow_against_bench"] = numberOrNull(probe.flowAgainstBench);
    result["bench"] = set.bench.empty() ? Json(nullptr) : Json(set.bench);
    result["state"] = set.state.empty() ? Json(nullptr) : Json(set.state);
}

}  // namespace

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
    result["mean_read_m_s"] = number(inMps(traverse.meanRead));
    result["mass_share"] = number(traverse.massShare);
    putConditions(result, *set, probe);
    const auto room = analysis::roomAir(job.bench);
    result["points"] = Json::array();
    for (std::size_t i = 0; i < traverse.points.size(); ++i) {
        const probing::PointResult& point = traverse.points[i];
        const auto mach = point.speed && room ? air::machAtSpeed(*room, abs(*point.speed)) : std::nullopt;
        result["points"].push_back(
            {{"u", number(point.at.u)},
             {"v", number(point.at.v)},
             {"speed_m_s", numberOrNull(point.speed, inMps)},
             {"ratio", numberOrNull(point.ratio)},
             {"verdict", point.verdict ? Json(std::string(key(*point.verdict))) : Json(nullptr)},
             {"mach", numberOrNull(mach)},
             {"scatter_m_s", numberOrNull(set->readings[i].scatter, inMps)},
             {"samples", set->readings[i].samples ? Json(*set->readings[i].samples) : Json(nullptr)}});
    }
    out << result.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
