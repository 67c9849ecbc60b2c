// SPDX-License-Identifier: GPL-3.0-or-later
#include "units/parse.hpp"

#include <algorithm>
#include <cctype>
#include <charconv>
#include <cmath>
#include <optional>

namespace euryth::units {

namespace {

constexpr int kDeepestBrackets = 32;

/// A partly evaluated text: what has a unit already (SI) and what still waits for one.
struct Value {
    double si = 0.0;
    double bare = 0.0;
    int terms = 0;
};

bool isDigit(char c) { return c >= '0' && c <= '9'; }
bool isWordByte(char c)
{
    return std::isalnum(static_cast<unsigned char>(c)) || (static_cast<unsigned char>(c) & 0x80);
}

std::string toLower(std::string_view text)
{
    std::string lower(text);
    std::ranges::transform(lower, lower.begin(), [](unsigned char c) { return c < 0x80 ? std::tolower(c) : c; });
    return lower;
}

std::string replaced(std::string text, std::string_view from, std::string_view to)
{
    for (std::size_t at = text.find(from); at != std::string::npos; at = text.find(from, at + to.size()))
        text.replace(at, from.size(), to);
    return text;
}

class Parser {
public:
    Parser(std::string text, Kind kind, const DisplayUnits& units)
        : m_text(std::move(text)),
          m_kind(kind),
          m_units(units)
    {
    }

    tl::expected<double, InputError> run()
    {
        skipSpace();
        if (atEnd())
            return tl::unexpected(InputError{0, say("typed.nothing", {{"wanted", wanted()}})});
        const Value value = sum(0);
        skipSpace();
        if (!m_error && !atEnd())
            fail(say("typed.unreadable", {{"rest", m_text.substr(m_pos)}, {"wanted", wanted()}}));
        if (m_error)
            return tl::unexpected(*m_error);
        return resolve(value);
    }

private:
    [[nodiscard]] bool atEnd() const { return m_pos >= m_text.size(); }
    [[nodiscard]] char peek() const { return atEnd() ? '\0' : m_text[m_pos]; }
    void skipSpace()
    {
        while (peek() == ' ' || peek() == '\t')
            ++m_pos;
    }
    bool take(char c)
    {
        skipSpace();
        if (peek() != c)
            return false;
        ++m_pos;
        return true;
    }
    void fail(Phrase message) { failAt(m_pos, std::move(message)); }
    void failAt(std::size_t position, Phrase message)
    {
        if (!m_error)
            m_error = InputError{position, std::move(message)};
    }

    [[nodiscard]] Phrase wanted() const
    {
        const Unit unit = unitFor(m_kind, m_units);
        if (unit.symbol.empty())
            return say("typed.give", {{"kind", nameOf(m_kind)}});
        return say("typed.give.unit", {{"kind", nameOf(m_kind)}, {"unit", std::string(unit.symbol)}});
    }

    Value sum(int depth)
    {
        Value total = term(depth);
        while (!m_error) {
            const bool plus = take('+');
            if (!plus && !take('-'))
                break;
            const double sign = plus ? 1.0 : -1.0;
            const Value next = term(depth);
            total = {total.si + sign * next.si, total.bare + sign * next.bare, total.terms + next.terms};
        }
        return total;
    }

    Value term(int depth)
    {
        double sign = 1.0;
        if (take('-'))
            sign = -1.0;
        else
            take('+');
        Value value = scaled(take('(') ? bracket(depth) : Value{0.0, mixedNumber(), 1});
        if (m_error)
            return value;
        // The sign comes before the unit: -5 °C is five below zero, not minus 278 K.
        value = {sign * value.si, sign * value.bare, value.terms};
        if (const Spelling* unit = takeUnit())
            value = scaled(withUnit(value, *unit));
        return value;
    }

    Value bracket(int depth)
    {
        if (depth >= kDeepestBrackets) {
            fail(say("typed.brackets"));
            return {};
        }
        const Value value = sum(depth + 1);
        if (!m_error && !take(')'))
            fail(say("typed.closing"));
        return value;
    }

    /// Applies any `* number` and `/ number` that follow.
    Value scaled(Value value)
    {
        while (!m_error) {
            const bool times = take('*');
            if (!times && !take('/'))
                break;
            skipSpace();
            const std::size_t at = m_pos;
            const double number = plainNumber();
            if (!times && number == 0.0)
                failAt(at, say("typed.zero"));
            const double f = times ? number : 1.0 / number;
            value.si *= f;
            value.bare *= f;
        }
        return value;
    }

    /// `2`, `1/16` or `2 1/16`; the plain fraction is left to scaled().
    double mixedNumber()
    {
        const double whole = plainNumber();
        const std::size_t back = m_pos;
        skipSpace();
        if (m_error || m_pos == back || !isDigit(peek())) {
            m_pos = back;
            return whole;
        }
        const double top = plainNumber();
        if (!take('/')) {
            failAt(back, say("typed.two-numbers"));
            return whole;
        }
        skipSpace();
        const std::size_t at = m_pos;
        const double bottom = plainNumber();
        if (bottom == 0.0)
            failAt(at, say("typed.zero"));
        return whole + top / bottom;
    }

