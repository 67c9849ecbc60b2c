// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <set>
#include <span>
#include <string>
#include <type_traits>
#include <vector>

#include <nlohmann/json.hpp>

#include "job/check.hpp"
#include "job/describe.hpp"

namespace euryth::files {

using Json = nlohmann::ordered_json;

/// Visitor of job::describe() that fills a record from one JSON object and notes what is wrong with it.
class JsonReader {
public:
    JsonReader(const Json& object, std::string path, std::vector<job::Problem>& problems)
        : m_object(object),
          m_path(std::move(path)),
          m_problems(problems)
    {
    }

    void alreadyRead(std::string_view key) { m_known.emplace(key); }

    template <class T>
    void number(const job::FieldOf<T>& f, T& value)
    {
        const Json* json = find(f.key);
        if (!json || json->is_null())
            return fail(f.key, say("json.missing", {{"wanted", wanted(f)}}));
        readNumber(f, *json, value);
    }

    template <class T>
    void measured(const job::FieldOf<T>& f, std::optional<T>& value)
    {
        const Json* json = find(f.key);
        if (!json || json->is_null())
            return;
        T read{};
        if (readNumber(f, *json, read))
            value = read;
    }
    template <class T>
    void extra(const job::FieldOf<T>& f, std::optional<T>& value)
    {
        measured(f, value);
    }
    template <class T>
    void rule(const job::FieldOf<T>& f, T& value)
    {
        const Json* json = find(f.key);
        if (json && !json->is_null())
            readNumber(f, *json, value);
    }

    void range(std::string_view key, job::ShareRange& range)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_array() || json->size() != 2 || !json->at(0).is_number() || !json->at(1).is_number())
            return fail(key, say("json.must.shares", {{"is", kindOf(*json)}}));
        range.low = job::toSi(job::field::smallBigSmall, json->at(0).get<double>());
        range.high = job::toSi(job::field::smallBigSmall, json->at(1).get<double>());
    }

    void text(std::string_view key, std::string& value)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_string())
            return fail(key, say("json.must.text", {{"is", kindOf(*json)}}));
        value = json->get<std::string>();
        if (value.empty())
            m_known.erase(std::string(key));  // says no more than an absent one, but is not ours to drop
    }

    void requiredText(std::string_view key, std::string& value)
    {
        if (!find(key))
            return fail(key, say("json.missing.text"));
        text(key, value);
    }

    template <std::size_t N, class Enum>
    void choice(std::string_view key, const std::array<std::string_view, N>& names, Enum& value)
    {
        const Json* json = find(key);
        if (!json)
            return fail(key, say("json.missing.word", {{"words", oneOf(names)}}));
        const auto found = json->is_string() ? std::ranges::find(names, json->get<std::string>()) : names.end();
        if (found == names.end())
            return fail(key, say("json.must.word", {{"words", oneOf(names)}, {"is", kindOf(*json)}}));
        value = static_cast<Enum>(found - names.begin());
    }

    template <class T>
    void later(const job::FieldOf<T>& f, T& value, const T&)
    {
        rule(f, value);
    }
    void laterRange(std::string_view key, job::ShareRange& r, const job::ShareRange&) { range(key, r); }
    template <std::size_t N, class Enum>
    void option(std::string_view key, const std::array<std::string_view, N>& names, Enum& value, const Enum&)
    {
        if (find(key))
            choice(key, names, value);
    }
    template <std::size_t N, class Enum>
    void word(std::string_view key, const std::array<std::string_view, N>& names, std::optional<Enum>& value)
    {
        std::string typed;
        text(key, typed);
        if (typed.empty())
            return;
        const auto found = std::ranges::find(names, typed);
        if (found == names.end())
            fail(key, say("json.must.word", {{"words", oneOf(names)}, {"is", say("json.text", {{"text", typed}})}}));
        else
            value = static_cast<Enum>(found - names.begin());
    }

    void truth(std::string_view key, std::optional<bool>& value)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_boolean())
            return fail(key, say("json.must.truth", {{"is", kindOf(*json)}}));
        value = json->get<bool>();
    }
    template <std::size_t N>
    void flags(std::string_view key, const std::array<std::string_view, N>& names, std::array<bool, N>& values)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_array())
            return fail(key, say("json.must.words", {{"is", kindOf(*json)}}));
        for (const Json& item : *json) {
            const auto found = item.is_string() ? std::ranges::find(names, item.get<std::string>()) : names.end();
            if (found == names.end()) {
                fail(key, say("json.may-hold", {{"words", oneOf(names)}, {"is", kindOf(item)}}));
                continue;
            }
            bool& value = values[static_cast<std::size_t>(found - names.begin())];
            if (value)
                fail(key, say("json.twice", {{"word", std::string(*found)}}));
            value = true;
        }
    }

    template <class T>
    requires(!std::is_invocable_v<T&, JsonReader&>) void object(std::string_view key, T& record)
    {
        object(key, [&](JsonReader& inner) { job::describe(inner, record); });
    }
    template <class F>
    requires std::is_invocable_v<F&, JsonReader&>
    void object(std::string_view key, F&& visit)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_object())
            return fail(key, say("json.must.record", {{"is", kindOf(*json)}}));
        JsonReader inner(*json, m_path + std::string(key) + "/", m_problems);
        visit(inner);
    }
    template <class T>
    void required(std::string_view key, T& record)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return fail(key, say("json.missing.record"));
        object(key, record);
    }

    template <class T>
    void list(std::string_view key, std::vector<T>& items)
    {
        records(key, [&](JsonReader& inner) { job::describe(inner, items.emplace_back()); });
    }

    void words(std::string_view key, std::vector<std::string>& texts);

    /// A list of pairs of numbers in the field's unit.
    void points(const job::Field& f, std::vector<geometry::Point>& points);

    /// Ports with their branches; in the job a branch is a port that follows its common runner.
    void ports(std::string_view key, std::vector<job::Port>& ports);

    void unknown(job::UnknownKeys& keys)
    {
        for (const auto& [key, value] : m_object.items()) {
            if (!m_known.contains(key))
                keys.emplace_back(key, value.dump(-1, ' ', false, Json::error_handler_t::replace));
        }
    }

    /// "a text ("abc")", "a number (-2)", ...: what stands where something else was wanted.
    static Phrase kindOf(const Json& json);

