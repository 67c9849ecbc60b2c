// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "job/job.hpp"
#include "work/learned.hpp"
#include "work/operations.hpp"
#include "work/schedule.hpp"

/// The shop's queue: what is next, what it waits for, when each job is ready, and whether its promise holds.
namespace euryth::work {

/// What the queue has to know of a job: its book with the states as the other stages show them, its ports' names and
/// what one searches for; none of its measurements.
job::Job condensed(const job::Job& job);

struct Card {
    std::string file;  ///< name in the shop's folder
    job::Job job;      ///< condensed
};

/// Words by which a job is found: title, marks, customer, kind, valves, findings, what was found and done.
std::string searchText(const job::Job& job);

/// What the cards' jobs teach.
Learned learnedFrom(const std::vector<Card>& cards);

struct QueueSpan {
    std::size_t operation = 0;
    bool outside = false;
    Span span;
};

/// Why a job is late, by what keeps it longest.
enum class LateBecause { OwnHours, Waits, JobsBefore };

struct QueueRow {
    std::size_t card = 0;  ///< index
    Known<double> hoursLeft;
    std::optional<std::size_t> next;  ///< operation
    std::vector<Phrase> waitsFor;
    Known<Day> ready;               ///< if all jobs go like the middle one of the past; without past ones, as estimated
    std::optional<Day> readyEarly;  ///< if all jobs go like the quicker quarter of the past ones
    std::optional<Day> readyLate;   ///< like the slower quarter
    std::optional<Day> promised;
    std::optional<int> lateDays;  ///< by which it is ready after its promise; under 0 before it
    std::optional<LateBecause> because;
    Phrase why;  ///< it is late
    std::vector<QueueSpan> spans;
    [[nodiscard]] bool isLate() const { return lateDays.value_or(0) > 0; }
};

struct Queue {
    std::vector<QueueRow> rows;  ///< in the order of work; finished jobs are in none
    Phrase missing;              ///< why there are no dates; empty where there are
    std::optional<Spread> pace;  ///< from which the ranges come
};

/// Indices of the unfinished cards in the order of work: as the shop has set it; behind those the others by promise,
/// then arrival, then name.
std::vector<std::size_t> orderOf(const job::Shop& shop, const std::vector<Card>& cards);
/// The same by promises alone (earliest first), which for one pair of hands and jobs that can all begin makes the
/// latest one as little late as can be (Jackson's rule; Jackson 1955, after Pinedo, "Scheduling", theorem 3.2.1, from
/// memory).
std::vector<std::size_t> orderByPromise(const std::vector<Card>& cards);
/// That order as the shop's.
void setOrder(job::Shop& shop, const std::vector<Card>& cards, const std::vector<std::size_t>& order);

Queue queueOf(const job::Shop& shop, const std::vector<Card>& cards, Day today);

/// When a new job of a kind with so many ports could be ready, behind all others or before the job at a place.
struct Offer {
    Known<Day> ready;
    std::optional<Day> early;
    std::optional<Day> late;
    double hours = 0.0;
};
Offer offerFor(const job::Shop& shop, const std::vector<Card>& cards, Day today, const std::string& kind,
               std::size_t ports);

/// Indices of the rows, late ones first (most days first), then in the order of work.
std::vector<std::size_t> lateFirst(const Queue& queue);

}  // namespace euryth::work
