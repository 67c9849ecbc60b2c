// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/job_file.hpp"

#include "files/migrate.hpp"
#include "json_reader.hpp"
#include "json_writer.hpp"
#include "read_text.hpp"

namespace euryth::files {

std::vector<Phrase> ReadError::lines() const
{
    std::vector<Phrase> lines;
    for (const job::Problem& p : problems)
        lines.push_back(say("problem", {{"place", p.place}, {"problem", p.text}}));
    return lines;
}

tl::expected<job::Job, ReadError> parseJob(std::string_view text, std::vector<std::string>* notes)
{
    auto root = parseJson(text);
    if (!root)
        return tl::unexpected(root.error());
    if (const auto problem = versionProblem(*root, kJobFormat, kJobVersion, "json.no-job"))
        return tl::unexpected(ReadError{ReadError::Kind::Content, {*problem}});

    std::vector<std::string> unread;
    migrate(*root, kJobVersion, migrations(), notes ? *notes : unread);

    ReadError error;
    job::Job job;
    JsonReader reader(*root, "", error.problems);
    reader.alreadyRead("format");
    reader.alreadyRead("version");
    job::describe(reader, job);
    if (error.problems.empty())
        error.problems = job::check(job);
    if (!error.problems.empty())
        return tl::unexpected(std::move(error));
    return job;
}

tl::expected<job::Job, ReadError> loadJob(const std::filesystem::path& path, std::vector<std::string>* notes)
{
    const auto text = readWhole(path);
    return text ? parseJob(*text, notes) : tl::unexpected(text.error());
}

std::string jobText(const job::Job& job)
{
    JsonWriter writer(0);
    writer.raw("format", "\"" + std::string(kJobFormat) + "\"");
    writer.raw("version", std::to_string(kJobVersion));
    job::describe(writer, job);
    return writer.finished() + "\n";
}

}  // namespace euryth::files
