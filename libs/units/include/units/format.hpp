// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>

#include "quantities/quantities.hpp"
#include "units/units.hpp"
#include "words/phrase.hpp"

namespace euryth::units {

/// The kind under which a quantity type is shown.
template <class Q>
struct KindOf;
template <>
struct KindOf<Length> {
    static constexpr Kind kind = Kind::Length;
};
template <>
struct KindOf<Area> {
    static constexpr Kind kind = Kind::Area;
};
template <>
struct KindOf<Volume> {
    static constexpr Kind kind = Kind::Volume;
};
template <>
struct KindOf<Angle> {
    static constexpr Kind kind = Kind::Angle;
};
template <>
struct KindOf<Speed> {
    static constexpr Kind kind = Kind::Speed;
};
template <>
struct KindOf<PressureDifference> {
    static constexpr Kind kind = Kind::Depression;
};
template <>
struct KindOf<AbsolutePressure> {
    static constexpr Kind kind = Kind::AirPressure;
};
template <>
struct KindOf<VolumeFlow> {
    static constexpr Kind kind = Kind::Flow;
};
template <>
struct KindOf<Temperature> {
    static constexpr Kind kind = Kind::Temperature;
};
template <>
struct KindOf<RotationalSpeed> {
    static constexpr Kind kind = Kind::Rotation;
};
template <>
struct KindOf<Torque> {
    static constexpr Kind kind = Kind::Torque;
};

/// What stands in for a value that nobody has measured.
inline constexpr const char* kUnknownText = "–";

/// `si` (SI units) in the display unit of `kind`, rounded to that unit's digits, without its symbol.
std::string formatNumber(Kind kind, double si, const DisplayUnits& units);
/// The same with the unit's symbol behind it ("2.06 in²", "90.4 %").
std::string formatWithUnit(Kind kind, double si, const DisplayUnits& units);
/// The symbol of the display unit of `kind` ("mm", "in²").
std::string symbol(Kind kind, const DisplayUnits& units);
/// A plain number with `decimals` digits and the decimal mark of `units`; never "-0".
std::string formatPlain(double value, int decimals, const DisplayUnits& units);

template <class Q>
std::string format(Q quantity, const DisplayUnits& units)
{
    return formatWithUnit(KindOf<Q>::kind, quantity.si(), units);
}
template <class Q>
std::string format(const std::optional<Q>& quantity, const DisplayUnits& units)
{
    return quantity ? format(*quantity, units) : std::string(kUnknownText);
}
inline std::string format(Position p, const DisplayUnits& units)
{
    return formatWithUnit(Kind::Position, p.value.si(), units);
}
inline std::string format(Percent p, const DisplayUnits& units)
{
    return formatWithUnit(Kind::Percent, p.share, units);
}
inline std::string format(Ratio r, const DisplayUnits& units) { return formatPlain(r.value, 2, units) + "x"; }

/// The catalogue of the language in which things are shown.
const words::Catalogue& catalogueOf(const DisplayUnits& units);

/// What the core says, in that language with its numbers in display units; several sentences with a space between them.
std::string render(const Phrase& phrase, const DisplayUnits& units);

}  // namespace euryth::units
