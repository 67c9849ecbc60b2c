// SPDX-License-Identifier: GPL-3.0-or-later
#include "cutting/element.hpp"

#include <string>

namespace euryth::cutting {

using geometry::Sector;

Element elementOf(Part part, Sector sector)
{
    if (part == Part::Window)
        return Element::Window;
    if (part == Part::Bowl)
        return Element::Bowl;
    const bool turn = part == Part::Turn;
    switch (sector) {
    case Sector::Roof:
    case Sector::RoofLeft:
    case Sector::RoofRight: return turn ? Element::TurnRoof : Element::Roof;
    case Sector::Right: return turn ? Element::TurnRight : Element::RightWall;
    case Sector::Left: return turn ? Element::TurnLeft : Element::LeftWall;
    default: return turn ? Element::ShortSide : Element::Floor;
    }
}

std::string_view key(Element element)
{
    switch (element) {
    case Element::ShortSide: return "short-side";
    case Element::Floor: return "floor";
    case Element::Roof: return "roof";
    case Element::TurnRoof: return "turn-roof";
    case Element::RightWall: return "right";
    case Element::LeftWall: return "left";
    case Element::TurnRight: return "turn-right";
    case Element::TurnLeft: return "turn-left";
    case Element::Bowl: return "bowl";
    case Element::Boss: return "boss";
    case Element::Window: break;
    }
    return "window";
}

Phrase nameOf(Element element) { return say("element." + std::string(key(element))); }

}  // namespace euryth::cutting
