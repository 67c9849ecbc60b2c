// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>
#include <vector>

#include "job/job.hpp"
#include "words/known.hpp"

/// The operations of a job: which there are, which of them the other stages' work ticks off, what is left of each.
namespace euryth::work {

/// What an operation is called: words of the catalogue for one that Euryth knows, else as somebody has typed it.
Phrase nameOf(std::string_view operation);
/// What can hurt at it; empty for one that has no danger of its own.
Phrase cautionAt(std::string_view operation);
/// True for the porting itself, which hands repeat over all ports.
bool isPorting(std::string_view operation);
/// All that Euryth knows, in the order in which a head goes through them.
std::vector<std::string_view> knownOperations();

/// Ports of their own, without the branches of such that split.
std::size_t portsOf(const job::Job& job);

/// How much of an operation the job's other stages show as done, from 0 to 1: the ports' sections measured, probe sets
/// read, elements ticked at the cut, the last leak test dry, a flow test after work. Nothing for an operation that
/// leaves no trace there (washing, assembly).
std::optional<double> shownByWork(const job::Job& job, const job::Operation& operation);

/// An operation as it stands.
struct OperationNow {
    job::OperationState state{};
    bool byWork = false;          ///< nobody has said it, the other stages show it
    std::optional<double> share;  ///< done, where the other stages show that
    double spent = 0.0;           ///< hours
    /// Hours that are left: the estimate less what the ticks show as done or what has been spent, whichever is more,
    /// but a quarter of what the ticks leave at least as long as it is not done (a rule of ours: who is over the
    /// estimate is seldom just about to be ready). Missing where there is no estimate. For work elsewhere 0.
    Known<double> left;
    std::vector<std::string> waitsFor;  ///< parts that are not there, or do not fit
    [[nodiscard]] bool isOver() const
    {
        return state == job::OperationState::Done || state == job::OperationState::LeftOut;
    }
};
std::vector<OperationNow> operationsNow(const job::Job& job);

/// The first one that is not over; nothing where all are.
std::optional<std::size_t> nextOperation(const std::vector<OperationNow>& now);

/// Hours left over all operations; missing where one of them has no estimate, or there is none.
Known<double> hoursLeft(const job::Job& job, const std::vector<OperationNow>& now);

/// True once nothing is left to be done, or the job has been handed over.
bool isFinished(const job::Job& job);

}  // namespace euryth::work
