// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstddef>
#include <span>
#include <string_view>

#include "words/catalogue.hpp"
#include "words/phrase.hpp"

namespace euryth::units {

/// What a number on the screen measures. Lengths along the runner have a kind of their own because they are shown
/// with fewer digits than sizes and depths, and what a cut takes out because it needs more than a port's volume.
enum class Kind {
    Length,
    Position,
    Area,
    Volume,
    SmallVolume,
    Angle,
    Speed,
    Depression,
    Flow,
    Temperature,
    AirPressure,
    Rotation,
    Torque,
    Percent,
    Number,
    Count  ///< a whole number
};

/// One display unit: SI value = (shown value + offset) * factor.
struct Unit {
    std::string_view symbol;  ///< as shown, e.g. "in"
    double factor = 1.0;      ///< SI units in one of these
    double offset = 0.0;      ///< only the temperature scales have one
    int decimals = 0;         ///< digits that a measurement in this unit deserves
};

/// The two sets of units a shop works in.
enum class System { Metric, Inch };

inline constexpr std::size_t kKinds = static_cast<std::size_t>(Kind::Count) + 1;
inline constexpr int kMostDecimals = 6;

/// What a person wants to see of a kind instead of what its system has.
struct Shown {
    int unit = -1;      ///< index in unitsOf() of the kind; negative: the system's
    int decimals = -1;  ///< negative: as many as the unit deserves

    friend bool operator==(const Shown&, const Shown&) = default;
};

/// How things are told to and read from a person: unit system, decimal mark and language.
struct DisplayUnits {
    System system = System::Metric;
    char decimalMark = '.';
    const words::Catalogue* catalogue = nullptr;  ///< of the language; English where there is none
    /// By system and kind.
    std::array<std::array<Shown, kKinds>, 2> own{};

    friend bool operator==(const DisplayUnits&, const DisplayUnits&) = default;
};

/// The units in which `kind` can be shown, that of the metric system first.
std::span<const Unit> unitsOf(Kind kind);

/// The unit in which `kind` is shown, with its digits, and which a typed number without a unit is taken to be in.
Unit unitFor(Kind kind, const DisplayUnits& units);

/// What is wanted of `kind` in the system in use.
inline Shown& ownOf(DisplayUnits& units, Kind kind)
{
    return units.own.at(static_cast<std::size_t>(units.system)).at(static_cast<std::size_t>(kind));
}
inline const Shown& ownOf(const DisplayUnits& units, Kind kind)
{
    return units.own.at(static_cast<std::size_t>(units.system)).at(static_cast<std::size_t>(kind));
}

/// The word of a kind in settings files ("small-volume").
std::string_view wordOf(Kind kind);

/// What a person would call the kind ("a length"), for messages.
Phrase nameOf(Kind kind);

/// A spelling that people type, with the unit it means.
struct Spelling {
    std::string_view text;  ///< lower case
    Kind kind = Kind::Number;
    Unit unit;
};

/// All spellings that can be typed, of all kinds.
std::span<const Spelling> spellings();

/// True where a number of kind `wanted` may be typed in a unit of kind `given` (a position takes length units, a
/// depression takes the units of air pressure, and so on).
bool accepts(Kind wanted, Kind given);

}  // namespace euryth::units
