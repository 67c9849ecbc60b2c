// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "job/job.hpp"

/// Changes of whole ports. Plain functions on the data, for Document::edit().
namespace euryth::app {

/// Which measurements are copied from one port to another.
struct CopyChoice {
    bool sections = true;  ///< stations with distance, place, section, boss and stem
    bool walls = false;    ///< at the same distances
    bool valveEnd = true;  ///< valve, seat, short side
    bool runner = true;    ///< layout, manifold and gasket openings
    bool plan = false;     ///< planned areas, at the same distances
    bool mirror = false;   ///< left and right changed over on the way
};

/// Copies what is chosen. Walls and plans go to stations within half a millimetre of the same distance; those of `to`
/// stay where they are not chosen and there still is such a station. Probe sets of `to` whose station has gone go too.
void copyMeasurements(const job::Port& from, job::Port& to, const CopyChoice& choice);

/// Everything measured of two ports changed over; what they are (id, side, cylinder, casting, material) stays.
void swapMeasurements(job::Port& a, job::Port& b);

/// Adds an empty port like `after` (side, casting) behind it and its branches, with an id and cylinder not taken on its
/// side. Returns its index.
std::size_t addPort(job::Job& job, std::size_t after);
/// Removes a port with its branches, or one branch.
void removePort(job::Job& job, std::size_t index);
/// Moves a port (with its branches) one place up or down among the ports. Returns its new index.
std::size_t movePort(job::Job& job, std::size_t index, int by);

/// Makes a port a common runner with two branches "a" and "b", which take over its valve; the stations from `split` on
/// become the first branch's. Does nothing to a branch or to a port that has branches. Returns the index of the first
/// one.
std::size_t splitPort(job::Job& job, std::size_t index, std::size_t split);

/// Gives a port another id, here and in its branches.
void renamePort(job::Job& job, std::size_t index, const std::string& id);

/// The few questions of a new job.
struct GuideAnswers {
    std::string title;
    int cylinders = 1;
    int intakeValves = 1;  ///< of a cylinder: 1, or 2 fed by one port that splits
    int exhaustValves = 1;
    std::string material;
    std::optional<Length> bore;
    std::optional<Length> stroke;
    bool twoCastings = false;  ///< the cylinders lie in two castings, half each
};

/// A job with all its ports, empty, in the order cylinder by cylinder, intake before exhaust.
job::Job makeJob(const GuideAnswers& answers);

}  // namespace euryth::app
