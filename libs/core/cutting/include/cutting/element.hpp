// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>
#include <vector>

#include "geometry/sector.hpp"
#include "words/phrase.hpp"

namespace euryth::cutting {

/// A part of the runner between two places where the hand has to stop or take another tool.
enum class Part { Window, Straight, Turn, Bowl };

/// What a hand works on in one go, in the order of work within a port: the short side from the chamber first, then the
/// floor toward it; floor before roof, as from the roof one would push against the wall one is shaping; walls after
/// them; the bowl to the scribed line; guide boss; the window last (common practice, no source).
enum class Element {
    ShortSide,  ///< the floor of the turn
    Floor,
    Roof,
    TurnRoof,
    RightWall,
    LeftWall,
    TurnRight,
    TurnLeft,
    Bowl,  ///< all round
    Boss,
    Window  ///< all round
};
inline constexpr std::array kElements{Element::ShortSide, Element::Floor,    Element::Roof,      Element::TurnRoof,
                                      Element::RightWall, Element::LeftWall, Element::TurnRight, Element::TurnLeft,
                                      Element::Bowl,      Element::Boss,     Element::Window};

/// The element that a place of the wall belongs to: a side takes the two corners beside it (roof, floor).
Element elementOf(Part part, geometry::Sector sector);
/// As files and scripts write it ("short-side").
std::string_view key(Element element);
/// In running text ("the short side").
Phrase nameOf(Element element);

}  // namespace euryth::cutting
