// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "app/clock.hpp"
#include "app/workspace.hpp"
#include "job/shop.hpp"
#include "work/dates.hpp"
#include "work/learned.hpp"

/// Changes of a job's book, each one undo step.
namespace euryth::app {

/// The moment of a clock, with the distance from UTC of the machine's time zone.
work::Moment momentNow(const Clock& clock);

/// Adds an operation behind `after` (behind the last one where that is none), with an id that is not taken. Returns its
/// index.
std::size_t addOperation(Workspace& workspace, std::size_t after, const std::string& id);
void removeOperation(Workspace& workspace, std::size_t operation);
/// Gives it another name; its hours and the clock go with it. Says why not, or an empty text.
QString renameOperation(Workspace& workspace, std::size_t operation, const std::string& id);
/// Moves it up (under 0) or down; returns where it is then.
std::size_t moveOperation(Workspace& workspace, std::size_t operation, int by);
/// The operations of the job's kind of work; what the job has of them already stays as it is, and what the kind has not
/// stays behind them.
void takeOperations(Workspace& workspace, const std::string& kind, const job::Shop& shop, const work::Learned& learned);
/// Sets what somebody says of an operation; done today where it is done. Nothing: as the other stages show it.
void setOperationState(Workspace& workspace, std::size_t operation, std::optional<job::OperationState> state,
                       const std::string& today);

std::size_t addPart(Workspace& workspace);
/// Gives it another name; what waits for it goes on waiting. Says why not, or an empty text.
QString renamePart(Workspace& workspace, std::size_t part, const std::string& id);
void removePart(Workspace& workspace, std::size_t part);
/// Sets a part's state; ordered or arrived today where that has no day yet.
void setPartState(Workspace& workspace, std::size_t part, std::optional<job::PartState> state,
                  const std::string& today);
/// Makes an operation wait for a part, or not.
void setNeeds(Workspace& workspace, std::size_t operation, const std::string& part, bool needs);

/// Sets the clock going at an operation of the job, or writes down what it has counted.
void startClock(Workspace& workspace, const std::string& operation, const std::string& port, const std::string& person,
                const work::Moment& now);
void pauseClock(Workspace& workspace, const work::Moment& now, double mostHours = 1e9);
void forgetClock(Workspace& workspace);

/// Writes down time that was worked without the clock.
void addHours(Workspace& workspace, job::WorkedTime worked);
void removeHours(Workspace& workspace, std::size_t entry);

/// A job that begins like another one: engine, bench, house, ports with their valves and layout, operations with their
/// estimates; nothing that was measured, done or belongs to somebody.
job::Job likeThis(const job::Job& job);

}  // namespace euryth::app
