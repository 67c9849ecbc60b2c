// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "tasks/export_port.hpp"

namespace euryth::commands {

int callExport(const Request& request, std::ostream&)
{
    tasks::ExportWish wish;
    wish.path = request.to;
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind)
        throw wrongUsage("cli.bad-ending", {{"typed", request.to}});
    const job::Job job = loadOrThrow(request.jobPath);
    const job::Port& port = portOrThrow(job, request.port);
    const auto analysis = analysis::analyse(job, port);
    if (!request.flow.empty())
        wish.air = *port_field::portAir(job, port, analysis, flowOf(request.flow), nullptr);
    const auto written = tasks::exportPort({job, port, analysis}, wish);
    if (written)
        return kDone;
    if (written.error().kind == tasks::Error::Kind::Missing)
        throw missingFor(port, written.error().why);
    throw fileTrouble(written.error().why);
}

}  // namespace euryth::commands
