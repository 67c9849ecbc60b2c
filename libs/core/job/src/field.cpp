// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/field.hpp"

#include <array>
#include <charconv>
#include <cmath>

namespace euryth::job {

namespace {

double parsed(const char* first, const char* last)
{
    double value = 0.0;
    std::from_chars(first, last, value);
    return value;
}

/// The shortest decimal near `guess` for which `readsBack` holds; seventeen digits always do for the plain number.
template <class F>
std::string shortest(double guess, F readsBack)
{
    constexpr int allDigits = 17;
    std::array<char, 64> buffer{};
    for (int digits = 1; digits <= allDigits; ++digits) {
        const auto end =
            std::to_chars(buffer.data(), buffer.data() + buffer.size(), guess, std::chars_format::general, digits);
        if (readsBack(parsed(buffer.data(), end.ptr))) {
            // Let to_chars choose the form: 1200 rather than 1.2e+03.
            const auto plain =
                std::to_chars(buffer.data(), buffer.data() + buffer.size(), parsed(buffer.data(), end.ptr));
            return {buffer.data(), plain.ptr};
        }
    }
    const auto end = std::to_chars(buffer.data(), buffer.data() + buffer.size(), guess);
    return {buffer.data(), end.ptr};
}

}  // namespace

double toSi(const Field& field, double fileValue) { return (fileValue + field.unit.offset) * field.unit.factor; }
double toFile(const Field& field, double si) { return si / field.unit.factor - field.unit.offset; }

std::string shortestText(double value)
{
    return shortest(value == 0.0 ? 0.0 : value, [&](double back) { return back == value; });
}

std::string fileText(const Field& field, double si)
{
    const double guess = toFile(field, si);
    return shortest(guess == 0.0 ? 0.0 : guess, [&](double back) { return toSi(field, back) == si; });
}

std::optional<Phrase> rangeProblem(const Field& field, double si)
{
    const Range& range = field.range;
    const auto withUnit = [&](double value) {
        std::string number = shortestText(value);
        return field.unit.symbol.empty() ? number : number + " " + std::string(field.unit.symbol);
    };
    if (!std::isfinite(si))
        return say("must.finite");
    const std::string text = fileText(field, si);  // so that 2 mm, which is not quite 0.002 m, counts as 2
    const double value = parsed(text.data(), text.data() + text.size());
    if (range.lowExcluded ? value <= range.low : value < range.low) {
        // Nothing, or less than nothing, is no small value but a slip.
        const bool over = range.lowExcluded || (range.low > 0.0 && value <= 0.0);
        const double limit = over && !range.lowExcluded ? 0.0 : range.low;
        return say(over ? "must.over" : "must.at-least", {{"limit", shortestText(limit)}, {"value", withUnit(value)}});
    }
    if (value > range.high)
        return say("must.at-most", {{"limit", shortestText(range.high)}, {"value", withUnit(value)}});
    return std::nullopt;
}

}  // namespace euryth::job