private:
    /// Calls `read` with a reader for each record of a list.
    template <class F>
    void records(std::string_view key, F read)
    {
        const Json* json = find(key);
        if (!json || json->is_null())
            return;
        if (!json->is_array())
            return fail(key, say("json.must.list", {{"is", kindOf(*json)}}));
        for (std::size_t i = 0; i < json->size(); ++i) {
            const Json& item = json->at(i);
            const std::string name = std::string(key) + "/" + entryName(item, i);
            if (!item.is_object()) {
                fail(name, say("json.must.record", {{"is", kindOf(item)}}));
                continue;
            }
            JsonReader inner(item, m_path + name + "/", m_problems);
            read(inner);
        }
    }
    void branches(std::vector<job::Port>& ports, std::size_t parent);

    const Json* find(std::string_view key);
    void fail(std::string_view key, Phrase text) { m_problems.push_back({m_path + std::string(key), std::move(text)}); }
    static std::string entryName(const Json& item, std::size_t number);
    static Phrase wanted(const job::Field& f);
    static std::string oneOf(std::span<const std::string_view> words);

    bool readPlain(const job::Field& f, const Json& json, double& value);
    bool readNumber(const job::Field& f, const Json& json, double& value);
    bool readNumber(const job::Field& f, const Json& json, int& value);
    template <class Q>
    bool readNumber(const job::Field& f, const Json& json, Q& value)
    {
        double si = 0.0;
        if (!readNumber(f, json, si))
            return false;
        value = Q::fromSi(si);
        return true;
    }

    const Json& m_object;
    std::string m_path;
    std::vector<job::Problem>& m_problems;
    std::set<std::string, std::less<>> m_known;
};

}  // namespace euryth::files
