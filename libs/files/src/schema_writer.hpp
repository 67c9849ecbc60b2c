// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <type_traits>
#include <vector>

#include <nlohmann/json.hpp>

#include "job/describe.hpp"
#include "job/shop.hpp"

namespace euryth::files {

/// Visitor of job::describe() that says what a record may hold, as a JSON schema.
class SchemaWriter {
public:
    using Json = nlohmann::ordered_json;

    /// A word that has to be there as it is.
    void fixed(std::string_view key, const Json& value);
    [[nodiscard]] Json finished() const;

    template <class T>
    void number(const job::FieldOf<T>& f, const T&)
    {
        add(f.key, numberSchema(f, std::is_same_v<T, int>, false), true);
    }
    template <class T>
    void measured(const job::FieldOf<T>& f, const std::optional<T>&)
    {
        add(f.key, numberSchema(f, std::is_same_v<T, int>, true), false);
    }
    template <class T>
    void extra(const job::FieldOf<T>& f, const std::optional<T>& value)
    {
        measured(f, value);
    }
    template <class T>
    void rule(const job::FieldOf<T>& f, const T&)
    {
        add(f.key, numberSchema(f, std::is_same_v<T, int>, true), false);
    }
    template <class T>
    void later(const job::FieldOf<T>& f, const T& value, const T&)
    {
        rule(f, value);
    }
    void range(std::string_view key, const job::ShareRange&);
    void laterRange(std::string_view key, const job::ShareRange& r, const job::ShareRange&) { range(key, r); }
    void text(std::string_view key, const std::string&) { add(key, {{"type", {"string", "null"}}}, false); }
    void requiredText(std::string_view key, const std::string&) { add(key, {{"type", "string"}}, true); }
    template <std::size_t N, class Enum>
    void choice(std::string_view key, const std::array<std::string_view, N>& names, const Enum&)
    {
        add(key, {{"enum", names}}, true);
    }
    template <std::size_t N, class Enum>
    void option(std::string_view key, const std::array<std::string_view, N>& names, const Enum&, const Enum&)
    {
        add(key, {{"enum", names}}, false);
    }
    template <std::size_t N, class Enum>
    void word(std::string_view key, const std::array<std::string_view, N>& names, const std::optional<Enum>&)
    {
        Json words = names;
        words.push_back("");
        words.push_back(nullptr);
        add(key, {{"enum", words}}, false);
    }
    void truth(std::string_view key, const std::optional<bool>&) { add(key, {{"type", {"boolean", "null"}}}, false); }
    template <std::size_t N>
    void flags(std::string_view key, const std::array<std::string_view, N>& names, const std::array<bool, N>&)
    {
        addList(key, {{"enum", names}}, true);
    }
    template <class T>
    requires(!std::is_invocable_v<const T&, SchemaWriter&>) void object(std::string_view key, const T& record)
    {
        add(key, orNull(schemaOf(record)), false);
    }
    template <class F>
    requires std::is_invocable_v<const F&, SchemaWriter&>
    void object(std::string_view key, const F& visit)
    {
        SchemaWriter inner;
        visit(inner);
        add(key, orNull(inner.finished()), false);
    }
    template <class T>
    void required(std::string_view key, const T& record)
    {
        add(key, schemaOf(record), true);
    }
    template <class T>
    void list(std::string_view key, const std::vector<T>&)
    {
        addList(key, schemaOf(T{}), false);
    }
    void words(std::string_view key, const std::vector<std::string>&) { addList(key, {{"type", "string"}}, false); }
    void points(const job::Field& f, const std::vector<geometry::Point>&);
    void ports(std::string_view key, const std::vector<job::Port>&);
    void unknown(const job::UnknownKeys&) {}

private:
    template <class T>
    static Json schemaOf(const T& record)
    {
        SchemaWriter inner;
        job::describe(inner, record);
        return inner.finished();
    }
    /// What belongs to a section depends on its shape.
    static Json schemaOf(const job::MeasuredSection& section);
    static Json orNull(Json schema) { return {{"anyOf", Json::array({std::move(schema), {{"type", "null"}}})}}; }
    static Json numberSchema(const job::Field& f, bool whole, bool mayBeUnknown);
    void add(std::string_view key, Json schema, bool isRequired);
    void addList(std::string_view key, Json item, bool unique);

    Json m_properties = Json::object();
    Json m_required = Json::array();
};

}  // namespace euryth::files
