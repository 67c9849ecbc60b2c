// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

namespace euryth::words {

/// An argument as the catalogue takes it: its text, and the number where it is one, for plurals.
struct Filled {
    std::string name;
    std::string text;
    std::optional<double> number;
};

/// The texts of one language: patterns of ICU's MessageFormat by id, with named arguments.
///
/// - `{name}` is the argument's text, `{Name}` the same with a capital letter in front;
/// - `{name_count, plural, ...}` chooses by a number, `{name, select, ...}` by a word;
/// - what is not in a language is taken from English.
class Catalogue {
public:
    /// Reads a language file (data/words): an object with "language" (a BCP 47 tag), "texts" (id: pattern) and,
    /// optionally, "window" (context: {source text: text}). Or says what is wrong with it, with the id.
    static tl::expected<Catalogue, std::string> parse(std::string_view json);
    static const Catalogue& english();
    /// The languages that ship, by their tags, and one of them; null where it does not.
    static std::vector<std::string> languages();
    static const Catalogue* find(std::string_view language);
    /// English, each letter with a mark and every text a third longer: what shows without marks has escaped.
    static Catalogue pseudo();
    /// A text as pseudo() has it.
    static std::string pseudoText(std::string_view text);

    ~Catalogue();
    Catalogue(Catalogue&&) noexcept;
    Catalogue& operator=(Catalogue&&) noexcept;

    [[nodiscard]] const std::string& language() const;
    /// The text of an id; the id itself in angle brackets where no catalogue has it.
    [[nodiscard]] std::string text(std::string_view id, std::span<const Filled> arguments) const;
    /// "a, b and c".
    [[nodiscard]] std::string list(const std::vector<std::string>& items) const;
    [[nodiscard]] bool has(std::string_view id) const;
    [[nodiscard]] std::vector<std::string> ids() const;
    /// Names of a pattern's arguments, as written.
    [[nodiscard]] std::vector<std::string> argumentsOf(std::string_view id) const;
    /// A text of the window in this language; empty where it is to stay as it is.
    [[nodiscard]] std::string windowText(std::string_view context, std::string_view source) const;

private:
    struct Parts;
    explicit Catalogue(std::unique_ptr<Parts> parts);
    std::unique_ptr<Parts> m_parts;
};

}  // namespace euryth::words
