// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "call.hpp"
#include "files/schema.hpp"

namespace euryth::commands {

int callSchema(const Request& request, std::ostream& out)
{
    const auto kind = files::fileKindOf(request.jobPath);
    if (!kind)
        throw wrongUsage("cli.no-schema", {{"typed", request.jobPath}});
    out << files::schemaText(*kind);
    return kDone;
}

}  // namespace euryth::commands
