// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/outline_file.hpp"

#include <algorithm>
#include <fstream>
#include <sstream>

#include "imports/csv.hpp"
#include "shapes.hpp"
#include "units/parse.hpp"

namespace euryth::imports {

namespace {

constexpr std::uintmax_t kLargestFile = 32u << 20;

tl::expected<std::string, std::string> contentOf(const std::filesystem::path& path)
{
    std::error_code code;
    if (std::filesystem::exists(path, code) && !std::filesystem::is_regular_file(path, code))
        return tl::unexpected(path.string() + " is no file on disk");
    const auto size = std::filesystem::file_size(path, code);
    if (!code && size > kLargestFile)
        return tl::unexpected(path.string() + " is over 32 MB; that is no outline");
    std::ifstream in(path, std::ios::binary);
    std::ostringstream content;
    content << in.rdbuf();
    if (!in)
        return tl::unexpected(path.string() + " cannot be read");
    return std::move(content).str();
}

}  // namespace

tl::expected<ImportedOutline, std::string> largestOf(std::vector<geometry::Outline> shapes, bool scaleKnown)
{
    std::string trouble = "there is no closed shape in it";
    std::erase_if(shapes, [&](const geometry::Outline& shape) {
        if (shape.points.size() > kMostPoints) {
            trouble = "the outline has " + std::to_string(shape.points.size()) + " corners, at most " +
                      std::to_string(kMostPoints) + " can be computed with: thin it out first";
            return true;
        }
        const auto problem = geometry::problemOf(shape);
        if (problem)
            trouble = "the outline " + *problem;
        return problem.has_value();
    });
    if (shapes.empty())
        return tl::unexpected(trouble);
    const auto largest =
        std::ranges::max_element(shapes, {}, [](const geometry::Outline& shape) { return geometry::area(shape); });
    return ImportedOutline{geometry::centred(*largest), scaleKnown, shapes.size()};
}

tl::expected<ImportedOutline, std::string> outlineFromTable(std::string_view text, const units::DisplayUnits& units)
{
    const std::vector<Row> rows = splitTable(text);
    geometry::Outline outline;
    for (std::size_t r = 0; r < rows.size(); ++r) {
        const Row& row = rows[r];
        double values[2] = {0.0, 0.0};
        std::string trouble;
        for (std::size_t c = 0; c < 2 && trouble.empty(); ++c) {
            const std::string where = "row " + std::to_string(r + 1) + ", column " + columnName(c) + ": ";
            const auto parsed = units::parseSi(c < row.size() ? row[c] : std::string(), units::Kind::Length, units);
            if (parsed)
                values[c] = *parsed;
            else
                trouble = where + parsed.error().message;
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

tl::expected<ImportedOutline, std::string> outlineFromFile(const std::filesystem::path& path,
                                                           const units::DisplayUnits& units)
{
    std::string ending = path.extension().string();
    std::ranges::transform(ending, ending.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    if (ending == ".dxf") {
        // The library reads the file itself, but takes every count in it at its word.
        return contentOf(path).and_then([&](const std::string& text) -> tl::expected<ImportedOutline, std::string> {
            if (const auto problem = absurdCount(text))
                return tl::unexpected(path.string() + " " + *problem);
            return outlineFromDxf(path);
        });
    }
    return contentOf(path).and_then([&](const std::string& text) {
        return ending == ".svg" ? outlineFromSvg(text) : outlineFromTable(text, units);
    });
}

}  // namespace euryth::imports
