// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <charconv>
#include <string>

namespace euryth::exports {

/// Appends a number as short as a single-precision number is exact, with a point whatever the locale says.
inline void append(std::string& text, double value)
{
    std::array<char, 32> digits{};
    const auto end = std::to_chars(digits.data(), digits.data() + digits.size(), static_cast<float>(value)).ptr;
    text.append(digits.data(), end);
}

inline void append(std::string& text, double x, double y, double z)
{
    append(text, x);
    text += ' ';
    append(text, y);
    text += ' ';
    append(text, z);
    text += '\n';
}

}  // namespace euryth::exports
