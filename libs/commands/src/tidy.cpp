// SPDX-License-Identifier: GPL-3.0-or-later
#include "call.hpp"
#include "files/job_file.hpp"

namespace euryth::commands {

int callTidy(const Request& request, std::ostream&)
{
    const job::Job job = loadOrThrow(request.jobPath);
    if (const auto saved = files::saveText(request.to, files::jobText(job)); !saved)
        throw fileTrouble(saved.error());
    return kDone;
}

}  // namespace euryth::commands
