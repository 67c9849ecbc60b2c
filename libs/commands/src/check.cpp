// SPDX-License-Identifier: GPL-3.0-or-later
#include <map>
#include <ostream>

#include "call.hpp"
#include "calls/calls.hpp"

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
        throw fileTrouble(verbatim(words(loaded.error().lines())));
    if (!loaded) {
        out << words(loaded.error().lines()) << '\n';
        return kJobHasErrors;
    }
    // Calls of one port ask for the flows of others: each is worked out once.
    std::map<std::size_t, Known<engine::PortFlows>> known;
    const engine::FlowsOf flowsOf = [&](std::size_t i) {
        if (!known.contains(i))
            known.emplace(i, engine::portFlows(*loaded, loaded->ports[i]));
        return known.at(i);
    };
    for (const job::Port& port : loaded->ports) {
        const auto analysis = analysis::analyse(*loaded, port);
        for (const calls::Call& call : calls::callsFor(*loaded, port, analysis, flowsOf)) {
            if (call.acceptedBecause)
                continue;
            out << placeOf(port, call) << ": " << words(call.title) << ". " << words(call.text) << '\n';
        }
    }
    return kDone;
}

}  // namespace euryth::commands
