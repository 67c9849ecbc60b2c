// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/operations.hpp"

#include <algorithm>
#include <array>
#include <span>

#include "cutting/element.hpp"
#include "porting_minutes.hpp"
#include "work/hours.hpp"

namespace euryth::work {

namespace {

using cutting::Element;

constexpr std::array kShortSides{Element::ShortSide};
constexpr std::array kFloors{Element::Floor};
constexpr std::array kRoofs{Element::Roof, Element::TurnRoof};
constexpr std::array kWalls{Element::RightWall, Element::LeftWall, Element::TurnRight, Element::TurnLeft};
constexpr std::array kBowls{Element::Bowl};
constexpr std::array kBosses{Element::Boss};
constexpr std::array kWindows{Element::Window};
constexpr std::array kLips{job::LightTask::Lip, job::LightTask::Blend};
constexpr std::array kDividers{job::LightTask::Divider};
constexpr std::array kChambers{job::LightTask::Chamber};
constexpr std::array kFlash{job::LightTask::Flash, job::LightTask::Steps};

using Shows = std::optional<double> (*)(const job::Job&);

struct Step {
    std::string_view id;
    bool caution = false;
    std::span<const Element> elements;
    std::span<const job::LightTask> light;
    Shows shows = nullptr;
};

/// The share of the ports of their own for which something holds.
template <class Holds>
std::optional<double> shareOfPorts(const job::Job& job, Holds holds)
{
    std::size_t all = 0;
    std::size_t done = 0;
    for (const job::Port& port : job.ports) {
        if (port.isBranch())
            continue;
        ++all;
        done += holds(port) ? 1 : 0;
    }
    return all ? std::optional(static_cast<double>(done) / static_cast<double>(all)) : std::nullopt;
}

std::optional<double> measured(const job::Job& job)
{
    return shareOfPorts(job, [](const job::Port& port) { return port.stations.size() > 1; });
}

std::optional<double> probed(const job::Job& job)
{
    return shareOfPorts(job, [](const job::Port& port) {
        return std::ranges::any_of(port.probes, [](const job::ProbeSet& set) {
            return !set.readings.empty() && std::ranges::all_of(set.readings, [](const job::Reading& reading) {
                return reading.speed.has_value() || reading.impact.has_value();
            });
        });
    });
}

bool isFlowed(const job::Port& port, bool before)
{
    return std::ranges::any_of(port.flow, [before](const job::FlowTest& test) {
        return (test.state == "before") == before &&
               std::ranges::any_of(test.points, [](const job::FlowPoint& point) { return point.flow.has_value(); });
    });
}

std::optional<double> flowedBefore(const job::Job& job)
{
    return shareOfPorts(job, [](const job::Port& port) { return isFlowed(port, true); });
}

std::optional<double> flowedAfter(const job::Job& job)
{
    return shareOfPorts(job, [](const job::Port& port) { return isFlowed(port, false); });
}

std::optional<double> tight(const job::Job& job)
{
    return shareOfPorts(job, [](const job::Port& port) {
        return !port.leakTests.empty() && port.leakTests.back().result == job::Tight::Dry;
    });
}

constexpr std::array kSteps{
    Step{"wash", true, {}, {}},
    Step{"crack check", true, {}, {}},
    Step{"repair", true, {}, {}},
    Step{"measure", false, {}, {}, measured},
    Step{"flow test before", false, {}, {}, flowedBefore},
    Step{"probe", false, {}, {}, probed},
    Step{"guides", true, {}, {}},
    Step{"valve job", false, {}, {}},
    Step{"short sides", true, kShortSides, {}},
    Step{"floors", true, kFloors, {}},
    Step{"roofs", true, kRoofs, {}},
    Step{"walls", true, kWalls, {}},
    Step{"bowls", true, kBowls, {}},
    Step{"guide bosses", true, kBosses, {}},
    Step{"lips", true, {}, kLips},
    Step{"dividers", true, {}, kDividers},
    Step{"flash", true, {}, kFlash},
    Step{"windows", true, kWindows, {}},
    Step{"chambers", true, {}, kChambers},
    Step{"pressure test", true, {}, {}},
    Step{"leak test", true, {}, {}, tight},
    Step{"flow test", false, {}, {}, flowedAfter},
    Step{"skim", false, {}, {}},
    Step{"final wash", true, {}, {}},
    Step{"assembly", true, {}, {}},
};

const Step* stepOf(std::string_view operation)
{
    const auto found = std::ranges::find(kSteps, operation, &Step::id);
    return found == kSteps.end() ? nullptr : &*found;
}

std::string slug(std::string_view operation)
{
    std::string text(operation);
    std::ranges::replace(text, ' ', '-');
    return text;
}

/// Of the ticks that a port has for some elements: all of them done. Only elements that the plan cuts have one.
bool isCut(const job::Port& port, std::span<const Element> elements)
{
    bool any = false;
    for (const job::CutProgress& progress : port.cutProgress) {
        const bool ours =
            std::ranges::any_of(elements, [&](Element element) { return cutting::key(element) == progress.cut; });
        if (!ours)
            continue;
        if (!progress.done.value_or(false))
            return false;
        any = true;
    }
    return any;
}

bool isLightDone(const job::Port& port, std::span<const job::LightTask> tasks)
{
    bool any = false;
    for (const job::LightWork& work : port.lightWork) {
        if (std::ranges::find(tasks, work.task) == tasks.end())
            continue;
        if (!work.done.value_or(false))
            return false;
        any = true;
    }
    return any;
}

std::vector<std::string> missingParts(const job::Work& work, const job::Operation& operation)
{
    std::vector<std::string> missing;
    for (const std::string& id : operation.needsParts) {
        const auto part = std::ranges::find(work.parts, id, &job::Part::id);
        if (part == work.parts.end() || part->state != job::PartState::Arrived)
            missing.push_back(id);
    }
    return missing;
}

Known<double> leftOf(const job::Operation& operation, const OperationNow& now)
{
    if (now.isOver() || operation.place == job::WorkPlace::Outside)
        return {0.0, {}};
    if (!operation.estimate)
        return {std::nullopt, say("missing.estimate", {{"operation", nameOf(operation.id)}})};
    // Ticks come when something is done, the clock runs before: whichever says more counts.
    const double share = now.share.value_or(0.0);
    const double done = std::max(share * *operation.estimate, now.spent);
    constexpr double leastShare = 0.25;
    return {std::max(*operation.estimate - done, leastShare * (1.0 - share) * *operation.estimate), {}};
}

OperationNow nowOf(const job::Job& job, const job::Operation& operation)
{
    OperationNow now;
    now.spent = hoursAt(job, operation.id);
    now.share = operation.share ? operation.share : shownByWork(job, operation);
    if (operation.state) {
        now.state = *operation.state;
    } else {
        const bool done = now.share && *now.share >= 1.0;
        const bool begun = (now.share && *now.share > 0.0) || now.spent > 0.0 || !operation.sent.empty();
        now.state = done ? job::OperationState::Done : begun ? job::OperationState::Begun : job::OperationState::Open;
        now.byWork = done || begun;
    }
    now.waitsFor = now.isOver() ? std::vector<std::string>() : missingParts(job.work, operation);
    now.left = leftOf(operation, now);
    return now;
}

}  // namespace

std::map<std::string, double> portingMinutes(const job::Port& port)
{
    std::map<std::string, double> minutes;
    const auto add = [&](const Step& step, const std::optional<double>& spent) {
        if (spent)
            minutes[std::string(step.id)] += *spent;
    };
    for (const Step& step : kSteps) {
        for (const job::CutProgress& progress : port.cutProgress) {
            if (std::ranges::any_of(step.elements, [&](Element e) { return cutting::key(e) == progress.cut; }))
                add(step, progress.minutes);
        }
        for (const job::LightWork& work : port.lightWork) {
            if (std::ranges::find(step.light, work.task) != step.light.end())
                add(step, work.minutes);
        }
    }
    return minutes;
}

Phrase nameOf(std::string_view operation)
{
    return stepOf(operation) ? say("operation." + slug(operation)) : verbatim(operation);
}

Phrase cautionAt(std::string_view operation)
{
    const Step* step = stepOf(operation);
    if (!step || !step->caution)
        return {};
    return isPorting(operation) ? say("operation.porting.caution") : say("operation." + slug(operation) + ".caution");
}

bool isPorting(std::string_view operation)
{
    const Step* step = stepOf(operation);
    return step && (!step->elements.empty() || !step->light.empty());
}

std::vector<std::string_view> knownOperations()
{
    std::vector<std::string_view> ids;
    for (const Step& step : kSteps)
        ids.push_back(step.id);
    return ids;
}

std::size_t portsOf(const job::Job& job)
{
    return static_cast<std::size_t>(
        std::ranges::count_if(job.ports, [](const job::Port& port) { return !port.isBranch(); }));
}

std::optional<double> shownByWork(const job::Job& job, const job::Operation& operation)
{
    const Step* step = stepOf(operation.id);
    if (!step)
        return std::nullopt;
    if (step->shows)
        return step->shows(job);
    if (!step->elements.empty())
        return shareOfPorts(job, [&](const job::Port& port) { return isCut(port, step->elements); });
    if (!step->light.empty())
        return shareOfPorts(job, [&](const job::Port& port) { return isLightDone(port, step->light); });
    return std::nullopt;
}

std::vector<OperationNow> operationsNow(const job::Job& job)
{
    std::vector<OperationNow> all;
    for (const job::Operation& operation : job.work.operations)
        all.push_back(nowOf(job, operation));
    return all;
}

std::optional<std::size_t> nextOperation(const std::vector<OperationNow>& now)
{
    const auto next = std::ranges::find_if(now, [](const OperationNow& operation) { return !operation.isOver(); });
    return next == now.end() ? std::nullopt : std::optional(static_cast<std::size_t>(next - now.begin()));
}

Known<double> hoursLeft(const job::Job& job, const std::vector<OperationNow>& now)
{
    if (job.work.operations.empty())
        return {std::nullopt, say("missing.operations")};
    double left = 0.0;
    std::vector<Phrase> missing;
    for (std::size_t i = 0; i < now.size(); ++i) {
        if (now[i].left)
            left += *now[i].left;
        else
            missing.push_back(nameOf(job.work.operations[i].id));
    }
    if (!missing.empty())
        return {std::nullopt, say("missing.estimates", {{"operations", missing}})};
    return {left, {}};
}

bool isFinished(const job::Job& job)
{
    if (!job.work.handedOver.empty())
        return true;
    const auto now = operationsNow(job);
    return !now.empty() && !nextOperation(now);
}

}  // namespace euryth::work
