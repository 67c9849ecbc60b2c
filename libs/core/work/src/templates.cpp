// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/templates.hpp"

#include <algorithm>

#include "work/operations.hpp"

namespace euryth::work {

namespace {

using job::CountedPer;
using job::UsualOperation;

UsualOperation a(const char* id, double hours, CountedPer per = CountedPer::Head)
{
    return {id, hours, per, job::WorkPlace::Own, {}, {}};
}

UsualOperation elsewhere(const char* id, int days) { return {id, {}, {}, job::WorkPlace::Outside, days, {}}; }

std::vector<job::WorkTemplate> made()
{
    constexpr auto port = CountedPer::Port;
    return {
        {"full port",
         {a("wash", 0.5),
          a("crack check", 0.5),
          a("measure", 0.4, port),
          a("flow test before", 0.25, port),
          a("guides", 1.0),
          a("valve job", 2.5),
          a("short sides", 0.4, port),
          a("floors", 0.2, port),
          a("roofs", 0.25, port),
          a("walls", 0.25, port),
          a("bowls", 0.3, port),
          a("guide bosses", 0.15, port),
          a("windows", 0.2, port),
          a("chambers", 0.25, port),
          elsewhere("pressure test", 5),
          a("leak test", 0.15, port),
          a("flow test", 0.25, port),
          a("skim", 0.75),
          a("final wash", 0.5),
          a("assembly", 1.5)},
         {}},
        {"bowl and short side",
         {a("wash", 0.5), a("crack check", 0.5), a("measure", 0.25, port), a("valve job", 2.5),
          a("short sides", 0.4, port), a("bowls", 0.3, port), a("leak test", 0.15, port), a("flow test", 0.25, port),
          a("final wash", 0.5), a("assembly", 1.5)},
         {}},
        {"clean-up",
         {a("wash", 0.5), a("lips", 0.25, port), a("dividers", 0.1, port), a("flash", 0.15, port),
          a("final wash", 0.5)},
         {}},
        {"valve job",
         {a("wash", 0.5), a("guides", 1.0), a("valve job", 2.5), a("leak test", 0.15, port), a("assembly", 1.5)},
         {}},
        {"chamber", {a("wash", 0.5), a("chambers", 0.25, port), a("skim", 0.75), a("final wash", 0.5)}, {}},
        {"repair",
         {a("wash", 0.5), a("crack check", 0.5), elsewhere("repair", 10), elsewhere("pressure test", 5),
          a("final wash", 0.5)},
         {}},
    };
}

/// The valve job before the first operation of porting, or behind the last one.
void placeValveJob(std::vector<job::Operation>& operations, job::ValveJob when)
{
    const auto ports = [](const job::Operation& operation) { return isPorting(operation.id); };
    const auto valve = std::ranges::find(operations, "valve job", &job::Operation::id);
    if (valve == operations.end() || std::ranges::none_of(operations, ports))
        return;
    job::Operation moved = std::move(*valve);
    operations.erase(valve);
    auto at = std::ranges::find_if(operations, ports);
    if (when == job::ValveJob::Last)
        at = std::find_if(operations.rbegin(), operations.rend(), ports).base();
    operations.insert(at, std::move(moved));
}

}  // namespace

const std::vector<job::WorkTemplate>& shippedTemplates()
{
    static const std::vector<job::WorkTemplate> all = made();
    return all;
}

const job::WorkTemplate* templateFor(const job::Shop& shop, std::string_view kind)
{
    for (const auto* list : {&shop.templates, &shippedTemplates()}) {
        const auto found = std::ranges::find(*list, kind, &job::WorkTemplate::kind);
        if (found != list->end())
            return &*found;
    }
    return nullptr;
}

std::vector<std::string> kindsOf(const job::Shop& shop)
{
    std::vector<std::string> kinds;
    for (const auto* list : {&shippedTemplates(), &shop.templates}) {
        for (const job::WorkTemplate& of : *list) {
            if (std::ranges::find(kinds, of.kind) == kinds.end())
                kinds.push_back(of.kind);
        }
    }
    return kinds;
}

std::vector<job::Operation> operationsFor(const job::Job& job, const job::Shop& shop, std::string_view kind,
                                          const Learned& learned)
{
    const job::WorkTemplate* of = templateFor(shop, kind);
    std::vector<job::Operation> operations;
    if (!of)
        return operations;
    const double ports = static_cast<double>(portsOf(job));
    for (const UsualOperation& usual : of->operations) {
        job::Operation& operation = operations.emplace_back();
        operation.id = usual.id;
        operation.days = usual.days;
        if (usual.place == job::WorkPlace::Outside)
            operation.place = usual.place;
        const auto spread = learned.hours(of->kind, usual.id);
        if (spread)
            operation.estimate = spread->median * unitsOf(job, usual.id);
        else if (usual.hours)
            operation.estimate = *usual.hours * (usual.per == CountedPer::Port ? ports : 1.0);
    }
    placeValveJob(operations, job.house.valveJob);
    return operations;
}

job::WorkTemplate templateOf(const job::Job& job)
{
    job::WorkTemplate of{job.work.kind, {}, {}};
    for (const job::Operation& operation : job.work.operations) {
        UsualOperation& usual = of.operations.emplace_back();
        usual.id = operation.id;
        usual.place = operation.place.value_or(job::WorkPlace::Own);
        usual.days = operation.days;
        const double units = unitsOf(job, operation.id);
        usual.per = units > 1.0 ? CountedPer::Port : CountedPer::Head;
        if (operation.estimate)
            usual.hours = *operation.estimate / units;
    }
    return of;
}

}  // namespace euryth::work
