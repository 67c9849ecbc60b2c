// SPDX-License-Identifier: GPL-3.0-or-later
#include "job/plans.hpp"

#include <algorithm>

namespace euryth::job {

namespace {

constexpr const char* kUnnamed = "plan";

}  // namespace

NamedPlan currentPlan(const Port& port)
{
    NamedPlan plan;
    plan.name = port.planName.empty() ? kUnnamed : port.planName;
    plan.note = port.planNote;
    plan.end = port.planEnd;
    for (const Station& station : port.stations) {
        if (station.plan.any() || !station.plan.unknown.empty())
            plan.stations.push_back({station.s, station.plan});
    }
    return plan;
}

void setPlan(Port& port, const NamedPlan& plan)
{
    port.planName = plan.name;
    port.planNote = plan.note;
    port.planEnd = plan.end;
    for (Station& station : port.stations)
        station.plan = {};
    for (const PlannedStation& planned : plan.stations) {
        if (const auto at = stationNear(port, planned.s))
            port.stations[*at].plan = planned.wish;
    }
}

void makeCurrent(Port& port, std::size_t index)
{
    NamedPlan aside = currentPlan(port);
    aside.unknown = port.plans.at(index).unknown;
    std::swap(aside, port.plans.at(index));
    setPlan(port, aside);
}

void copyPlan(Port& port, const std::string& name)
{
    port.plans.push_back(currentPlan(port));
    port.planName = name;
}

std::string freePlanName(const Port& port)
{
    const auto taken = [&](const std::string& name) {
        return currentPlan(port).name == name ||
               std::ranges::any_of(port.plans, [&](const NamedPlan& p) { return p.name == name; });
    };
    for (int number = 2;; ++number) {
        std::string name = "plan " + std::to_string(number);
        if (!taken(name))
            return name;
    }
}

}  // namespace euryth::job
