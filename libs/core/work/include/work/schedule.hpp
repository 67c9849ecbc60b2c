// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "job/shop.hpp"
#include "work/dates.hpp"

/// When work of a shop gets done: jobs in the order of their places, each operation as early as it can be.
namespace euryth::work {

/// The grain of the schedule: a quarter of an hour.
inline constexpr int kQuartersAnHour = 4;

/// Who works when. All begin their day at the same time; hours are counted from there.
class Calendar {
public:
    /// People without hours, and days that are none, are left out.
    explicit Calendar(const job::Shop& shop);
    /// People whose hours are known.
    [[nodiscard]] std::size_t people() const { return m_people.size(); }
    [[nodiscard]] const std::string& name(std::size_t person) const { return m_people[person].name; }
    /// Quarters of an hour that a person works on a day; 0 on days off.
    [[nodiscard]] int quarters(std::size_t person, Day day) const;

private:
    struct Working {
        std::string name;
        int quarters = 0;
        std::array<bool, job::kWeekDays> days{};
    };
    struct Off {
        Day from;
        Day to;
        std::string who;
    };
    std::vector<Working> m_people;
    std::vector<Off> m_off;
};

/// A piece of a job: hands at the own bench, or days elsewhere.
struct Task {
    int quarters = 0;              ///< of hands; 0 where it is elsewhere
    std::string who;               ///< the one person who does it; empty, or nobody's name: whoever is free
    std::optional<Day> notBefore;  ///< when what it waits for is there
    bool outside = false;
    std::optional<int> days;  ///< elsewhere, from the day on which it is sent
    std::optional<Day> back;  ///< when it is expected back, where that is known
};

/// From its first day to its last. The next task of the job may begin on the last day: of hands in the hour in which it
/// ends, of work elsewhere in the morning.
struct Span {
    Day first;
    Day last;
    friend bool operator==(const Span&, const Span&) = default;
};

/// Places the tasks of each job, in the order in which they are given, one after the other from `today` on. A job is in
/// one pair of hands at a time, and whoever is free goes on with it; each task takes the earliest quarters of an hour
/// in which somebody is free who may do it, after all jobs before it. Where nothing is known of when a task elsewhere
/// is back, or a task is not done within ten years, it and what follows in that job has no span.
std::vector<std::vector<std::optional<Span>>> schedule(const Calendar& calendar, Day today,
                                                       const std::vector<std::vector<Task>>& jobs);

}  // namespace euryth::work
