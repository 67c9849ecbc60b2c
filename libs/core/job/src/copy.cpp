// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/copy.hpp"

#include <algorithm>
#include <map>
#include <stdexcept>
#include <string>

#include "job/describe.hpp"

namespace euryth::job {

namespace {

/// Visits the description of one record, not of those inside it: each key with its member goes to Derived::take().
template <class Derived>
class Members {
public:
    template <class Number, class T>
    void number(const FieldOf<Number>& f, T& value)
    {
        take(f.key, value);
    }
    template <class Number, class T>
    void measured(const FieldOf<Number>& f, T& value)
    {
        take(f.key, value);
    }
    template <class T>
    void object(std::string_view key, T& record)
    {
        take(key, record);
    }
    template <class T>
    void required(std::string_view key, T& record)
    {
        take(key, record);
    }
    template <class T>
    void list(std::string_view key, T& records)
    {
        take(key, records);
    }
    template <class Names, class T>
    void flags(std::string_view key, const Names&, T& values)
    {
        take(key, values);
    }
    template <class Names, class T>
    void word(std::string_view key, const Names&, T& value)
    {
        take(key, value);
    }
    template <class Names, class T>
    void choice(std::string_view key, const Names&, T& value)
    {
        take(key, value);
    }
    template <class T>
    void truth(std::string_view key, T& value)
    {
        take(key, value);
    }
    template <class T>
    void text(std::string_view key, T& value)
    {
        take(key, value);
    }
    template <class T>
    void requiredText(std::string_view key, T& value)
    {
        take(key, value);
    }
    void unknown(const UnknownKeys&) {}

private:
    template <class T>
    void take(std::string_view key, T& value)
    {
        static_cast<Derived*>(this)->take(key, value);
    }
};

using Places = std::map<std::string, const void*, std::less<>>;

class Collect : public Members<Collect> {
public:
    explicit Collect(Places& places) : m_places(places) {}
    template <class T>
    void take(std::string_view key, T& value)
    {
        m_places.emplace(key, &value);
    }

private:
    Places& m_places;
};

class Assign : public Members<Assign> {
public:
    Assign(const Places& from, std::span<const std::string_view> keys) : m_from(from), m_keys(keys) {}
    template <class T>
    void take(std::string_view key, T& value)
    {
        if (std::ranges::count(m_keys, key) > 0)
            value = *static_cast<const T*>(m_from.find(key)->second);  // the same key of a record of the same kind
    }

private:
    const Places& m_from;
    std::span<const std::string_view> m_keys;
};

template <class Record>
void copyOf(const Record& from, Record& to, std::span<const std::string_view> keys)
{
    Places places;
    Collect collect(places);
    describe(collect, from);
    for (const std::string_view key : keys) {
        if (!places.contains(key))
            throw std::invalid_argument("no such part of the record: " + std::string(key));
    }
    Assign assign(places, keys);
    describe(assign, to);
}

}  // namespace

void copyParts(const Station& from, Station& to, std::span<const std::string_view> keys) { copyOf(from, to, keys); }
void copyParts(const Port& from, Port& to, std::span<const std::string_view> keys) { copyOf(from, to, keys); }

}  // namespace euryth::job
