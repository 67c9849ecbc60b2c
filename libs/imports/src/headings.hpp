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

inline bool contains(const std::string& text, std::string_view part) { return text.find(part) != std::string::npos; }

}  // namespace euryth::imports
