// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "geometry/any_section.hpp"
#include "job/job.hpp"
#include "probing/grid.hpp"

namespace euryth::tasks {

/// One set of a plan for probing.
struct Round {
    Length s;
    std::optional<Length> lift;      ///< nothing where the plan names no lift
    std::optional<std::size_t> set;  ///< into Port::probes, that has been begun for it
    std::size_t unread = 0;          ///< points of that set without a reading

    [[nodiscard]] bool isDone() const { return set && unread == 0; }
};

/// The rounds of a port's plan: lift after lift, as the valve is set once for all places, and at each the places along
/// the runner. A set belongs to a round where it has its place, its lift (within 0.25 mm) and the plan's state; of
/// several the last. A set whose lift is not written down belongs to a round without a lift.
std::vector<Round> roundsOf(const job::Port& port);

/// The first round without a set, else the first with points that were not read; nothing where all is done.
std::optional<std::size_t> nextRound(const std::vector<Round>& rounds);

/// The points of the plan's grid; the porter's nine fields where it names none, or one that does not exist.
std::vector<probing::GridPoint> gridOf(const job::ProbePlan& plan);

/// A plan as people begin: the pinch, the short side and the bowl of a port, as far as it has them, else all its
/// stations; at the lift of its cam where that is known.
job::ProbePlan usualPlan(const job::Job& job, const job::Port& port);

/// How the tip of a pitot comes to a point: by the side from which its stem goes in, how deep, how far from the wall.
struct TipWay {
    bool fromWindow = true;  ///< else from the valve's side: whichever is nearer along the runner
    Length depth;            ///< along the runner from there
    Length fromWall;         ///< of the nearest wall
    bool tooNear = false;    ///< nearer to it than a pitot reads
    /// Against the air: toward the window of an intake port, toward the valve of an exhaust port.
    bool looksToWindow = true;
};
/// The shares of a place in a section's box, at most 1 either way: what probing::toSection() places there.
probing::GridPoint gridPointAt(const geometry::Section& section, geometry::Point at);
TipWay tipWay(const job::Port& port, Length station, const geometry::Section& section, probing::GridPoint at);

}  // namespace euryth::tasks
