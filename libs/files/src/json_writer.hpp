// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <type_traits>
#include <vector>

#include "job/describe.hpp"

namespace euryth::files {

/// Visitor of job::describe() that writes one record as canonical JSON text.
class JsonWriter {
public:
    explicit JsonWriter(int depth) : m_depth(depth) {}
    /// Writes every rule, also the usual ones.
    void writeWhole() { m_whole = true; }

    /// A ready piece of JSON under a key.
    void raw(std::string_view key, std::string_view json);
    /// True once something that is known has been written.
    [[nodiscard]] bool knowsSomething() const { return m_knows; }
    /// The record in braces.
    [[nodiscard]] std::string finished() const;

    template <class T>
    void number(const job::FieldOf<T>& f, const T& value)
    {
        raw(f.key, job::fileText(f, siOf(value)));
        m_knows = true;
    }
    template <class T>
    void measured(const job::FieldOf<T>& f, const std::optional<T>& value)
    {
        if (value)
            number(f, *value);
        else
            raw(f.key, "null");
    }
    template <class T>
    void extra(const job::FieldOf<T>& f, const std::optional<T>& value)
    {
        if (value)
            number(f, *value);
    }
    template <class T>
    void rule(const job::FieldOf<T>& f, const T& value)
    {
        number(f, value);
    }
    void range(std::string_view key, const job::ShareRange& range);
    void text(std::string_view key, const std::string& value);
    void requiredText(std::string_view key, const std::string& value) { text(key, value); }
    template <std::size_t N, class Enum>
    void choice(std::string_view key, const std::array<std::string_view, N>& names, const Enum& value)
    {
        text(key, std::string(names[static_cast<std::size_t>(value)]));
    }
    template <class T>
    void later(const job::FieldOf<T>& f, const T& value, const T& usual)
    {
        if (m_whole || value != usual)
            number(f, value);
    }
    void laterRange(std::string_view key, const job::ShareRange& r, const job::ShareRange& usual)
    {
        if (m_whole || r != usual)
            range(key, r);
    }
    template <std::size_t N, class Enum>
    void option(std::string_view key, const std::array<std::string_view, N>& names, const Enum& value,
                const Enum& usual)
    {
        if (m_whole || value != usual)
            choice(key, names, value);
    }
    template <std::size_t N, class Enum>
    void word(std::string_view key, const std::array<std::string_view, N>& names, const std::optional<Enum>& value)
    {
        if (value)
            choice(key, names, *value);
    }
    void truth(std::string_view key, const std::optional<bool>& value)
    {
        if (!value)
            return;
        raw(key, *value ? "true" : "false");
        m_knows = true;
    }
    template <std::size_t N>
    void flags(std::string_view key, const std::array<std::string_view, N>& names, const std::array<bool, N>& values)
    {
        std::vector<std::string> set;
        for (std::size_t i = 0; i < N; ++i) {
            if (values[i])
                set.emplace_back(names[i]);
        }
        words(key, set);
    }
    template <class T>
    requires(!std::is_invocable_v<const T&, JsonWriter&>) void object(std::string_view key, const T& record)
    {
        object(key, [&](JsonWriter& inner) { job::describe(inner, record); });
    }
    template <class F>
    requires std::is_invocable_v<const F&, JsonWriter&>
    void object(std::string_view key, const F& visit)
    {
        JsonWriter inner(m_depth + 1);
        inner.m_whole = m_whole;
        visit(inner);
        if (!inner.knowsSomething())
            return;
        raw(key, inner.finished());
        m_knows = true;
    }
    template <class T>
    void required(std::string_view key, const T& record)
    {
        object(key, record);
    }
    template <class T>
    void list(std::string_view key, const std::vector<T>& items)
    {
        std::vector<std::string> texts;
        for (const T& item : items)
            texts.push_back(record([&](JsonWriter& inner) { job::describe(inner, item); }));
        writeList(key, texts);
    }
    void words(std::string_view key, const std::vector<std::string>& texts);
    void points(const job::Field& f, const std::vector<geometry::Point>& points);
    /// Ports, each with the branches that follow it.
    void ports(std::string_view key, const std::vector<job::Port>& ports);
    void unknown(const job::UnknownKeys& keys);

private:
    static double siOf(double value) { return value; }
    static double siOf(int value) { return value; }
    template <class Q>
    static double siOf(const Q& quantity)
    {
        return quantity.si();
    }
    static std::string quoted(std::string_view text);
    /// An entry of a list of this record.
    template <class F>
    [[nodiscard]] std::string record(F write) const
    {
        JsonWriter inner(m_depth + 2);
        write(inner);
        return inner.finished();
    }
    void writeList(std::string_view key, const std::vector<std::string>& items);

    std::string m_members;
    std::set<std::string, std::less<>> m_written;
    int m_depth = 0;
    bool m_knows = false;
    bool m_whole = false;
};

/// Any JSON value as canonical text at a depth of indentation.
std::string canonicalText(const nlohmann::ordered_json& json, int depth);

}  // namespace euryth::files
