// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cctype>
#include <string>
#include <string_view>

/// What readers of tables look for in headings.
namespace euryth::imports {

inline std::string lower(std::string text)
{
    std::ranges::transform(text, text.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

/// A number and nothing behind it.
inline bool isBare(const std::string& text) { return text.find_first_not_of("0123456789.,+-") == std::string::npos; }

/// A heading that is one letter, with a unit behind it or not: "s", "s [mm]", "w_in".
inline bool isLetter(const std::string& heading, char letter)
{
    return !heading.empty() && heading[0] == letter &&
           (heading.size() == 1 || std::isalnum(static_cast<unsigned char>(heading[1])) == 0);
}

inline bool contains(const std::string& text, std::string_view part) { return text.find(part) != std::string::npos; }

}  // namespace euryth::imports
