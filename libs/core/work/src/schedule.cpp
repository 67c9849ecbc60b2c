// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/schedule.hpp"

#include <algorithm>
#include <array>
#include <cmath>

namespace euryth::work {

namespace {

using std::chrono::days;

constexpr int kHorizon = 3653;  // days: ten years
constexpr std::size_t kQuartersADay = 24 * kQuartersAnHour;

/// A point of the schedule: a day from today on, and a quarter of an hour of it.
struct At {
    int day = 0;
    int quarter = 0;
};

/// What is taken already of everybody's time.
class Bench {
public:
    Bench(const Calendar& calendar, Day today) : m_calendar(calendar), m_today(today), m_taken(calendar.people()) {}

    /// Takes the earliest free quarters from `from` on; nothing where they do not come within the horizon.
    std::optional<Span> take(const Task& task, At& from)
    {
        int left = task.quarters;
        std::optional<int> first;
        for (int day = from.day; day < kHorizon; ++day) {
            for (int quarter = day == from.day ? from.quarter : 0; quarter < lastQuarter(day, task.who); ++quarter) {
                const auto person = freePerson(day, quarter, task.who);
                if (!person)
                    continue;
                m_taken[*person][at(day)].set(quarter);
                first = first.value_or(day);
                if (--left == 0) {
                    from = {day, quarter + 1};
                    return Span{m_today + days{*first}, m_today + days{day}};
                }
            }
        }
        return std::nullopt;
    }

private:
    struct TakenDay {
        std::array<bool, kQuartersADay> quarters{};
        int count = 0;
        void set(int quarter)
        {
            quarters[at(quarter)] = true;
            ++count;
        }
    };
    static std::size_t at(int i) { return static_cast<std::size_t>(i); }

    [[nodiscard]] bool mayDo(std::size_t person, const std::string& who) const
    {
        if (who.empty() || m_calendar.name(person) == who)
            return true;
        for (std::size_t other = 0; other < m_calendar.people(); ++other) {
            if (m_calendar.name(other) == who)
                return false;
        }
        return true;
    }

    [[nodiscard]] bool isFull(std::size_t person, int day)
    {
        return taken(person, day).count >= m_calendar.quarters(person, m_today + days{day});
    }

    /// Behind the last quarter in which somebody may be free on a day; 0 where nobody is.
    [[nodiscard]] int lastQuarter(int day, const std::string& who)
    {
        int last = 0;
        for (std::size_t person = 0; person < m_calendar.people(); ++person) {
            if (mayDo(person, who) && !isFull(person, day))
                last = std::max(last, m_calendar.quarters(person, m_today + days{day}));
        }
        return last;
    }

    std::optional<std::size_t> freePerson(int day, int quarter, const std::string& who)
    {
        for (std::size_t person = 0; person < m_calendar.people(); ++person) {
            if (mayDo(person, who) && quarter < m_calendar.quarters(person, m_today + days{day}) &&
                !taken(person, day).quarters[at(quarter)])
                return person;
        }
        return std::nullopt;
    }

    TakenDay& taken(std::size_t person, int day)
    {
        auto& of = m_taken[person];
        if (of.size() <= at(day))
            of.resize(at(day) + 1);
        return of[at(day)];
    }

    const Calendar& m_calendar;
    Day m_today;
    std::vector<std::vector<TakenDay>> m_taken;  ///< [person][day]
};

/// Days from today on; not before it.
int dayFrom(Day today, Day day)
{
    return static_cast<int>(std::clamp<long>((day - today).count(), 0L, static_cast<long>(kHorizon)));
}

std::optional<Span> goElsewhere(const Task& task, Day today, At& from)
{
    const Day sent = today + days{from.day};
    Day back = sent;
    if (task.back)
        back = std::max(*task.back, sent);
    else if (task.days)
        back = sent + days{*task.days};
    else
        return std::nullopt;
    if (const int day = dayFrom(today, back); day > from.day)
        from = {day, 0};
    return Span{sent, back};
}

}  // namespace

Calendar::Calendar(const job::Shop& shop)
{
    for (const job::Person& person : shop.people) {
        if (!person.hours)
            continue;
        Working working{person.name, static_cast<int>(std::lround(*person.hours * kQuartersAnHour)), person.workDays};
        if (std::ranges::none_of(working.days, [](bool works) { return works; }))
            working.days = {true, true, true, true, true, false, false};
        if (working.quarters > 0)
            m_people.push_back(working);
    }
    for (const job::DaysOff& off : shop.daysOff) {
        const auto from = dayOf(off.from);
        const auto to = off.to.empty() ? from : dayOf(off.to);
        if (from && to)
            m_off.push_back({*from, *to, off.who});
    }
}

int Calendar::quarters(std::size_t person, Day day) const
{
    const Working& working = m_people[person];
    if (!working.days[weekDay(day)])
        return 0;
    const bool off = std::ranges::any_of(
        m_off, [&](const Off& o) { return day >= o.from && day <= o.to && (o.who.empty() || o.who == working.name); });
    return off ? 0 : working.quarters;
}

std::vector<std::vector<std::optional<Span>>> schedule(const Calendar& calendar, Day today,
                                                       const std::vector<std::vector<Task>>& jobs)
{
    Bench bench(calendar, today);
    std::vector<std::vector<std::optional<Span>>> all;
    for (const std::vector<Task>& tasks : jobs) {
        At from;
        auto& spans = all.emplace_back(tasks.size());
        for (std::size_t i = 0; i < tasks.size(); ++i) {
            const Task& task = tasks[i];
            if (const int day = task.notBefore ? dayFrom(today, *task.notBefore) : 0; day > from.day)
                from = {day, 0};
            if (task.outside)
                spans[i] = goElsewhere(task, today, from);
            else if (task.quarters == 0)
                spans[i] = Span{today + days{from.day}, today + days{from.day}};
            else
                spans[i] = bench.take(task, from);
            if (!spans[i])
                break;  // what follows is not known either
        }
    }
    return all;
}

}  // namespace euryth::work
