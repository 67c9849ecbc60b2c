// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "geometry/section.hpp"
#include "job/job.hpp"
#include "job/shop.hpp"
#include "words/phrase.hpp"

namespace euryth::job {

/// Something in a job that must be put right before it can be computed with.
struct Problem {
    std::string place;  ///< path in the file: `ports/I1/stations/3/section/width_mm`
    Phrase text;        ///< what is wrong and what would be right
    friend bool operator==(const Problem&, const Problem&) = default;
};

/// All problems of a job: numbers outside their range, radii that do not fit their sides, stations out of order, ids
/// that are missing or used twice, probe sets that belong to no station, limits that contradict each other.
std::vector<Problem> check(const Job& job);

/// The same of a shop's file: numbers outside their range, names that stand twice.
std::vector<Problem> check(const Shop& shop);

/// What is wrong with the corner radii of a section, each with the key of the corner it is about.
std::vector<Problem> checkCorners(const geometry::RoundedRectangle& section);

}  // namespace euryth::job
