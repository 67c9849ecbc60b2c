// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "exports/flow_case.hpp"
#include "field_points.hpp"
#include "viscous/solve.hpp"

namespace euryth::commands {

namespace {

exports::Quality qualityOf(const std::string& text)
{
    for (std::size_t i = 0; i < exports::kQualityNames.size(); ++i) {
        if (text == exports::kQualityNames[i])
            return static_cast<exports::Quality>(i);
    }
    throw CallError(kWrongUsage, "--quality: '" + text + "' must be coarse, normal or fine");
}

}  // namespace

int callViscous(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const exports::Quality quality = qualityOf(request.quality);
    const auto points = pointsOf(request.points);
    const FieldJob loaded = loadField(request, field::kCoarse);
    viscous::Task task{
        loaded.virtualPort->shape(), {flow, "typed", loaded.room}, quality, 1, std::chrono::hours(1), {}};
    const auto solved = viscous::solve(task);
    if (!solved)
        throw CallError(kFileTrouble, "viscous run: " + solved.error());
    const judgement::VirtualPort& port = solved->air->port();
    printSpeeds(out, points, loaded.room,
                [&](const geometry::Point3& p) { return port.field().velocityAt(p, port.forward(flow)); });
    return kDone;
}

}  // namespace euryth::commands
