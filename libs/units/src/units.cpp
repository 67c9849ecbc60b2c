// SPDX-License-Identifier: GPL-3.0-or-later
#include "units/units.hpp"

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

struct KindUnits {
    Kind kind;
    std::string_view name;  ///< as the catalogue has it
    Unit metric;
    Unit inch;
};

// Digits: 0.001 in, 0.01 in2, 1 ft/s, 0.1 % is what the trade reads; the metric ones are of the same size.
constexpr std::array kKinds{
    KindUnits{Kind::Length, "length", {"mm", 1e-3, 0, 2}, {"in", factor::inch, 0, 3}},
    KindUnits{Kind::Position, "position", {"mm", 1e-3, 0, 1}, {"in", factor::inch, 0, 2}},
    KindUnits{Kind::Area, "area", {"mm²", 1e-6, 0, 0}, {"in²", kInch2, 0, 2}},
    KindUnits{Kind::Volume, "volume", {"cc", 1e-6, 0, 1}, {"cc", 1e-6, 0, 1}},
    KindUnits{Kind::SmallVolume, "small-volume", {"cc", 1e-6, 0, 2}, {"cc", 1e-6, 0, 2}},
    KindUnits{Kind::Angle, "angle", {"°", factor::degree, 0, 1}, {"°", factor::degree, 0, 1}},
    KindUnits{Kind::Speed, "speed", {"m/s", 1, 0, 1}, {"ft/s", factor::foot, 0, 0}},
    KindUnits{Kind::Depression, "depression", {"kPa", 1e3, 0, 2}, {"inH2O", factor::inchOfWater, 0, 1}},
    KindUnits{Kind::Flow, "flow", {"l/s", 1e-3, 0, 1}, {"CFM", factor::cubicFoot / 60.0, 0, 1}},
    KindUnits{Kind::Temperature,
              "temperature",
              {"°C", 1, factor::zeroCelsius, 1},
              {"°F", kFahrenheitStep, kFahrenheitOffset, 0}},
    KindUnits{Kind::AirPressure, "air-pressure", {"kPa", 1e3, 0, 2}, {"inHg", factor::inchOfMercury, 0, 2}},
    KindUnits{Kind::Rotation, "rotation", {"rpm", factor::turnPerMinute, 0, 0}, {"rpm", factor::turnPerMinute, 0, 0}},
    // The only torque of a port is its swirl's.
    KindUnits{Kind::Torque, "torque", {"mN·m", 1e-3, 0, 1}, {"ozf·in", kOunceInch, 0, 2}},
    KindUnits{Kind::Percent, "percent", {"%", 0.01, 0, 1}, {"%", 0.01, 0, 1}},
    KindUnits{Kind::Number, "number", {"", 1, 0, 2}, {"", 1, 0, 2}},
    KindUnits{Kind::Count, "count", {"", 1, 0, 0}, {"", 1, 0, 0}},
};

const KindUnits& entry(Kind kind) { return kKinds[static_cast<std::size_t>(kind)]; }

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

const Unit& unitFor(Kind kind, System system)
{
    return system == System::Metric ? entry(kind).metric : entry(kind).inch;
}

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
