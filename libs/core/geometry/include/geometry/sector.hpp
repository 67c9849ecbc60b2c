// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <string_view>

#include "words/phrase.hpp"

namespace euryth::geometry {

/// The eight wall sectors, clockwise as seen from the window toward the valve with the roof up.
enum class Sector { Roof, RoofRight, Right, FloorRight, Floor, FloorLeft, Left, RoofLeft };

inline constexpr std::size_t kSectorCount = 8;
inline constexpr std::array<Sector, kSectorCount> kSectors{Sector::Roof,       Sector::RoofRight, Sector::Right,
                                                           Sector::FloorRight, Sector::Floor,     Sector::FloorLeft,
                                                           Sector::Left,       Sector::RoofLeft};

constexpr std::size_t index(Sector s) { return static_cast<std::size_t>(s); }
constexpr Sector sectorAt(std::size_t i) { return static_cast<Sector>(i % kSectorCount); }
constexpr Sector opposite(Sector s) { return sectorAt(index(s) + kSectorCount / 2); }
constexpr Sector nextClockwise(Sector s) { return sectorAt(index(s) + 1); }

template <class T>
using PerSector = std::array<T, kSectorCount>;

/// The sector's word in files and ids ("roof-left").
constexpr std::string_view key(Sector s)
{
    constexpr PerSector<std::string_view> names{"roof",  "roof-right", "right", "floor-right",
                                                "floor", "floor-left", "left",  "roof-left"};
    return names[index(s)];
}
/// And in running text.
inline Phrase nameOf(Sector s) { return say("sector." + std::string(key(s))); }

}  // namespace euryth::geometry
