// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/mirror.hpp"

#include <algorithm>
#include <map>
#include <string>

#include "job/describe.hpp"

namespace euryth::job {

namespace {

/// A key with left and right changed over; the same where it names no side.
std::string otherSide(std::string_view key)
{
    using Sides = std::pair<std::string_view, std::string_view>;
    for (const auto& [from, to] : {Sides{"left", "right"}, Sides{"right", "left"}}) {
        if (const auto at = key.find(from); at != std::string_view::npos)
            return std::string(key).replace(at, from.size(), to);
    }
    return std::string(key);
}

/// The place of the other side's word among the names.
template <std::size_t N>
std::size_t otherIndex(const std::array<std::string_view, N>& names, std::size_t index)
{
    const auto found = std::ranges::find(names, otherSide(names[index]));
    return found == names.end() ? index : static_cast<std::size_t>(found - names.begin());
}

/// Visits the description of one record; those inside it have a visitor of their own.
class Mirror {
public:
    template <class T>
    void number(const FieldOf<T>& f, T& value)
    {
        if constexpr (requires { -value; }) {  // a temperature or a pressure of the air has no sign to change
            if (f.towardLeft) {
                value = -value;
                return;
            }
        }
        changeOver(f.key, value);
    }
    template <class T>
    void measured(const FieldOf<T>& f, std::optional<T>& value)
    {
        if (!f.towardLeft)
            changeOver(f.key, value);
        else if (value)
            number(f, *value);
    }
    template <class T>
    void extra(const FieldOf<T>& f, std::optional<T>& value)
    {
        measured(f, value);
    }
    template <class T>
    requires(!std::is_invocable_v<T&, Mirror&>) void object(std::string_view, T& record)
    {
        Mirror inside;
        describe(inside, record);
    }
    template <class F>
    requires std::is_invocable_v<const F&, Mirror&>
    void object(std::string_view, const F& record)
    {
        Mirror inside;
        record(inside);
    }
    template <class T>
    void required(std::string_view key, T& record)
    {
        object(key, record);
    }
    template <class T>
    void list(std::string_view key, std::vector<T>& records)
    {
        for (T& record : records)
            object(key, record);
    }
    template <std::size_t N, class Enum>
    void word(std::string_view key, const std::array<std::string_view, N>& names, std::optional<Enum>& value)
    {
        if (value)
            value = static_cast<Enum>(otherIndex(names, static_cast<std::size_t>(*value)));
        changeOver(key, value);
    }
    template <std::size_t N>
    void flags(std::string_view, const std::array<std::string_view, N>& names, std::array<bool, N>& flags)
    {
        for (std::size_t i = 0; i < N; ++i) {
            if (const std::size_t other = otherIndex(names, i); i < other)
                std::swap(flags[i], flags[other]);
        }
    }
    void points(const Field&, std::vector<geometry::Point>& points)
    {
        for (geometry::Point& p : points)
            p.left = -p.left;
    }
    // Names, and what nobody can tell the sides of.
    void text(std::string_view, std::string&) {}
    void truth(std::string_view, std::optional<bool>&) {}
    void requiredText(std::string_view, std::string&) {}
    template <class... Ignored>
    void choice(const Ignored&...)
    {
    }
    void unknown(UnknownKeys&) {}

private:
    /// With its neighbour under the other side's key, as soon as both have been seen.
    template <class T>
    void changeOver(std::string_view key, T& value)
    {
        const std::string other = otherSide(key);
        if (other == key)
            return;
        if (const auto found = m_seen.find(other); found != m_seen.end())
            std::swap(value, *static_cast<T*>(found->second));
        m_seen.emplace(key, &value);
    }

    std::map<std::string, void*, std::less<>> m_seen;  ///< neighbours are alike in kind
};

}  // namespace

void mirror(Port& port)
{
    Mirror visitor;
    describe(visitor, port);
}

}  // namespace euryth::job
