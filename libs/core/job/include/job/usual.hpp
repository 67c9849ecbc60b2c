// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "job/fields.hpp"
#include "job/job.hpp"

/// Usual values for numbers that nobody has measured. They are offered, never taken by themselves; one that was taken
/// is marked in the job (Assumed) and stays marked until somebody types the number.
namespace euryth::job {

/// What is usual for a number.
struct UsualValue {
    double si = 0.0;
    Phrase why;  ///< where the value is from, in words
};

/// What is usual for the number that lives at `member` of the job. Nothing where nothing is usual for it, or where what
/// it follows from is not known either.
std::optional<UsualValue> usualFor(const Job& job, const void* member);
/// Puts it there and marks it. Does nothing where nothing is usual.
void takeUsual(Job& job, const void* member);
/// True where the number is a usual one that was taken.
bool isAssumed(const Job& job, const void* member);
/// Somebody says that the number at `member` is measured: its mark goes.
void markMeasured(Job& job, const void* member);

/// A number that is assumed.
struct AssumedNumber {
    const Field* field = nullptr;
    double si = 0.0;
};
/// What is assumed of a port, its engine and its bench, in the order of the file.
std::vector<AssumedNumber> assumedOf(const Job& job, const Port& port);
/// The same in one list of words for results ("stem 7 mm, rod 140 mm"); empty where nothing is assumed.
Phrase assumedPhrase(const Job& job, const Port& port);

}  // namespace euryth::job
