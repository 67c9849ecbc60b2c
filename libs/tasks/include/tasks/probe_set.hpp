// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "air/moist_air.hpp"
#include "devices/set_taker.hpp"
#include "job/job.hpp"
#include "probing/grid.hpp"
#include "words/phrase.hpp"

namespace euryth::tasks {

/// The points of a grid by its name: "3x3" (the porter's nine fields), "5x5", "6x6", "7x7" and mixtures of these (the
/// log-Tchebycheff positions of ISO 3966), "circle-3" and "circle-5" (its log-linear positions, that many on each of
/// four radii), "free" (none: each is placed by hand). Nothing for another name.
std::optional<std::vector<probing::GridPoint>> gridNamed(const std::string& name);

/// An id that no set of the port has: "P1", "P2" ...
std::string nextSetId(const job::Port& port);

/// A set of unread points at a station: on the bench at which one works, as that stands now.
job::ProbeSet emptySet(const job::Job& job, const job::Port& port, Length station,
                       const std::vector<probing::GridPoint>& grid);

/// Writes what was taken into a reading: its impact pressure with the speed's scatter. A point where the probe read no
/// air, or that was passed over, stays unknown.
void putTaken(const devices::TakenPoint& taken, const std::optional<air::AirState>& room, const std::string& when,
              job::Reading& reading);

/// What an instrument says beside the pitot, as means over a set.
struct Beside {
    std::optional<Length> lift;
    std::optional<PressureDifference> depression;
    std::optional<VolumeFlow> flow;
};
Beside besideOf(const devices::SetTaker& taker);
/// How an instrument calls itself, with its number.
std::string nameOf(const devices::Instrument& instrument);

/// What was taken as a probe set of the job: impact pressures with the speeds' scatter, and beside them what the bench
/// said. Points where the probe read no air stay unknown. `when` is the time of day as files write it.
job::ProbeSet probeSetOf(const devices::SetTaker& taker, const devices::Instrument& instrument, const job::Job& job,
                         const job::Port& port, Length station, const std::string& when);

/// What is to be doubted of a set at once: readings over the speed that the depression gives, points without air, ones
/// that did not come to rest (`unsteady` of them), a flow that the bench has said to the last digit all the time
/// (`stuck`), a flow or a mean that an earlier set of the same lift and state does not have, a flow of the probe that
/// is far from the bench's own.
std::vector<Phrase> doubtsOf(const job::Job& job, const job::Port& port, const job::ProbeSet& set, std::size_t unsteady,
                             bool stuck = false);
/// The bench's flow has not moved while the set was taken: its channel is stuck.
bool flowStuck(const devices::SetTaker& taker);
/// Of a set's points those that were taken as they were.
std::size_t unsteadyOf(const devices::SetTaker& taker);

}  // namespace euryth::tasks
