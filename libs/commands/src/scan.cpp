// SPDX-License-Identifier: GPL-3.0-or-later
#include "scan/port_scan.hpp"

#include <ostream>

#include "call.hpp"
#include "files/job_file.hpp"
#include "job/traced.hpp"

namespace euryth::commands {

namespace {

Length unitOf(const std::string& typed)
{
    if (typed.empty() || typed == "mm")
        return lengthFromMm(1.0);
    if (typed == "in")
        return lengthFromInch(1.0);
    throw wrongUsage("cli.bad-unit", {{"typed", typed}});
}

/// A job of one port that holds the proposed stations.
job::Job jobOf(const scan::PortScan& scan, const std::vector<std::size_t>& proposed, const std::string& title)
{
    job::Job job;
    job.title = title;
    job::Port& port = job.ports.emplace_back();
    port.id = "I1";
    port.side = job::Side::Intake;
    for (const std::size_t i : proposed)
        port.stations.push_back(job::tracedStation(scan.slices[i]));
    return job;
}

}  // namespace

int callScan(const Request& request, std::ostream& out)
{
    const auto mesh = scan::loadStl(request.jobPath, unitOf(request.unit));
    if (!mesh)
        throw fileTrouble(mesh.error());
    const auto scan = scan::slicePort(*mesh, request.otherWay);
    if (!scan)
        throw CallError(kJobHasErrors, scan.error());
    const auto curve = scan->areas();
    const auto proposed = scan::proposeStations(*scan);
    Json json;
    json["triangles"] = mesh->faces.size();
    json["length_mm"] = number(inMm(curve.length()));
    json["volume_cc"] = number(inCc(curve.volume()));
    json["stations"] = Json::array();
    for (const std::size_t i : proposed) {
        const scan::Slice& slice = scan->slices[i];
        const auto box = geometry::boxOf(slice.outline);
        json["stations"].push_back({{"s_mm", number(inMm(slice.s))},
                                    {"area_mm2", number(inMm2(slice.area))},
                                    {"width_mm", number(inMm(box.width))},
                                    {"height_mm", number(inMm(box.height))},
                                    {"pitch_deg", number(inDegrees(slice.pose.pitch))},
                                    {"yaw_deg", number(inDegrees(slice.pose.yaw))}});
    }
    if (!request.to.empty()) {
        const auto saved = files::saveText(request.to, files::jobText(jobOf(*scan, proposed, request.jobPath)));
        if (!saved)
            throw fileTrouble(saved.error());
    }
    out << json.dump(2) << '\n';
    return kDone;
}

}  // namespace euryth::commands
