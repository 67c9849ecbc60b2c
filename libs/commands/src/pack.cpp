// SPDX-License-Identifier: GPL-3.0-or-later
#include <ostream>

#include "archive/packed_job.hpp"
#include "call.hpp"

namespace euryth::commands {

int callPack(const Request& request, std::ostream&)
{
    if (const auto packed = archive::pack(request.jobPath, request.to, {!request.withoutCustomer, {}}); !packed)
        throw fileTrouble(packed.error());
    return kDone;
}

int callUnpack(const Request& request, std::ostream& out)
{
    const auto job = archive::unpack(request.jobPath, request.to);
    if (!job)
        throw fileTrouble(job.error());
    out << job->string() << '\n';
    return kDone;
}

}  // namespace euryth::commands
