// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>
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
    throw wrongUsage("cli.bad-quality", {{"typed", text}});
}

}  // namespace

int callViscous(const Request& request, std::ostream& out)
{
    const VolumeFlow flow = flowOf(request.flow);
    const exports::Quality quality = qualityOf(request.quality);
    const auto points = pointsOf(request.points);
    const FieldJob loaded = loadField(request, field::kCoarse);
    // A little less than the call may take, so that the child processes are ended in an orderly way.
    constexpr double usual = 3600.0;
    constexpr double before = 0.95;
    const auto limit = std::chrono::seconds(
        std::max<long>(1, std::lround(before * std::min(usual, request.stopAfter.value_or(usual)))));
    request.tell(say("cli.running", {{"port", loaded.port->id}, {"seconds", count(limit.count())}}));
    viscous::Task task{
        loaded.virtualPort->shape(), {flow, port_field::FlowFrom::Typed, {}, loaded.room}, quality, 1, limit, {}};
    const auto solved = viscous::solve(task);
    if (!solved)
        throw fileTrouble(say("cli.run-failed", {{"why", solved.error().why}}));
    const port_field::VirtualPort& port = solved->air->port();
    printSpeeds(out, points, loaded.room,
                [&](const geometry::Point3& p) { return port.field().velocityAt(p, port.forward(flow)); });
    return kDone;
}

}  // namespace euryth::commands
