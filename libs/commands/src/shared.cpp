// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>
#include <charconv>

#include "call.hpp"
#include "files/job_file.hpp"

namespace euryth::commands {

job::Job loadOrThrow(const std::string& path)
{
    auto loaded = files::loadJob(path);
    if (!loaded) {
        const bool file = loaded.error().kind == files::ReadError::Kind::File;
        throw CallError(file ? kFileTrouble : kJobHasErrors, loaded.error().text());
    }
    return std::move(*loaded);
}

const job::Port& portOrThrow(const job::Job& job, const std::string& id)
{
    if (const auto index = job::findPort(job, id))
        return job.ports[*index];
    std::string known;
    for (const job::Port& port : job.ports)
        known += (known.empty() ? "" : ", ") + port.id;
    throw CallError(kWrongUsage,
                    "--port " + id + ": the job has no such port; it has " + (known.empty() ? "none" : known));
}

std::string portPlace(const job::Port& port)
{
    return port.isBranch() ? "ports/" + port.parent + "/branches/" + job::branchName(port) : "ports/" + port.id;
}

Json number(double value)
{
    constexpr int digits = 10;
    std::array<char, 64> buffer{};
    const auto end =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::general, digits);
    double rounded = 0.0;
    std::from_chars(buffer.data(), end.ptr, rounded);
    return rounded;
}

Json numberOrNull(const std::optional<double>& value) { return value ? number(*value) : Json(nullptr); }

}  // namespace euryth::commands
