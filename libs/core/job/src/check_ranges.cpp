// SPDX-License-Identifier: GPL-3.0-or-later
#include "check_ranges.hpp"

#include <type_traits>

#include "job/describe.hpp"

namespace euryth::job {

namespace {

double siOf(double value) { return value; }
double siOf(int value) { return value; }
template <class Q>
double siOf(const Q& quantity)
{
    return quantity.si();
}

/// Visits a job and notes every number outside its field's range.
class RangeCheck {
public:
    explicit RangeCheck(std::vector<Problem>& problems) : m_problems(problems) {}

    template <class T>
    void number(const FieldOf<T>& f, const T& value)
    {
        if (const auto problem = rangeProblem(f, siOf(value)))
            m_problems.push_back({m_path + std::string(f.key), *problem});
    }
    template <class T>
    void measured(const FieldOf<T>& f, const std::optional<T>& value)
    {
        if (!value)
            return;
        const std::size_t before = m_problems.size();
        number(f, *value);
        if (m_problems.size() > before && siOf(*value) == 0.0)
            m_problems.back().text = say("must.or-empty", {{"problem", m_problems.back().text}});
    }
    template <class T>
    void extra(const FieldOf<T>& f, const std::optional<T>& value)
    {
        measured(f, value);
    }
    template <class T>
    void rule(const FieldOf<T>& f, const T& value)
    {
        number(f, value);
    }
    void range(std::string_view key, const ShareRange& r)
    {
        if (!(r.low > 0.0) || !(r.high <= 1.0) || !(r.low <= r.high))
            m_problems.push_back({m_path + std::string(key), say("must.share-range")});
    }
    template <class T>
    requires(!std::is_invocable_v<const T&, RangeCheck&>) void object(std::string_view key, const T& record)
    {
        inside(key, [&] { describe(*this, record); });
    }
    template <class F>
    requires std::is_invocable_v<const F&, RangeCheck&>
    void object(std::string_view key, const F& record)
    {
        inside(key, [&] { record(*this); });
    }
    template <class T>
    void required(std::string_view key, const T& record)
    {
        object(key, record);
    }
    template <class T>
    void list(std::string_view key, const std::vector<T>& items)
    {
        inside(key, [&] {
            for (std::size_t i = 0; i < items.size(); ++i)
                object(entryName(items[i], i), items[i]);
        });
    }
    void text(std::string_view, const std::string&) {}
    void words(std::string_view, const std::vector<std::string>&) {}
    void requiredText(std::string_view key, const std::string& value)
    {
        if (value.empty())
            m_problems.push_back({m_path + std::string(key), say("must.not-empty")});
    }
    template <class... Ignored>
    void choice(const Ignored&...)
    {
    }
    template <class T>
    void later(const FieldOf<T>& f, const T& value, const T&)
    {
        number(f, value);
    }
    void laterRange(std::string_view key, const ShareRange& r, const ShareRange&) { range(key, r); }
    template <class... Ignored>
    void option(const Ignored&...)
    {
    }
    template <class... Ignored>
    void word(const Ignored&...)
    {
    }
    void truth(std::string_view, const std::optional<bool>&) {}
    template <class... Ignored>
    void flags(const Ignored&...)
    {
    }
    void points(const Field& f, const std::vector<geometry::Point>& points)
    {
        for (std::size_t i = 0; i < points.size(); ++i) {
            for (const double coordinate : {points[i].left, points[i].up}) {
                if (const auto problem = rangeProblem(f, coordinate))
                    m_problems.push_back({m_path + std::string(f.key) + "/" + std::to_string(i), *problem});
            }
        }
    }
    void ports(std::string_view, const std::vector<Port>& ports)
    {
        for (std::size_t i = 0; i < ports.size(); ++i)
            object(portPath(ports[i], i), ports[i]);
    }
    void unknown(const UnknownKeys&) {}

private:
    template <class F>
    void inside(std::string_view key, F visit)
    {
        const std::size_t length = m_path.size();
        m_path.append(key).append("/");
        visit();
        m_path.resize(length);
    }

    std::vector<Problem>& m_problems;
    std::string m_path;
};

}  // namespace

void checkRanges(const Job& job, std::vector<Problem>& problems)
{
    RangeCheck ranges(problems);
    describe(ranges, job);
}

void checkRanges(const Shop& shop, std::vector<Problem>& problems)
{
    RangeCheck ranges(problems);
    describe(ranges, shop);
}

}  // namespace euryth::job
