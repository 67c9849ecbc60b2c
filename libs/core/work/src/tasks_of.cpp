// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks_of.hpp"

#include <algorithm>
#include <cmath>

#include "work/operations.hpp"

namespace euryth::work {

namespace {

const job::Part* partOf(const job::Work& work, const std::string& id)
{
    const auto found = std::ranges::find(work.parts, id, &job::Part::id);
    return found == work.parts.end() ? nullptr : &*found;
}

Phrase waitFor(const job::Part* part, const std::string& id)
{
    if (part && part->state == job::PartState::DoesNotFit)
        return say("queue.waits.does-not-fit", {{"part", id}});
    const auto expected = part ? dayOf(part->expected) : std::nullopt;
    return expected ? say("queue.waits.until", {{"part", id}, {"day", textOf(*expected)}})
                    : say("queue.waits.part", {{"part", id}});
}

/// Puts into the task what it waits for, or into the job what is not known of it.
void waitForParts(const job::Work& work, const OperationNow& now, Task& task, JobTasks& job)
{
    for (const std::string& id : now.waitsFor) {
        const job::Part* part = partOf(work, id);
        job.waitsFor.push_back(waitFor(part, id));
        const auto expected = part && part->state != job::PartState::DoesNotFit ? dayOf(part->expected) : std::nullopt;
        if (expected)
            task.notBefore = std::max(task.notBefore.value_or(*expected), *expected);
        else if (job.missing.empty())
            job.missing = say("missing.part-date", {{"part", id}});
    }
}

void goOut(const job::Operation& operation, Task& task, JobTasks& job)
{
    task.outside = true;
    task.days = operation.days;
    task.back = dayOf(operation.expected);
    if (const auto sent = dayOf(operation.sent); sent && task.days && !task.back)
        task.back = *sent + std::chrono::days{*task.days};
    if (!operation.sent.empty()) {
        job.waitsFor.push_back(task.back ? say("queue.waits.elsewhere-until",
                                               {{"operation", nameOf(operation.id)}, {"day", textOf(*task.back)}})
                                         : say("queue.waits.elsewhere", {{"operation", nameOf(operation.id)}}));
    }
    if (!task.days && !task.back && job.missing.empty())
        job.missing = say("missing.back-date", {{"operation", nameOf(operation.id)}});
}

}  // namespace

JobTasks tasksOf(const job::Job& job, Day today)
{
    JobTasks all;
    const auto now = operationsNow(job);
    all.hoursLeft = hoursLeft(job, now);
    all.next = nextOperation(now);
    if (!all.hoursLeft)
        all.missing = all.hoursLeft.missing;
    for (std::size_t i = 0; i < now.size(); ++i) {
        if (now[i].isOver())
            continue;
        const job::Operation& operation = job.work.operations[i];
        Task task;
        task.who = operation.who;
        waitForParts(job.work, now[i], task, all);
        const bool outside = operation.place == job::WorkPlace::Outside;
        if (outside)
            goOut(operation, task, all);
        if (task.notBefore)
            task.notBefore = std::max(*task.notBefore, today);
        all.tasks.push_back(task);
        all.hours.push_back(outside ? 0.0 : now[i].left.value.value_or(0.0));
        all.operations.push_back(i);
    }
    return all;
}

std::vector<Task> atPace(const JobTasks& job, double pace)
{
    auto tasks = job.tasks;
    for (std::size_t i = 0; i < tasks.size(); ++i)
        tasks[i].quarters = static_cast<int>(std::ceil(job.hours[i] * pace * kQuartersAnHour - 1e-9));
    return tasks;
}

}  // namespace euryth::work
