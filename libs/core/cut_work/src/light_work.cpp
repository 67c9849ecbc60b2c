// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut_work/light_work.hpp"

#include <algorithm>
#include <array>
#include <string>

#include "job/describe.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::cut_work {

namespace {

/// How many steps the catalogue has for each task.
constexpr std::array<int, 6> kSteps{4, 3, 3, 3, 3, 4};

std::string idOf(job::LightTask task)
{
    return "light." + std::string(job::kLightTaskKeys[static_cast<std::size_t>(task)]);
}

bool isFor(job::PinKind kind, job::LightTask task)
{
    switch (task) {
    case job::LightTask::Lip: return kind == job::PinKind::Lip;
    case job::LightTask::Blend:
    case job::LightTask::Steps: return kind == job::PinKind::Bump;
    default: return false;
    }
}

}  // namespace

LightHow lightHow(job::LightTask task)
{
    const std::string id = idOf(task);
    LightHow how{say(id), say(id + ".when"), {}, say(id + ".tools"), say(id + ".checks")};
    for (int i = 1; i <= kSteps[static_cast<std::size_t>(task)]; ++i)
        how.steps.push_back(say(id + ".step-" + std::to_string(i)));
    return how;
}

std::vector<std::size_t> findingsFor(const job::Port& port, job::LightTask task)
{
    std::vector<std::size_t> found;
    for (std::size_t i = 0; i < port.pins.size(); ++i) {
        if (isFor(port.pins[i].kind, task))
            found.push_back(i);
    }
    return found;
}

Known<ChamberCost> chamberCost(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis)
{
    job::Port leaned = port;
    if (!leaned.planEnd.chamberLean)
        leaned.planEnd.chamberLean = kUsualLean;
    const auto plan = plans::planShrouding(job, leaned, plans::planValveEnd(job, leaned, analysis));
    if (!plan)
        return {std::nullopt, plan.missing};
    if (!plan->added)
        return {std::nullopt, say("missing.chamber-wall")};
    return {ChamberCost{*leaned.planEnd.chamberLean, *plan->added, plan->compressionNow, plan->compression}, {}};
}

const job::LightWork* lightWorkOf(const job::Port& port, job::LightTask task)
{
    const auto found = std::ranges::find(port.lightWork, task, &job::LightWork::task);
    return found == port.lightWork.end() ? nullptr : &*found;
}

job::LightWork& lightWorkFor(job::Port& port, job::LightTask task)
{
    const auto found = std::ranges::find(port.lightWork, task, &job::LightWork::task);
    if (found != port.lightWork.end())
        return *found;
    job::LightWork fresh;
    fresh.task = task;
    return port.lightWork.emplace_back(std::move(fresh));
}

}  // namespace euryth::cut_work
