// SPDX-License-Identifier: GPL-3.0-or-later
#include "read_text.hpp"

#include <algorithm>
#include <fstream>
#include <set>

namespace euryth::files {

namespace {

constexpr int kDeepestNesting = 64;  // a job needs 8; unknown keys may go deeper
constexpr std::uintmax_t kLargestFile = 256u << 20;

ReadError contentError(std::string place, std::string text)
{
    return {ReadError::Kind::Content, {{std::move(place), std::move(text)}}};
}

std::string lineAndColumn(std::string_view text, std::size_t byte)
{
    const std::string_view before = text.substr(0, std::min(byte, text.size()));
    const auto line = 1 + std::ranges::count(before, '\n');
    const auto lineStart = before.rfind('\n');
    const std::size_t column = before.size() - (lineStart == std::string_view::npos ? 0 : lineStart + 1);
    return "line " + std::to_string(line) + ", column " + std::to_string(std::max<std::size_t>(column, 1));
}

/// Thrown out of the parser's callback; carries what the user is told.
struct Refused {
    job::Problem problem;
};

/// Watches the parser: stops at absurd nesting, and at a key that stands twice in one record (the parser would keep one
/// and lose the other).
class Watch {
public:
    bool operator()(int depth, Json::parse_event_t event, Json& parsed)
    {
        if (depth > kDeepestNesting)
            throw Refused{{"the file", "has more than " + std::to_string(kDeepestNesting) +
                                           " brackets inside each other; a job has no more than 8"}};
        // A record is searched from its start for each key, so that a huge one would take minutes.
        constexpr std::size_t mostKeys = 5000;
        if (!m_keys.empty() && m_keys.back().size() > mostKeys)
            throw Refused{{"the file", "has a record of more than " + std::to_string(mostKeys) +
                                           " keys; a job's have under a hundred"}};
        if (event == Json::parse_event_t::object_start)
            m_keys.emplace_back();
        else if (event == Json::parse_event_t::object_end)
            m_keys.pop_back();
        else if (event == Json::parse_event_t::key && !m_keys.back().insert(parsed.get<std::string>()).second)
            throw Refused{
                {"key \"" + parsed.get<std::string>() + "\"", "stands twice in one record; keep one of them"}};
        return true;
    }

private:
    std::vector<std::set<std::string>> m_keys;
};

}  // namespace

tl::expected<Json, ReadError> parseJson(std::string_view text)
{
    Watch watch;
    try {
        return Json::parse(text.begin(), text.end(), std::ref(watch));
    } catch (const Refused& refused) {
        return tl::unexpected(ReadError{ReadError::Kind::Content, {refused.problem}});
    } catch (const Json::parse_error& e) {
        const bool cutOff = e.byte >= text.size();
        return tl::unexpected(contentError(lineAndColumn(text, e.byte),
                                           cutOff ? "the file ends in the middle of something; it may be cut off"
                                                  : "is not JSON: a value, comma or bracket is missing or wrong here"));
    } catch (const Json::out_of_range&) {
        return tl::unexpected(contentError("the file", "holds a number that is too large to compute with"));
    } catch (const Json::exception& e) {
        return tl::unexpected(contentError("the file", std::string("cannot be read as JSON: ") + e.what()));
    }
}

std::optional<job::Problem> versionProblem(const Json& root, std::string_view format, int newest, std::string_view what)
{
    if (!root.is_object())
        return job::Problem{"the file", "must be a record in braces, is " + JsonReader::kindOf(root)};
    const auto found = root.find("format");
    if (found == root.end() || *found != format)
        return job::Problem{"format", "must be \"" + std::string(format) + "\"; this is not " + std::string(what)};
    const auto version = root.find("version");
    if (version == root.end() || !version->is_number_integer() || version->get<std::int64_t>() < 1)
        return job::Problem{"version", "must be a whole number from 1 to " + std::to_string(newest)};
    if (version->get<std::int64_t>() > newest) {
        return job::Problem{"version", "is " + version->dump() + "; this Euryth reads up to " + std::to_string(newest) +
                                           ". Open it with a newer Euryth."};
    }
    return std::nullopt;
}

tl::expected<std::string, ReadError> readWhole(const std::filesystem::path& path)
{
    const auto fileError = [&](const std::string& text) {
        return tl::unexpected(ReadError{ReadError::Kind::File, {{path.string(), text}}});
    };
    std::error_code code;
    if (std::filesystem::is_directory(path, code))
        return fileError("is a folder; a file is wanted");
    // A pipe or a device may never answer, or never end.
    if (std::filesystem::exists(path, code) && !std::filesystem::is_regular_file(path, code))
        return fileError("is a pipe or a device; a file on disk is wanted");
    std::ifstream in(path, std::ios::binary);
    const auto size = std::filesystem::file_size(path, code);
    if (!in || code)
        return fileError("cannot be opened; does it exist, and may it be read?");
    if (size > kLargestFile)
        return fileError("is over 256 MB; that is no file of Euryth");
    std::string content(static_cast<std::size_t>(size), '\0');
    in.read(content.data(), static_cast<std::streamsize>(size));
    content.resize(static_cast<std::size_t>(in.gcount()));
    if (in.bad())
        return fileError("cannot be read to its end");
    return content;
}

}  // namespace euryth::files
