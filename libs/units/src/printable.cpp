// SPDX-License-Identifier: GPL-3.0-or-later
#include "units/printable.hpp"

#include <cstdint>
#include <optional>

namespace euryth::units {

namespace {

struct Decoded {
    std::uint32_t code = 0;
    std::size_t length = 1;
};

/// The character at the begin of `text`, or nothing where that is no UTF-8 (overlong forms included).
std::optional<Decoded> decoded(std::string_view text)
{
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    const unsigned char first = byte(0);
    if (first < 0x80)
        return Decoded{first, 1};
    const std::size_t length = first >= 0xF0 ? 4 : first >= 0xE0 ? 3 : 2;
    if (first < 0xC2 || first > 0xF4 || text.size() < length)
        return std::nullopt;
    std::uint32_t code = first & (0xFFU >> (length + 1));
    for (std::size_t i = 1; i < length; ++i) {
        if ((byte(i) & 0xC0U) != 0x80U)
            return std::nullopt;
        code = code << 6U | (byte(i) & 0x3FU);
    }
    constexpr std::uint32_t least[] = {0, 0, 0x80, 0x800, 0x10000};
    if (code < least[length] || code > 0x10FFFF || (code >= 0xD800 && code <= 0xDFFF))
        return std::nullopt;
    return Decoded{code, length};
}

}  // namespace

std::string printable(std::string_view text)
{
    constexpr const char* mark = "\xEF\xBF\xBD";
    std::string out;
    while (!text.empty()) {
        const auto here = decoded(text);
        const std::size_t length = here ? here->length : 1;
        const std::uint32_t code = here ? here->code : 0;
        if (code == '\n' || code == '\r' || code == '\t')
            out += ' ';
        else if (!here || code < 0x20 || (code >= 0x7F && code < 0xA0) || code == 0xFFFE || code == 0xFFFF)
            out += mark;
        else
            out += text.substr(0, length);
        text.remove_prefix(length);
    }
    return out;
}

}  // namespace euryth::units