    double plainNumber()
    {
        skipSpace();
        const std::size_t start = m_pos;
        std::string digits;
        int marks = 0;
        while (isDigit(peek()) || peek() == '.' || peek() == ',') {
            const bool mark = !isDigit(peek());
            marks += mark ? 1 : 0;
            digits += mark ? '.' : peek();
            ++m_pos;
        }
        if (digits.find_first_not_of('.') == std::string::npos) {
            failAt(start, say("typed.no-number", {{"wanted", wanted()}}));
            return 0.0;
        }
        if (marks > 1) {
            failAt(start, say("typed.marks"));
            return 0.0;
        }
        takeExponent(digits);
        double value = 0.0;
        const auto result = std::from_chars(digits.data(), digits.data() + digits.size(), value);
        if (result.ec != std::errc{} || !std::isfinite(value))
            failAt(start, say("typed.too-large"));
        return value;
    }

    void takeExponent(std::string& digits)
    {
        std::size_t at = m_pos;
        if (at >= m_text.size() || m_text[at] != 'e')
            return;
        ++at;
        if (at < m_text.size() && (m_text[at] == '+' || m_text[at] == '-'))
            ++at;
        if (at >= m_text.size() || !isDigit(m_text[at]))
            return;
        while (at < m_text.size() && isDigit(m_text[at]))
            ++at;
        const std::string_view exponent = std::string_view(m_text).substr(m_pos, at - m_pos);
        digits.append(exponent);
        m_pos = at;
    }

    /// The longest spelling that stands here as a whole word, or null. A spelling of the wrong kind is an error.
    const Spelling* takeUnit()
    {
        skipSpace();
        const Spelling* best = nullptr;
        for (const Spelling& s : spellings()) {
            if (std::string_view(m_text).substr(m_pos).starts_with(s.text) && endsWord(m_pos + s.text.size(), s) &&
                (!best || s.text.size() > best->text.size()))
                best = &s;
        }
        if (!best) {
            if (isWordByte(peek()) && !isDigit(peek()))
                fail(say("typed.unknown-unit", {{"unit", wordHere()}, {"wanted", wanted()}}));
            return nullptr;
        }
        if (!accepts(m_kind, best->kind)) {
            fail(say("typed.other-kind",
                     {{"unit", std::string(best->text)}, {"is", nameOf(best->kind)}, {"wanted", nameOf(m_kind)}}));
            return nullptr;
        }
        m_pos += best->text.size();
        return best;
    }

    [[nodiscard]] bool endsWord(std::size_t end, const Spelling& s) const
    {
        const bool wordLike = isWordByte(s.text.back());
        return !wordLike || end >= m_text.size() || !isWordByte(m_text[end]);
    }

    [[nodiscard]] std::string wordHere() const
    {
        std::size_t end = m_pos;
        while (end < m_text.size() && isWordByte(m_text[end]))
            ++end;
        return m_text.substr(m_pos, end - m_pos);
    }

    Value withUnit(const Value& value, const Spelling& spelling)
    {
        if (m_unit && m_unit->unit.factor != spelling.unit.factor)
            m_severalUnits = true;
        m_unit = &spelling;
        return {value.si + toSi(value.bare, spelling.unit), 0.0, value.terms};
    }

    static double toSi(double shown, const Unit& unit) { return (shown + unit.offset) * unit.factor; }

    tl::expected<double, InputError> resolve(const Value& value) const
    {
        const bool hasScale = m_kind == Kind::Temperature;
        if (hasScale && value.terms > 1)
            return tl::unexpected(InputError{0, say("typed.temperatures")});
        if (value.bare != 0.0 && m_severalUnits)
            return tl::unexpected(InputError{0, say("typed.several-units")});
        double si = value.si;
        if (!m_unit || value.bare != 0.0)
            si += toSi(value.bare, m_unit ? m_unit->unit : unitFor(m_kind, m_units));
        if (!std::isfinite(si))
            return tl::unexpected(InputError{0, say("typed.too-large")});
        return si;
    }

    std::string m_text;
    Kind m_kind;
    DisplayUnits m_units;
    std::size_t m_pos = 0;
    std::optional<InputError> m_error;
    const Spelling* m_unit = nullptr;
    bool m_severalUnits = false;
};

}  // namespace

tl::expected<double, InputError> parseSi(std::string_view text, Kind kind, const DisplayUnits& units)
{
    std::string normal = replaced(toLower(text), "\u2212", "-");  // the typographic minus sign
    normal = replaced(std::move(normal), "\u00a0", " ");          // no-break space, from spreadsheets
    return Parser(std::move(normal), kind, units).run();
}

}  // namespace euryth::units
