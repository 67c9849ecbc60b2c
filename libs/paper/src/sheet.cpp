// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/sheet.hpp"

#include <array>
#include <string_view>

namespace euryth::paper {

std::string_view name(Ink ink)
{
    constexpr std::array<std::string_view, 4> names{"cut", "present", "help", "check"};
    return names[static_cast<std::size_t>(ink)];
}

void Sheet::box(Spot corner, double width, double height, Ink ink)
{
    strokes.push_back(
        {{corner, {corner.x + width, corner.y}, {corner.x + width, corner.y + height}, {corner.x, corner.y + height}},
         true,
         ink});
}

}  // namespace euryth::paper
