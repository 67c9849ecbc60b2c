// SPDX-License-Identifier: GPL-3.0-or-later
#include "row_reader.hpp"

namespace euryth::imports {

std::string unitInHeading(const std::string& heading, units::Kind kind)
{
    std::string text = heading;
    while (!text.empty() && (text.back() == ')' || text.back() == ']' || text.back() == ' '))
        text.pop_back();
    std::ranges::replace(text, '_', '/');
    // The longest end that is a unit: of "flow/m3/s" that is m3/s and not s.
    constexpr std::string_view marks = "/ ([";
    for (std::size_t at = text.find_first_of(marks); at != std::string::npos; at = text.find_first_of(marks, at + 1)) {
        const std::string end = text.substr(at + 1);
        const bool word = !end.empty() && end.front() >= 'a' && end.front() <= 'z';
        if (word && units::parseSi("1" + end, kind, {}))
            return end;
    }
    return {};
}

}  // namespace euryth::imports
