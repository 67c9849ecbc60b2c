// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/flow_take.hpp"

#include <algorithm>
#include <cmath>

#include "tasks/probe_set.hpp"

namespace euryth::tasks {

using devices::Channel;

std::vector<std::size_t> unreadLifts(const job::FlowTest& test)
{
    std::vector<std::size_t> unread;
    for (std::size_t i = 0; i < test.points.size(); ++i) {
        if (test.points[i].lift && *test.points[i].lift > Length{} && !test.points[i].flow)
            unread.push_back(i);
    }
    std::ranges::stable_sort(unread, {}, [&](std::size_t i) { return *test.points[i].lift; });
    return unread;
}

std::vector<devices::Goal> liftGoals(const job::FlowTest& test, const std::vector<std::size_t>& points)
{
    std::vector<devices::Goal> goals;
    for (const std::size_t i : points)
        goals.push_back({0.0, 0.0, 0.0, inMm(*test.points[i].lift)});
    return goals;
}

void putTakenLift(const devices::TakenPoint& taken, job::FlowTest& test, std::size_t point)
{
    job::FlowPoint& to = test.points[point];
    if (!taken.mean || !(taken.mean->value > 0.0))
        return;
    to.flow = VolumeFlow::fromSi(taken.mean->value);
    const auto said = [&](Channel channel) {
        const auto found = taken.beside.find(channel);
        return found == taken.beside.end() ? std::nullopt : std::optional(found->second);
    };
    if (const auto pa = said(Channel::Depression)) {
        const auto depression = PressureDifference::fromSi(*pa);
        if (!test.depression)
            test.depression = depression;
        constexpr double alike = 0.01;
        to.depression.reset();
        if (std::abs(depression / *test.depression - 1.0) > alike)
            to.depression = depression;
    }
    if (const auto swirl = said(Channel::Swirl))
        to.swirl = RotationalSpeed::fromSi(*swirl);
    if (const auto torque = said(Channel::Torque))
        to.swirlTorque = Torque::fromSi(*torque);
    to.note = taken.steady ? "" : "unsteady";
}

std::vector<Phrase> flowDoubts(const devices::SetTaker& taker)
{
    std::vector<Phrase> doubts;
    if (const std::size_t unsteady = unsteadyOf(taker); unsteady > 0)
        doubts.push_back(say("doubt.unsteady", {{"points", count(unsteady)}}));
    const auto& taken = taker.taken();
    constexpr int all = 2;
    const auto same = [&](const devices::TakenPoint& p) {
        return p.mean && p.mean->scatter == 0.0 && taken.front().mean && p.mean->value == taken.front().mean->value;
    };
    if (taken.size() >= all && std::ranges::all_of(taken, same))
        doubts.push_back(say("doubt.stuck"));
    constexpr double near = 0.25;  // mm
    for (std::size_t i = 0; i < taken.size(); ++i) {
        const auto lift = taken[i].beside.find(Channel::Lift);
        const double wanted = taker.goals()[i].liftMm.value_or(0.0);
        if (lift == taken[i].beside.end() || std::abs(inMm(Length::fromSi(lift->second)) - wanted) <= near)
            continue;
        doubts.push_back(say("doubt.lift", {{"wanted", lengthFromMm(wanted)}, {"was", Length::fromSi(lift->second)}}));
    }
    return doubts;
}

}  // namespace euryth::tasks
