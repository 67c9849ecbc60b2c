// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "job/job.hpp"

/// Changes of a job that are more than one number. Plain functions on the data, for Document::edit().
namespace euryth::app {

/// Adds a station after station `after` (or the first one): half way to the next, or as far on as the last step, with
/// the section, but not the walls, of the station before. Returns its index.
std::size_t addStation(job::Port& port, std::size_t after);
void removeStation(job::Port& port, std::size_t station);

/// Adds a set of nine unread points at a station, with an id that is not taken. Returns its index.
std::size_t addProbeSet(job::Job& job, job::Port& port, std::size_t station);
/// Adds sets that were taken elsewhere; where an id is taken a free one is given. Returns the first one's index.
std::size_t addProbeSets(job::Port& port, std::vector<job::ProbeSet> sets);
void removeProbeSet(job::Port& port, std::size_t probe);

/// Accepts a call with a reason, or takes an acceptance back (empty reason).
void acceptCall(job::Port& port, const std::string& call, const std::string& reason);

/// Sets a reading's speed, or its impact pressure; the other one is cleared, as only one was measured.
void setReadingSpeed(job::Reading& reading, std::optional<Speed> speed);
void setReadingImpact(job::Reading& reading, PressureDifference impact);

}  // namespace euryth::app
