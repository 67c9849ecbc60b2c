// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/sheet.hpp"

#include <array>
#include <string_view>

namespace euryth::paper {

Pen penOf(Ink ink)
{
    constexpr std::array pens{Pen{0.0, 0.3, false}, Pen{0.27, 0.15, true}, Pen{0.47, 0.12, false},
                              Pen{0.0, 0.2, false}};
    return pens.at(static_cast<std::size_t>(ink));
}

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
