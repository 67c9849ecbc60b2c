// SPDX-License-Identifier: GPL-3.0-or-later
#include "units/format.hpp"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>

namespace euryth::units {

std::string formatPlain(double value, int decimals, const DisplayUnits& units)
{
    if (!std::isfinite(value))
        return kUnknownText;
    // to_chars is independent of the process locale, printf is not. 400 characters hold any double in fixed notation.
    std::array<char, 400> buffer{};
    const auto result =
        std::to_chars(buffer.data(), buffer.data() + buffer.size(), value, std::chars_format::fixed, decimals);
    std::string text(buffer.data(), result.ptr);
    if (text.starts_with('-') && text.find_first_not_of("-0.") == std::string::npos)
        text.erase(0, 1);
    std::ranges::replace(text, '.', units.decimalMark);
    return text;
}

std::string formatNumber(Kind kind, double si, const DisplayUnits& units)
{
    const Unit unit = unitFor(kind, units);
    return formatPlain(si / unit.factor - unit.offset, unit.decimals, units);
}

std::string symbol(Kind kind, const DisplayUnits& units) { return std::string(unitFor(kind, units).symbol); }

std::string formatWithUnit(Kind kind, double si, const DisplayUnits& units)
{
    const Unit unit = unitFor(kind, units);
    std::string text = formatNumber(kind, si, units);
    if (unit.symbol.empty())
        return text;
    if (unit.symbol != "°")
        text += ' ';
    return text.append(unit.symbol);
}

namespace {

/// An argument as the catalogue takes it.
struct Filling {
    const DisplayUnits& units;

    std::string operator()(const std::string& text) const { return text; }
    std::string operator()(const Number& n) const { return formatPlain(n.value, n.decimals, units); }
    std::string operator()(const std::vector<Phrase>& phrases) const
    {
        std::vector<std::string> items;
        for (const Phrase& phrase : phrases)
            items.push_back(render(phrase, units));
        return catalogueOf(units).list(items);
    }
    template <class Q>
    std::string operator()(const Q& quantity) const
    {
        return format(quantity, units);
    }
};

}  // namespace

const words::Catalogue& catalogueOf(const DisplayUnits& units)
{
    return units.catalogue ? *units.catalogue : words::Catalogue::english();
}

std::string render(const Phrase& phrase, const DisplayUnits& units)
{
    std::string text;
    for (const Phrase::Sentence& sentence : phrase.sentences()) {
        std::vector<words::Filled> filled;
        for (const Phrase::Named& argument : sentence.arguments) {
            const auto* number = std::get_if<Number>(&argument.value);
            filled.push_back({argument.name, std::visit(Filling{units}, argument.value),
                              number ? std::optional(number->value) : std::nullopt});
        }
        text += (text.empty() ? "" : " ") + catalogueOf(units).text(sentence.id, filled);
    }
    return text;
}

}  // namespace euryth::units
