// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/house_file.hpp"

#include "json_writer.hpp"
#include "read_text.hpp"

namespace euryth::files {

tl::expected<job::House, ReadError> parseHouse(std::string_view text)
{
    const auto root = parseJson(text);
    if (!root)
        return tl::unexpected(root.error());
    if (const auto problem = versionProblem(*root, kHouseFormat, kHouseVersion, "json.no-house"))
        return tl::unexpected(ReadError{ReadError::Kind::Content, {*problem}});
    ReadError error;
    job::Job job;  // rules are checked as those of a job that holds nothing else
    JsonReader reader(*root, "", error.problems);
    reader.alreadyRead("format");
    reader.alreadyRead("version");
    job::describe(reader, job.house);
    if (error.problems.empty())
        error.problems = job::check(job);
    if (!error.problems.empty())
        return tl::unexpected(std::move(error));
    return job.house;
}

tl::expected<job::House, ReadError> loadHouse(const std::filesystem::path& path)
{
    const auto text = readWhole(path);
    return text ? parseHouse(*text) : tl::unexpected(text.error());
}

std::string houseText(const job::House& house)
{
    JsonWriter writer(0);
    writer.writeWhole();
    writer.raw("format", "\"" + std::string(kHouseFormat) + "\"");
    writer.raw("version", std::to_string(kHouseVersion));
    job::describe(writer, house);
    return writer.finished() + "\n";
}

}  // namespace euryth::files
