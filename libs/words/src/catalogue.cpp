// SPDX-License-Identifier: GPL-3.0-or-later
#include "words/catalogue.hpp"

#include <mutex>

#include <unicode/listformatter.h>
#include <unicode/messagepattern.h>
#include <unicode/msgfmt.h>
#include <unicode/uchar.h>
#include <nlohmann/json.hpp>

#include "shipped.hpp"

namespace euryth::words {

namespace {

std::string utf8(const icu::UnicodeString& text)
{
    std::string out;
    text.toUTF8String(out);
    return out;
}

icu::UnicodeString utf16(std::string_view text)
{
    return icu::UnicodeString::fromUTF8({text.data(), static_cast<int32_t>(text.size())});
}

icu::UnicodeString capitalised(icu::UnicodeString text)
{
    if (text.isEmpty())
        return text;
    const UChar32 first = text.char32At(0);
    return text.replace(0, U16_LENGTH(first), u_totitle(first));
}

}  // namespace

struct Catalogue::Parts {
    std::string language;
    std::map<std::string, std::string, std::less<>> patterns;
    std::map<std::string, std::map<std::string, std::string, std::less<>>, std::less<>> window;
    bool pseudo = false;
    // ICU's formats are made when they are first asked for, and are not to be used by two threads at once.
    std::mutex guard;
    std::map<std::string, std::unique_ptr<icu::MessageFormat>, std::less<>> formats;

    [[nodiscard]] icu::Locale locale() const { return icu::Locale::createCanonical(language.c_str()); }

    /// Null where there is no such id.
    icu::MessageFormat* format(std::string_view id)
    {
        if (const auto made = formats.find(id); made != formats.end())
            return made->second.get();
        const auto pattern = patterns.find(id);
        if (pattern == patterns.end())
            return nullptr;
        UErrorCode status = U_ZERO_ERROR;
        auto made = std::make_unique<icu::MessageFormat>(utf16(pattern->second), locale(), status);
        if (U_FAILURE(status))
            return nullptr;
        return formats.emplace(std::string(id), std::move(made)).first->second.get();
    }

