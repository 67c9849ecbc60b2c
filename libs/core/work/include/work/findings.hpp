// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "job/job.hpp"
#include "job/shop.hpp"
#include "work/dates.hpp"

namespace euryth::work {

/// Something about a job's book that somebody should look at; nothing of it is refused or lost.
struct Finding {
    enum class Kind {
        BadDate,
        DatesOrder,
        PromisePast,
        HoursOverDay,
        ClockLong,
        PartLate,
        PartDoesNotFit,
        PartUnknown,
        BackLate,
        OperationUnknown,
        NobodyOfTheShop
    };
    Kind kind{};
    Phrase text;  ///< what, and what to do
};

/// Dates that are none or stand in the wrong order, a promise that has passed, more hours than a day has, parts and
/// work elsewhere that are late, hours of an operation that is in no list. `shop` is asked for names of people, where
/// it has any.
std::vector<Finding> findingsOf(const job::Job& job, const job::Shop& shop, const Moment& now);

/// What is wrong with a date that somebody has typed; empty where it is one, or is left empty.
Phrase dateProblem(std::string_view typed);

}  // namespace euryth::work
