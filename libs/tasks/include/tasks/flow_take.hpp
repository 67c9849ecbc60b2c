// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "devices/set_taker.hpp"
#include "job/job.hpp"
#include "words/phrase.hpp"

namespace euryth::tasks {

/// Lifts of a test at which no flow has been read: indices into FlowTest::points, in the order in which they are taken,
/// that of rising lift, so that a bench shows backing up.
std::vector<std::size_t> unreadLifts(const job::FlowTest& test);

/// The valve's places for these points.
std::vector<devices::Goal> liftGoals(const job::FlowTest& test, const std::vector<std::size_t>& points);

/// Writes what was taken at a lift into a point: flow, a depression of its own where it was off the test's by over a
/// hundredth, a paddle's speed, a straightener's torque; that it was not steady as its note. A test without a
/// depression gets that of its first point. A point that was passed over, or where no flow came, stays unknown.
void putTakenLift(const devices::TakenPoint& taken, job::FlowTest& test, std::size_t point);

/// What is to be doubted of a test that was taken: points that did not come to rest, a flow that has said the same to
/// the last digit all the time, lifts that the valve did not have.
std::vector<Phrase> flowDoubts(const devices::SetTaker& taker);

}  // namespace euryth::tasks
