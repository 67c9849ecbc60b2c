// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/job.hpp"
#include "words/known.hpp"
#include "work/schedule.hpp"

namespace euryth::work {

/// A job as the schedule takes it.
struct JobTasks {
    std::vector<Task> tasks;
    std::vector<double> hours;            ///< of hands, each task
    std::vector<std::size_t> operations;  ///< that each task is
    Known<double> hoursLeft;
    std::optional<std::size_t> next;
    std::vector<Phrase> waitsFor;
    Phrase missing;  ///< without which there is no date; empty where there is one
};

/// What is left of a job. A part that is late, and work elsewhere that should be back, count from today.
JobTasks tasksOf(const job::Job& job, Day today);

/// The tasks if hands take `pace` times as long.
std::vector<Task> atPace(const JobTasks& job, double pace);

}  // namespace euryth::work
