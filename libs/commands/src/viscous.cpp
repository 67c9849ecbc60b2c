// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>
#include <ostream>

#include "exports/flow_case.hpp"
#include "field_points.hpp"
#include "viscous/solve.hpp"

namespace euryth::commands {

namespace {

port_field::Quality qualityOf(const std::string& text)
{
    for (std::size_t i = 0; i < port_field::kQualityNames.size(); ++i) {
        if (text == port_field::kQualityNames[i])
            return static_cast<port_field::Quality>(i);
    }
    throw wrongUsage("cli.bad-quality", {{"typed", text}});
}

}  // namespace

int callViscous(const Request& request, std::ostream& out)
{
    const port_field::Quality quality = qualityOf(request.quality);
    const auto points = pointsOf(request.points);
    const FieldJob loaded = loadField(request);
    // A little less than the call may take, so that the child processes are ended in an orderly way.
    constexpr double usual = 3600.0;
    constexpr double before = 0.95;
    const auto limit = std::chrono::seconds(
        std::max<long>(1, std::lround(before * std::min(usual, request.stopAfter.value_or(usual)))));
    request.tell(say("cli.running", {{"port", loaded.port->id}, {"seconds", count(limit.count())}}));
    const viscous::Task task{loaded.shape, loaded.at, quality, 1, limit, {}};
    const auto solved = viscous::solve(task);
    if (!solved)
        throw fileTrouble(say("cli.run-failed", {{"why", solved.error().why}}));
    printSpeeds(out, points, *port_field::viscousAir(solved->air, loaded.at, nullptr, viscous::nameOf(*solved)));
    return kDone;
}

}  // namespace euryth::commands
