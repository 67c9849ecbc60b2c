// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <initializer_list>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

#include "quantities/quantities.hpp"

namespace euryth {

/// A distance along the runner, as opposed to a size: shown with fewer digits.
struct Position {
    Length value;
    friend constexpr bool operator==(const Position&, const Position&) = default;
};

/// A share shown as a percentage (0.05 is "5.0 %").
struct Percent {
    double share = 0.0;
    friend constexpr bool operator==(const Percent&, const Percent&) = default;
};

/// A ratio to a mean, shown as "1.14x".
struct Ratio {
    double value = 0.0;
    friend constexpr bool operator==(const Ratio&, const Ratio&) = default;
};

/// A plain number that has no unit (a Mach number, a count), with the decimals it deserves.
struct Number {
    double value = 0.0;
    int decimals = 0;
    friend constexpr bool operator==(const Number&, const Number&) = default;
};
/// A number of things.
template <class Integer>
constexpr Number count(Integer n)
{
    return {static_cast<double>(n), 0};
}

/// What the core says: sentences by their id in the catalogue, with named arguments that are still quantities. Whoever
/// shows it chooses language and units (units::render()).
class Phrase {
public:
    /// A std::string is shown as it is: a name that somebody typed, or a word that the catalogue selects by. Several
    /// phrases are shown as a list ("bore, stroke and rod").
    using Argument =
        std::variant<std::string, Length, Position, Area, Volume, Angle, Speed, PressureDifference, AbsolutePressure,
                     VolumeFlow, Temperature, RotationalSpeed, Percent, Ratio, Number, std::vector<Phrase>>;
    struct Named {
        std::string name;
        Argument value;

        Named(std::string_view n, Argument v) : name(n), value(std::move(v)) {}
        Named(std::string_view n, const char* v) : name(n), value(std::string(v)) {}
        Named(std::string_view n, Phrase v) : name(n), value(std::vector<Phrase>{std::move(v)}) {}
        friend bool operator==(const Named&, const Named&) = default;
    };
    struct Sentence {
        std::string id;
        std::vector<Named> arguments;
        friend bool operator==(const Sentence&, const Sentence&) = default;
    };

    Phrase() = default;

    /// Adds the sentences of another one.
    Phrase& operator+=(const Phrase& other)
    {
        m_sentences.insert(m_sentences.end(), other.m_sentences.begin(), other.m_sentences.end());
        return *this;
    }

    [[nodiscard]] const std::vector<Sentence>& sentences() const { return m_sentences; }
    [[nodiscard]] bool empty() const { return m_sentences.empty(); }
    /// The id of the first sentence, by which one knows what is said; empty where nothing is.
    [[nodiscard]] std::string_view id() const
    {
        return empty() ? std::string_view() : std::string_view(m_sentences.front().id);
    }
    friend bool operator==(const Phrase&, const Phrase&) = default;

private:
    friend Phrase say(std::string_view id, std::initializer_list<Named> arguments);
    std::vector<Sentence> m_sentences;
};

/// One sentence (or a part of one) of the catalogue.
inline Phrase say(std::string_view id, std::initializer_list<Phrase::Named> arguments = {})
{
    Phrase phrase;
    phrase.m_sentences.push_back({std::string(id), arguments});
    return phrase;
}
/// A text that is in no catalogue: what somebody typed, or another program said.
inline Phrase verbatim(std::string_view text) { return say("verbatim", {{"text", std::string(text)}}); }

}  // namespace euryth
