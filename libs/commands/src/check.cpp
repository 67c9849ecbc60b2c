// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "calls/calls.hpp"
#include "files/job_file.hpp"
#include "units/format.hpp"

namespace euryth::commands {

namespace {

std::string placeOf(const job::Port& port, const calls::Call& call)
{
    std::string place = portPlace(port);
    if (call.probe)
        return place + "/probes/" + port.probes[*call.probe].id;
    if (call.s) {
        if (const auto station = job::stationNear(port, *call.s))
            place += "/stations/" + std::to_string(*station);
    }
    return place;
}

}  // namespace

int callCheck(const Request& request, std::ostream& out)
{
    const auto loaded = files::loadJob(request.jobPath);
    if (!loaded && loaded.error().kind == files::ReadError::Kind::File)
        throw CallError(kFileTrouble, loaded.error().text());
    if (!loaded) {
        out << loaded.error().text() << '\n';
        return kJobHasErrors;
    }
    const units::DisplayUnits metric;
    for (const job::Port& port : loaded->ports) {
        const auto analysis = analysis::analyse(*loaded, port);
        for (const calls::Call& call : calls::callsFor(*loaded, port, analysis)) {
            if (call.acceptedBecause)
                continue;
            out << placeOf(port, call) << ": " << units::render(call.title, metric) << ". "
                << units::render(call.text, metric) << '\n';
        }
    }
    return kDone;
}

}  // namespace euryth::commands
