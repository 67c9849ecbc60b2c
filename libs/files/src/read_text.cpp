// SPDX-License-Identifier: GPL-3.0-or-later
#include "read_text.hpp"

#include <algorithm>
#include <fstream>
#include <set>

namespace euryth::files {

namespace {

constexpr int kDeepestNesting = 64;  // a job needs 8; unknown keys may go deeper
constexpr std::uintmax_t kLargestFile = 256u << 20;

ReadError contentError(std::string place, Phrase text)
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
            throw Refused{{"the file", say("json.nesting", {{"most", count(kDeepestNesting)}})}};
        // A record is searched from its start for each key, so that a huge one would take minutes.
        constexpr std::size_t mostKeys = 5000;
        if (!m_keys.empty() && m_keys.back().size() > mostKeys)
            throw Refused{{"the file", say("json.keys", {{"most", count(mostKeys)}})}};
        if (event == Json::parse_event_t::object_start)
            m_keys.emplace_back();
        else if (event == Json::parse_event_t::object_end)
            m_keys.pop_back();
        else if (event == Json::parse_event_t::key && !m_keys.back().insert(parsed.get<std::string>()).second)
            throw Refused{{"key \"" + parsed.get<std::string>() + "\"", say("json.key-twice")}};
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
        return tl::unexpected(contentError(lineAndColumn(text, e.byte), say(cutOff ? "json.cut-off" : "json.syntax")));
    } catch (const Json::out_of_range&) {
        return tl::unexpected(contentError("the file", say("json.too-large")));
    } catch (const Json::exception& e) {
        return tl::unexpected(contentError("the file", say("json.unreadable", {{"what", e.what()}})));
    }
}

std::optional<job::Problem> versionProblem(const Json& root, std::string_view format, int newest, std::string_view what)
{
    if (!root.is_object())
        return job::Problem{"the file", say("json.must.record", {{"is", JsonReader::kindOf(root)}})};
    const auto found = root.find("format");
    if (found == root.end() || *found != format)
        return job::Problem{"format", say(what, {{"format", std::string(format)}})};
    const auto version = root.find("version");
    if (version == root.end() || !version->is_number_integer() || version->get<std::int64_t>() < 1)
        return job::Problem{"version", say("json.version", {{"newest", count(newest)}})};
    if (version->get<std::int64_t>() > newest) {
        return job::Problem{"version", say("json.newer", {{"version", version->dump()}, {"newest", count(newest)}})};
    }
    return std::nullopt;
}

tl::expected<std::string, ReadError> readWhole(const std::filesystem::path& path)
{
    const auto fileError = [&](std::string_view id) {
        return tl::unexpected(ReadError{ReadError::Kind::File, {{path.string(), say(id)}}});
    };
    std::error_code code;
    if (std::filesystem::is_directory(path, code))
        return fileError("file.folder");
    // A pipe or a device may never answer, or never end.
    if (std::filesystem::exists(path, code) && !std::filesystem::is_regular_file(path, code))
        return fileError("file.device");
    std::ifstream in(path, std::ios::binary);
    const auto size = std::filesystem::file_size(path, code);
    if (!in || code)
        return fileError("file.unopened");
    if (size > kLargestFile)
        return fileError("file.huge");
    std::string content(static_cast<std::size_t>(size), '\0');
    in.read(content.data(), static_cast<std::streamsize>(size));
    content.resize(static_cast<std::size_t>(in.gcount()));
    if (in.bad())
        return fileError("file.unread");
    return content;
}

}  // namespace euryth::files
