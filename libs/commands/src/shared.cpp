// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>
#include <charconv>
#include <cmath>
#include <ostream>

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

void Request::say(const std::string& text) const
{
    if (messages)
        *messages << text << std::endl;  // at once: somebody waits
}

void put(Json& json, const std::string& key, const Json& numberOrNull, const std::string& missing)
{
    json[key] = numberOrNull;
    if (!numberOrNull.is_null())
        return;
    std::string name = key;
    for (const std::string_view unit : {"_mm", "_m_s", "_percent"}) {
        if (name.ends_with(unit))
            name.resize(name.size() - unit.size());
    }
    json[name + "_missing"] = missing;
}

Json numberOrNull(const std::optional<double>& value) { return value ? number(*value) : Json(nullptr); }

std::optional<double> plainNumber(const std::string& text)
{
    double value = 0.0;
    const char* end = text.data() + text.size();
    const auto read = std::from_chars(text.data(), end, value);
    // "nan" and "inf" are read as well, and are no numbers to compute with.
    return read.ec == std::errc{} && read.ptr == end && std::isfinite(value) ? std::optional(value) : std::nullopt;
}

VolumeFlow flowOf(const std::string& text)
{
    constexpr double most = 10.0;
    const auto flow = plainNumber(text);
    if (!flow || !(*flow > 0.0) || *flow > most)
        throw CallError(kWrongUsage, "--flow-m3s: '" + text + "' must be a number over 0, at most 10");
    return VolumeFlow::fromSi(*flow);
}

}  // namespace euryth::commands
