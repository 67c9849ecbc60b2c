// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/work_edits.hpp"

#include <algorithm>
#include <utility>

#include <QCoreApplication>

#include "work/hours.hpp"
#include "work/operations.hpp"
#include "work/templates.hpp"

namespace euryth::app {

namespace {

QString bookWord(const char* text) { return QCoreApplication::translate("Book", text); }

bool change(Workspace& w, const QString& what, const std::function<void(job::Work&)>& how)
{
    return w.document().apply(what, [&](job::Job& job) { how(job.work); });
}

template <class T>
std::string freeId(const std::vector<T>& items, const std::string& wanted)
{
    std::string id = wanted;
    for (std::size_t n = 2; std::ranges::find(items, id, &T::id) != items.end(); ++n)
        id = wanted + " " + std::to_string(n);
    return id;
}

template <class T>
void eraseAt(std::vector<T>& items, std::size_t index)
{
    items.erase(items.begin() + static_cast<std::ptrdiff_t>(index));
}

}  // namespace

work::Moment momentNow(const Clock& clock)
{
    const QDateTime now = clock();
    return {std::chrono::sys_seconds{std::chrono::seconds{now.toSecsSinceEpoch()}},
            std::chrono::minutes{now.toLocalTime().offsetFromUtc() / 60}};
}

std::size_t addOperation(Workspace& workspace, std::size_t after, const std::string& wanted)
{
    const auto& operations = workspace.job().work.operations;
    const std::size_t at = std::min(after + 1, operations.size());
    job::Operation operation;
    operation.id = freeId(operations, wanted);
    change(workspace, bookWord("Add an operation"), [&](job::Work& work) {
        work.operations.insert(work.operations.begin() + static_cast<std::ptrdiff_t>(at), operation);
    });
    return at;
}

void removeOperation(Workspace& workspace, std::size_t operation)
{
    change(workspace, bookWord("Remove an operation"), [&](job::Work& work) { eraseAt(work.operations, operation); });
}

QString renameOperation(Workspace& workspace, std::size_t operation, const std::string& id)
{
    return workspace.document().edit(bookWord("Name an operation"), [&](job::Job& job) {
        const std::string before = std::exchange(job.work.operations[operation].id, id);
        for (job::WorkedTime& worked : job.work.hours) {
            if (worked.operation == before)
                worked.operation = id;
        }
        if (job.work.clock.operation == before)
            job.work.clock.operation = id;
    });
}

std::size_t moveOperation(Workspace& workspace, std::size_t operation, int by)
{
    const auto& operations = workspace.job().work.operations;
    const auto to = static_cast<std::size_t>(
        std::clamp<long>(static_cast<long>(operation) + by, 0, static_cast<long>(operations.size()) - 1));
    change(workspace, bookWord("Move an operation"),
           [&](job::Work& work) { std::swap(work.operations[operation], work.operations[to]); });
    return to;
}

void takeOperations(Workspace& workspace, const std::string& kind, const job::Shop& shop, const work::Learned& learned)
{
    auto operations = work::operationsFor(workspace.job(), shop, kind, learned);
    change(workspace, bookWord("Take the operations of a kind"), [&](job::Work& work) {
        std::vector<job::Operation> all;
        for (job::Operation& operation : operations) {
            const auto has = std::ranges::find(work.operations, operation.id, &job::Operation::id);
            all.push_back(has == work.operations.end() ? std::move(operation) : *has);
        }
        for (const job::Operation& own : work.operations) {
            if (std::ranges::find(all, own.id, &job::Operation::id) == all.end())
                all.push_back(own);
        }
        work.kind = kind;
        work.operations = std::move(all);
    });
}

void setOperationState(Workspace& workspace, std::size_t operation, std::optional<job::OperationState> state,
                       const std::string& today)
{
    change(workspace, bookWord("Say how an operation is"), [&](job::Work& work) {
        job::Operation& of = work.operations[operation];
        of.state = state;
        if (state == job::OperationState::Done && of.when.empty())
            of.when = today;
        else if (state != job::OperationState::Done)
            of.when.clear();
    });
}

std::size_t addPart(Workspace& workspace)
{
    job::Part part;
    part.id = freeId(workspace.job().work.parts, bookWord("part").toStdString());
    part.state = job::PartState::Wanted;
    change(workspace, bookWord("Add a part"), [&](job::Work& work) { work.parts.push_back(part); });
    return workspace.job().work.parts.size() - 1;
}

QString renamePart(Workspace& workspace, std::size_t part, const std::string& id)
{
    return workspace.document().edit(bookWord("Name a part"), [&](job::Job& job) {
        const std::string before = std::exchange(job.work.parts[part].id, id);
        for (job::Operation& operation : job.work.operations)
            std::ranges::replace(operation.needsParts, before, id);
    });
}

void removePart(Workspace& workspace, std::size_t part)
{
    change(workspace, bookWord("Remove a part"), [&](job::Work& work) {
        for (job::Operation& operation : work.operations)
            std::erase(operation.needsParts, work.parts[part].id);
        eraseAt(work.parts, part);
    });
}

void setPartState(Workspace& workspace, std::size_t part, std::optional<job::PartState> state, const std::string& today)
{
    change(workspace, bookWord("Say how a part is"), [&](job::Work& work) {
        job::Part& of = work.parts[part];
        of.state = state;
        if (state == job::PartState::Ordered && of.ordered.empty())
            of.ordered = today;
        if (state == job::PartState::Arrived && of.arrived.empty())
            of.arrived = today;
        if (state == job::PartState::Ordered || state == job::PartState::Wanted)
            of.arrived.clear();
    });
}

void setNeeds(Workspace& workspace, std::size_t operation, const std::string& part, bool needs)
{
    change(workspace, bookWord("Say what an operation waits for"), [&](job::Work& work) {
        auto& parts = work.operations[operation].needsParts;
        std::erase(parts, part);
        if (needs)
            parts.push_back(part);
    });
}

void startClock(Workspace& workspace, const std::string& operation, const std::string& port, const std::string& person,
                const work::Moment& now)
{
    change(workspace, bookWord("Start the clock"),
           [&](job::Work& of) { work::startClock(of, operation, port, person, now); });
}

void pauseClock(Workspace& workspace, const work::Moment& now, double mostHours)
{
    change(workspace, bookWord("Stop the clock"), [&](job::Work& of) { work::pauseClock(of, now, mostHours); });
}

void forgetClock(Workspace& workspace)
{
    change(workspace, bookWord("Forget what the clock shows"), [](job::Work& of) { work::forgetClock(of); });
}

void addHours(Workspace& workspace, job::WorkedTime worked)
{
    change(workspace, bookWord("Write hours down"), [&](job::Work& work) { work.hours.push_back(std::move(worked)); });
}

void removeHours(Workspace& workspace, std::size_t entry)
{
    change(workspace, bookWord("Remove hours"), [&](job::Work& work) { eraseAt(work.hours, entry); });
}

job::Job likeThis(const job::Job& job)
{
    job::Job like;
    like.title = job.title;
    like.engine = job.engine;
    like.bench = job.bench;
    like.benches = job.benches;
    like.house = job.house;
    like.gauge = job.gauge;
    like.castings = job.castings;
    for (const job::Port& port : job.ports) {
        job::Port& slim = like.ports.emplace_back();
        slim.id = port.id;
        slim.parent = port.parent;
        slim.side = port.side;
        slim.cylinder = port.cylinder;
        slim.casting = port.casting;
        slim.material = port.material;
        slim.reach = port.reach;
        slim.valve = port.valve;
        slim.runner = port.runner;
    }
    like.work.kind = job.work.kind;
    for (const job::Operation& operation : job.work.operations) {
        job::Operation& fresh = like.work.operations.emplace_back();
        fresh.id = operation.id;
        fresh.estimate = operation.estimate;
        fresh.place = operation.place;
        fresh.who = operation.who;
        fresh.days = operation.days;
    }
    return like;
}

}  // namespace euryth::app
