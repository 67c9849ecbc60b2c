// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "paper/writers.hpp"

namespace euryth::paper {

std::string csvText(const std::vector<std::vector<std::string>>& rows)
{
    std::string text;
    for (const auto& row : rows) {
        for (std::size_t i = 0; i < row.size(); ++i) {
            if (i > 0)
                text += ',';
            if (row[i].find_first_of(",\"\n\r") == std::string::npos) {
                text += row[i];
                continue;
            }
            text += '"';
            for (const char c : row[i])
                text += c == '"' ? std::string("\"\"") : std::string(1, c);
            text += '"';
        }
        text += '\n';
    }
    return text;
}

std::optional<Kind> kindOf(const std::filesystem::path& path)
{
    std::string ending = path.extension().string();
    std::ranges::transform(ending, ending.begin(),
                           [](char c) { return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c; });
    if (ending == ".csv")
        return Kind::Csv;
    if (ending == ".svg")
        return Kind::Svg;
    if (ending == ".dxf")
        return Kind::Dxf;
    if (ending == ".pdf")
        return Kind::Pdf;
    return std::nullopt;
}

}  // namespace euryth::paper
