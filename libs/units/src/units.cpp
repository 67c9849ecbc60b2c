// SPDX-License-Identifier: GPL-3.0-or-later
#include "units/units.hpp"

#include <algorithm>
#include <array>

#include "quantities/quantities.hpp"

namespace euryth::units {

namespace {

constexpr double kInch2 = factor::inch * factor::inch;
constexpr double kInch3 = kInch2 * factor::inch;
constexpr double kPsi = factor::pound * factor::standardGravity / kInch2;
constexpr double kOunceInch = factor::poundFoot / (16.0 * 12.0);  // N m
constexpr double kFahrenheitStep = 5.0 / 9.0;
constexpr double kFahrenheitOffset = 459.67;  // exact: 0 degF is 459.67 Rankine steps above absolute zero

constexpr Unit kNone{"", 1, 0, 0};

struct KindUnits {
    Kind kind;
    std::string_view name;  ///< as the catalogue has it
    std::size_t inch;       ///< which of the units the inch system has; the metric one has the first
    std::array<Unit, 4> units;
    std::size_t count;
};

template <class... U>
constexpr KindUnits kindUnits(Kind kind, std::string_view name, std::size_t inch, const U&... units)
{
    return {kind, name, inch, {units...}, sizeof...(U)};
}

// Digits: 0.001 in, 0.01 in2, 1 ft/s, 0.1 % is what the trade reads; the metric ones are of the same size.
constexpr std::array kTable{
    kindUnits(Kind::Length, "length", 1, Unit{"mm", 1e-3, 0, 2}, Unit{"in", factor::inch, 0, 3},
              Unit{"thou", factor::inch / 1000, 0, 0}),
    kindUnits(Kind::Position, "position", 1, Unit{"mm", 1e-3, 0, 1}, Unit{"in", factor::inch, 0, 2}),
    kindUnits(Kind::Area, "area", 1, Unit{"mm²", 1e-6, 0, 0}, Unit{"in²", kInch2, 0, 2}, Unit{"cm²", 1e-4, 0, 2}),
    kindUnits(Kind::Volume, "volume", 0, Unit{"cc", 1e-6, 0, 1}, Unit{"in³", kInch3, 0, 2}),
    kindUnits(Kind::SmallVolume, "small-volume", 0, Unit{"cc", 1e-6, 0, 2}),
    kindUnits(Kind::Angle, "angle", 0, Unit{"°", factor::degree, 0, 1}),
    kindUnits(Kind::Speed, "speed", 1, Unit{"m/s", 1, 0, 1}, Unit{"ft/s", factor::foot, 0, 0},
              Unit{"km/h", 1 / 3.6, 0, 0}),
    kindUnits(Kind::Depression, "depression", 1, Unit{"kPa", 1e3, 0, 2}, Unit{"inH2O", factor::inchOfWater, 0, 1},
              Unit{"mbar", 100, 0, 1}, Unit{"Pa", 1, 0, 0}),
    kindUnits(Kind::Flow, "flow", 1, Unit{"l/s", 1e-3, 0, 1}, Unit{"CFM", factor::cubicFoot / 60.0, 0, 1},
              Unit{"m³/h", 1.0 / 3600, 0, 0}),
    kindUnits(Kind::Temperature, "temperature", 1, Unit{"°C", 1, factor::zeroCelsius, 1},
              Unit{"°F", kFahrenheitStep, kFahrenheitOffset, 0}),
    kindUnits(Kind::AirPressure, "air-pressure", 1, Unit{"kPa", 1e3, 0, 2}, Unit{"inHg", factor::inchOfMercury, 0, 2},
              Unit{"hPa", 100, 0, 1}),
    kindUnits(Kind::Rotation, "rotation", 0, Unit{"rpm", factor::turnPerMinute, 0, 0}),
    // The only torque of a port is its swirl's.
    kindUnits(Kind::Torque, "torque", 1, Unit{"mN·m", 1e-3, 0, 1}, Unit{"ozf·in", kOunceInch, 0, 2}),
    kindUnits(Kind::Percent, "percent", 0, Unit{"%", 0.01, 0, 1}),
    kindUnits(Kind::Number, "number", 0, Unit{"", 1, 0, 2}),
    kindUnits(Kind::Count, "count", 0, kNone),
};
static_assert(kTable.size() == kKinds);

const KindUnits& entry(Kind kind) { return kTable[static_cast<std::size_t>(kind)]; }

constexpr Unit plain(double factor) { return {"", factor, 0, 0}; }

constexpr std::array kSpellings{
    Spelling{"mm", Kind::Length, plain(1e-3)},
    Spelling{"cm", Kind::Length, plain(1e-2)},
    Spelling{"m", Kind::Length, plain(1)},
    Spelling{"in", Kind::Length, plain(factor::inch)},
    Spelling{"inch", Kind::Length, plain(factor::inch)},
    Spelling{"inches", Kind::Length, plain(factor::inch)},
    Spelling{"\"", Kind::Length, plain(factor::inch)},
    Spelling{"thou", Kind::Length, plain(factor::inch / 1000)},
    Spelling{"mil", Kind::Length, plain(factor::inch / 1000)},
    Spelling{"ft", Kind::Length, plain(factor::foot)},
    Spelling{"mm2", Kind::Area, plain(1e-6)},
    Spelling{"mm²", Kind::Area, plain(1e-6)},
    Spelling{"cm2", Kind::Area, plain(1e-4)},
    Spelling{"cm²", Kind::Area, plain(1e-4)},
    Spelling{"in2", Kind::Area, plain(kInch2)},
    Spelling{"in²", Kind::Area, plain(kInch2)},
    Spelling{"sqin", Kind::Area, plain(kInch2)},
    Spelling{"cc", Kind::Volume, plain(1e-6)},
    Spelling{"ml", Kind::Volume, plain(1e-6)},
    Spelling{"cm3", Kind::Volume, plain(1e-6)},
    Spelling{"cm³", Kind::Volume, plain(1e-6)},
    Spelling{"l", Kind::Volume, plain(1e-3)},
    Spelling{"in3", Kind::Volume, plain(kInch3)},
    Spelling{"in³", Kind::Volume, plain(kInch3)},
    Spelling{"deg", Kind::Angle, plain(factor::degree)},
    Spelling{"°", Kind::Angle, plain(factor::degree)},
    Spelling{"m/s", Kind::Speed, plain(1)},
    Spelling{"ft/s", Kind::Speed, plain(factor::foot)},
    Spelling{"fps", Kind::Speed, plain(factor::foot)},
    Spelling{"ft/min", Kind::Speed, plain(factor::foot / 60)},
    Spelling{"km/h", Kind::Speed, plain(1 / 3.6)},
    Spelling{"pa", Kind::Depression, plain(1)},
    Spelling{"hpa", Kind::Depression, plain(100)},
    Spelling{"mbar", Kind::Depression, plain(100)},
    Spelling{"kpa", Kind::Depression, plain(1e3)},
    Spelling{"bar", Kind::Depression, plain(1e5)},
    Spelling{"psi", Kind::Depression, plain(kPsi)},
    Spelling{"inh2o", Kind::Depression, plain(factor::inchOfWater)},
    Spelling{"in h2o", Kind::Depression, plain(factor::inchOfWater)},
    Spelling{"inwc", Kind::Depression, plain(factor::inchOfWater)},
    Spelling{"inhg", Kind::AirPressure, plain(factor::inchOfMercury)},
    Spelling{"in hg", Kind::AirPressure, plain(factor::inchOfMercury)},
    Spelling{"cfm", Kind::Flow, plain(factor::cubicFoot / 60)},
    Spelling{"l/s", Kind::Flow, plain(1e-3)},
    Spelling{"m3/s", Kind::Flow, plain(1)},
    Spelling{"m³/s", Kind::Flow, plain(1)},
    Spelling{"m3/h", Kind::Flow, plain(1.0 / 3600)},
    Spelling{"m³/h", Kind::Flow, plain(1.0 / 3600)},
    Spelling{"°c", Kind::Temperature, {"", 1, factor::zeroCelsius, 0}},
    Spelling{"c", Kind::Temperature, {"", 1, factor::zeroCelsius, 0}},
    Spelling{"degc", Kind::Temperature, {"", 1, factor::zeroCelsius, 0}},
    Spelling{"°f", Kind::Temperature, {"", kFahrenheitStep, kFahrenheitOffset, 0}},
    Spelling{"f", Kind::Temperature, {"", kFahrenheitStep, kFahrenheitOffset, 0}},
    Spelling{"degf", Kind::Temperature, {"", kFahrenheitStep, kFahrenheitOffset, 0}},
    Spelling{"k", Kind::Temperature, plain(1)},
    Spelling{"rpm", Kind::Rotation, plain(factor::turnPerMinute)},
    Spelling{"1/min", Kind::Rotation, plain(factor::turnPerMinute)},
    Spelling{"nm", Kind::Torque, plain(1)},
    Spelling{"n·m", Kind::Torque, plain(1)},
    Spelling{"mnm", Kind::Torque, plain(1e-3)},
    Spelling{"mn·m", Kind::Torque, plain(1e-3)},
    Spelling{"ozf·in", Kind::Torque, plain(kOunceInch)},
    Spelling{"ozf in", Kind::Torque, plain(kOunceInch)},
    Spelling{"oz-in", Kind::Torque, plain(kOunceInch)},
    Spelling{"lb-ft", Kind::Torque, plain(factor::poundFoot)},
    Spelling{"lbft", Kind::Torque, plain(factor::poundFoot)},
    Spelling{"%", Kind::Percent, plain(0.01)},
};

}  // namespace

std::span<const Unit> unitsOf(Kind kind) { return std::span(entry(kind).units).first(entry(kind).count); }

Unit unitFor(Kind kind, const DisplayUnits& units)
{
    const Shown& own = ownOf(units, kind);
    const auto all = unitsOf(kind);
    const std::size_t usual = units.system == System::Metric ? 0 : entry(kind).inch;
    const bool known = own.unit >= 0 && static_cast<std::size_t>(own.unit) < all.size();
    Unit unit = all[known ? static_cast<std::size_t>(own.unit) : usual];
    if (own.decimals >= 0)
        unit.decimals = std::min(own.decimals, kMostDecimals);
    return unit;
}

std::string_view wordOf(Kind kind) { return entry(kind).name; }

Phrase nameOf(Kind kind) { return say("kind." + std::string(entry(kind).name)); }

std::span<const Spelling> spellings() { return kSpellings; }

bool accepts(Kind wanted, Kind given)
{
    const auto family = [](Kind kind) {
        switch (kind) {
        case Kind::Position: return Kind::Length;
        case Kind::SmallVolume: return Kind::Volume;
        case Kind::AirPressure: return Kind::Depression;
        default: return kind;
        }
    };
    return family(wanted) == family(given);
}

}  // namespace euryth::units