    [[nodiscard]] std::string problem()
    {
        for (const auto& [id, pattern] : patterns) {
            if (!format(id))
                return "texts." + id + ": the pattern cannot be read: " + pattern;
        }
        return {};
    }
};

Catalogue::Catalogue(std::unique_ptr<Parts> parts) : m_parts(std::move(parts)) {}
Catalogue::~Catalogue() = default;
Catalogue::Catalogue(Catalogue&&) noexcept = default;
Catalogue& Catalogue::operator=(Catalogue&&) noexcept = default;

tl::expected<Catalogue, std::string> Catalogue::parse(std::string_view json)
{
    auto parts = std::make_unique<Parts>();
    try {
        const auto file = nlohmann::json::parse(json);
        parts->language = file.at("language").get<std::string>();
        for (const auto& [id, pattern] : file.at("texts").items())
            parts->patterns.emplace(id, pattern.get<std::string>());
        if (file.contains("window")) {
            for (const auto& [context, texts] : file.at("window").items()) {
                for (const auto& [source, text] : texts.items())
                    parts->window[context].emplace(source, text.get<std::string>());
            }
        }
    } catch (const nlohmann::json::exception& problem) {
        return tl::unexpected(std::string(problem.what()));
    }
    if (auto problem = parts->problem(); !problem.empty())
        return tl::unexpected(std::move(problem));
    return Catalogue(std::move(parts));
}

namespace {

const std::vector<Catalogue>& shipped()
{
    static const std::vector<Catalogue> all = [] {
        std::vector<Catalogue> read;
        for (const std::string_view file : shippedLanguages()) {
            auto catalogue = Catalogue::parse(file);
            if (!catalogue)
                throw std::invalid_argument("data/words: " + catalogue.error());
            read.push_back(std::move(*catalogue));
        }
        return read;
    }();
    return all;
}

}  // namespace

const Catalogue* Catalogue::find(std::string_view language)
{
    for (const Catalogue& catalogue : shipped()) {
        if (catalogue.language() == language)
            return &catalogue;
    }
    return nullptr;
}

const Catalogue& Catalogue::english()
{
    static const Catalogue& found = *find("en-GB");
    return found;
}

std::vector<std::string> Catalogue::languages()
{
    std::vector<std::string> tags;
    for (const Catalogue& catalogue : shipped())
        tags.push_back(catalogue.language());
    return tags;
}

const std::string& Catalogue::language() const { return m_parts->language; }

bool Catalogue::has(std::string_view id) const { return m_parts->patterns.contains(id); }

std::vector<std::string> Catalogue::ids() const
{
    std::vector<std::string> all;
    for (const auto& [id, pattern] : m_parts->patterns)
        all.push_back(id);
    return all;
}

std::vector<std::string> Catalogue::argumentsOf(std::string_view id) const
{
    // Not by the format's own list: that leaves out what stands inside a plural.
    std::vector<std::string> names;
    const auto found = m_parts->patterns.find(id);
    if (found == m_parts->patterns.end())
        return names;
    UErrorCode status = U_ZERO_ERROR;
    const icu::MessagePattern pattern(utf16(found->second), nullptr, status);
    for (int32_t i = 0; U_SUCCESS(status) && i < pattern.countParts(); ++i) {
        const auto& part = pattern.getPart(i);
        if (part.getType() == UMSGPAT_PART_TYPE_ARG_NAME)
            names.push_back(utf8(pattern.getSubstring(part)));
    }
    return names;
}

std::string Catalogue::text(std::string_view id, std::span<const Filled> arguments) const
{
    std::vector<icu::UnicodeString> names;
    std::vector<icu::Formattable> values;
    for (const Filled& argument : arguments) {
        const icu::UnicodeString name = utf16(argument.name);
        const icu::UnicodeString text = utf16(argument.text);
        names.push_back(name);
        values.emplace_back(text);
        names.push_back(capitalised(name));
        values.emplace_back(capitalised(text));
        if (argument.number) {
            names.push_back(name + icu::UnicodeString("_count"));
            values.emplace_back(*argument.number);
        }
    }
    std::unique_lock lock(m_parts->guard);
    const icu::MessageFormat* format = m_parts->format(id);
    if (!format) {
        lock.unlock();
        const bool other = this != &english() && english().has(id);
        return other ? english().text(id, arguments) : "⟨" + std::string(id) + "⟩";
    }
    UErrorCode status = U_ZERO_ERROR;
    icu::UnicodeString text;
    format->format(names.data(), values.data(), static_cast<int32_t>(names.size()), text, status);
    return U_FAILURE(status) ? "⟨" + std::string(id) + "⟩" : utf8(text);
}

std::string Catalogue::list(const std::vector<std::string>& items) const
{
    if (items.empty())
        return {};
    if (items.size() == 1)
        return items.front();
    std::vector<icu::UnicodeString> texts;
    for (const std::string& item : items)
        texts.push_back(utf16(item));
    UErrorCode status = U_ZERO_ERROR;
    const std::unique_ptr<icu::ListFormatter> formatter(icu::ListFormatter::createInstance(m_parts->locale(), status));
    icu::UnicodeString text;
    if (formatter)
        formatter->format(texts.data(), static_cast<int32_t>(texts.size()), text, status);
    return utf8(text);
}

std::string Catalogue::windowText(std::string_view context, std::string_view source) const
{
    if (m_parts->pseudo)
        return pseudoText(source);
    const auto texts = m_parts->window.find(context);
    if (texts == m_parts->window.end())
        return {};
    const auto text = texts->second.find(source);
    return text == texts->second.end() ? std::string() : text->second;
}

namespace {

/// Vowels with a mark: each text keeps its width but for what is added.
std::string_view marked(char letter)
{
    switch (letter) {
    case 'a': return "á";
    case 'e': return "é";
    case 'i': return "í";
    case 'o': return "ó";
    case 'u': return "ú";
    case 'A': return "Á";
    case 'E': return "É";
    case 'I': return "Í";
    case 'O': return "Ó";
    case 'U': return "Ú";
    default: return {};
    }
}

}  // namespace

std::string Catalogue::pseudoText(std::string_view text)
{
    std::string out;
    std::size_t letters = 0;
    int depth = 0;        // inside {...} of a pattern
    bool markup = false;  // inside <...> or &...; of simple HTML
    for (const char c : text) {
        depth += c == '{' ? 1 : 0;
        markup = markup || c == '<';
        const std::string_view mark = depth == 0 && !markup ? marked(c) : std::string_view();
        if (mark.empty())
            out += c;
        else
            out += mark;
        letters += depth == 0 && !markup ? 1 : 0;
        depth -= c == '}' ? 1 : 0;
        markup = markup && c != '>';
    }
    out.append(letters / 3, '~');
    return out;
}

Catalogue Catalogue::pseudo()
{
    auto parts = std::make_unique<Parts>();
    parts->language = english().language();
    parts->pseudo = true;
    for (const auto& [id, pattern] : english().m_parts->patterns) {
        // Patterns that are arguments alone are joints, not texts.
        const bool joint = pattern.find_first_not_of(" \n") == pattern.find('{') && pattern.back() == '}';
        parts->patterns.emplace(id, joint ? pattern : pseudoText(pattern));
    }
    return Catalogue(std::move(parts));
}

}  // namespace euryth::words
