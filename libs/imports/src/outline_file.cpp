// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/outline_file.hpp"

#include <algorithm>
#include <fstream>
#include <sstream>

#include "imports/csv.hpp"
#include "imports/station_import.hpp"
#include "shapes.hpp"
#include "units/parse.hpp"

namespace euryth::imports {

namespace {

constexpr std::uintmax_t kLargestFile = 32u << 20;

tl::expected<std::string, Phrase> contentOf(const std::filesystem::path& path)
{
    std::error_code code;
    if (std::filesystem::exists(path, code) && !std::filesystem::is_regular_file(path, code))
        return tl::unexpected(say("import.no-file", {{"file", path.string()}}));
    const auto size = std::filesystem::file_size(path, code);
    if (!code && size > kLargestFile)
        return tl::unexpected(say("import.huge", {{"file", path.string()}}));
    std::ifstream in(path, std::ios::binary);
    std::ostringstream content;
    content << in.rdbuf();
    if (!in)
        return tl::unexpected(say("import.unread", {{"file", path.string()}}));
    return std::move(content).str();
}

}  // namespace

tl::expected<ImportedOutline, Phrase> largestOf(std::vector<geometry::Outline> shapes, bool scaleKnown)
{
    Phrase trouble = say("import.no-shape");
    std::erase_if(shapes, [&](const geometry::Outline& shape) {
        if (shape.points.size() > kMostPoints) {
            trouble = say("import.corners", {{"corners", count(shape.points.size())}, {"most", count(kMostPoints)}});
            return true;
        }
        const auto problem = geometry::problemOf(shape);
        if (problem)
            trouble = say("import.outline", {{"problem", *problem}});
        return problem.has_value();
    });
    if (shapes.empty())
        return tl::unexpected(trouble);
    const auto largest =
        std::ranges::max_element(shapes, {}, [](const geometry::Outline& shape) { return geometry::area(shape); });
    return ImportedOutline{geometry::centred(*largest), scaleKnown, shapes.size()};
}

tl::expected<ImportedOutline, Phrase> outlineFromTable(std::string_view text, const units::DisplayUnits& units)
{
    const std::vector<Row> rows = splitTable(text);
    geometry::Outline outline;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const Row& row = rows[r];
        double values[2] = {0.0, 0.0};
        Phrase trouble;
        for (std::size_t c = 0; c < 2 && trouble.empty(); ++c) {
            const auto parsed = units::parseSi(c < row.size() ? row[c] : std::string(), units::Kind::Length, units);
            if (parsed)
                values[c] = *parsed;
            else
                trouble = CellTrouble{r, c, parsed.error().message}.phrase();
        }
        const bool heading = r == 0 && std::ranges::none_of(row.empty() ? std::string() : row[0],
                                                            [](char c) { return c >= '0' && c <= '9'; });
        if (!trouble.empty() && !heading)
            return tl::unexpected(trouble);
        if (trouble.empty())
            outline.points.push_back({values[0], values[1]});
    }
    return largestOf({outline}, true);
}

tl::expected<ImportedOutline, Phrase> outlineFromFile(const std::filesystem::path& path,
                                                      const units::DisplayUnits& units)
{
    std::string ending = path.extension().string();
    std::ranges::transform(ending, ending.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    if (ending == ".dxf") {
        // The library reads the file itself, but takes every count in it at its word.
        return contentOf(path).and_then([&](const std::string& text) -> tl::expected<ImportedOutline, Phrase> {
            if (const auto problem = absurdCount(text))
                return tl::unexpected(say("import.absurd", {{"file", path.string()}, {"problem", *problem}}));
            return outlineFromDxf(path);
        });
    }
    return contentOf(path).and_then([&](const std::string& text) {
        return ending == ".svg" ? outlineFromSvg(text) : outlineFromTable(text, units);
    });
}

}  // namespace euryth::imports
