// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string>
#include <vector>

#include "job/work.hpp"

/// What all jobs of a shop share: who works when, in which order the jobs are done, what its sheets say on top. The
/// jobs themselves are their files.
namespace euryth::job {

inline constexpr std::size_t kWeekDays = 7;  ///< from Monday

struct Person {
    std::string name;
    std::optional<double> hours;             ///< at the bench a working day
    std::array<bool, kWeekDays> workDays{};  ///< none: Monday to Friday
    UnknownKeys unknown;
    friend bool operator==(const Person&, const Person&) = default;
};

/// Days on which nobody, or one person, works.
struct DaysOff {
    std::string from;
    std::string to;   ///< the last one; empty: one day
    std::string who;  ///< empty: all
    std::string why;
    UnknownKeys unknown;
    friend bool operator==(const DaysOff&, const DaysOff&) = default;
};

enum class CountedPer { Head, Port };

/// An operation as a kind of work usually has it.
struct UsualOperation {
    std::string id;
    std::optional<double> hours;
    std::optional<CountedPer> per;  ///< a head where not said
    WorkPlace place = WorkPlace::Own;
    std::optional<int> days;  ///< that another shop needs
    UnknownKeys unknown;
    friend bool operator==(const UsualOperation&, const UsualOperation&) = default;
};

struct WorkTemplate {
    std::string kind;
    std::vector<UsualOperation> operations;
    UnknownKeys unknown;
    friend bool operator==(const WorkTemplate&, const WorkTemplate&) = default;
};

/// A job's place in the queue.
struct Queued {
    std::string file;  ///< name in the shop's folder
    UnknownKeys unknown;
    friend bool operator==(const Queued&, const Queued&) = default;
};

struct Shop {
    std::string name;
    std::string address;  ///< under the name, on sheets
    std::string logo;     ///< a picture's name in the shop's folder
    std::string currency;
    std::optional<double> rate;  ///< an hour
    std::string incoming;        ///< folder from which new pictures are taken, such as a telephone's upload
    std::vector<Person> people;
    std::vector<DaysOff> daysOff;
    std::vector<WorkTemplate> templates;
    std::vector<Queued> order;
    UnknownKeys unknown;
    friend bool operator==(const Shop&, const Shop&) = default;
};

}  // namespace euryth::job
