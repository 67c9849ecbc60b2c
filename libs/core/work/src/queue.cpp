// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/queue.hpp"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <tuple>

#include "job/field.hpp"
#include "tasks_of.hpp"
#include "work/hours.hpp"
#include "work/templates.hpp"

namespace euryth::work {

namespace {

/// The date that sorts jobs: the promise, behind all of those without one.
Day promiseOf(const job::Job& job) { return dayOf(job.work.promised).value_or(Day::max()); }

auto urgency(const Card& card)
{
    return std::tuple(promiseOf(card.job), dayOf(card.job.work.arrived).value_or(Day::max()), card.file);
}

std::vector<std::size_t> unfinished(const std::vector<Card>& cards)
{
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < cards.size(); ++i) {
        if (!isFinished(cards[i].job))
            order.push_back(i);
    }
    return order;
}

using Jobs = std::vector<JobTasks>;

/// The last day of each job, where it is known.
std::vector<std::optional<Day>> readyDays(const Calendar& calendar, Day today, const Jobs& jobs, double pace)
{
    std::vector<std::vector<Task>> tasks;
    for (const JobTasks& job : jobs)
        tasks.push_back(atPace(job, pace));
    const auto spans = schedule(calendar, today, tasks);
    std::vector<std::optional<Day>> days;
    for (std::size_t i = 0; i < jobs.size(); ++i) {
        const bool known = jobs[i].missing.empty() && !spans[i].empty() && spans[i].back();
        days.push_back(known ? std::optional(spans[i].back()->last) : std::nullopt);
    }
    return days;
}

void explain(QueueRow& row, const JobTasks& tasks, const Calendar& calendar, Day today, double pace)
{
    if (!row.isLate())
        return;
    const auto alone = readyDays(calendar, today, {tasks}, pace).front();
    std::vector<Task> free;
    for (Task task : atPace(tasks, pace)) {
        task.notBefore.reset();
        if (!task.outside)
            free.push_back(task);
    }
    const auto hands = schedule(calendar, today, {free}).front();
    const Day own = hands.empty() || !hands.back() ? today : hands.back()->last;
    const long before = alone ? (*row.ready - *alone).count() : 0;
    const long waits = alone ? (*alone - own).count() : 0;
    const long hours = (own - today).count();
    const auto days = [](long n) { return count(n); };
    if (before >= waits && before >= hours) {
        row.because = LateBecause::JobsBefore;
        row.why = say("queue.late.jobs-before", {{"days", days(before)}});
    } else if (waits >= hours) {
        row.because = LateBecause::Waits;
        row.why = row.waitsFor.empty() ? say("queue.late.elsewhere", {{"days", days(waits)}})
                                       : say("queue.late.waits", {{"days", days(waits)}, {"for", row.waitsFor}});
    } else {
        row.because = LateBecause::OwnHours;
        row.why = say("queue.late.own-hours", {{"hours", Number{*row.hoursLeft, 1}}});
    }
}

QueueRow rowOf(const Card& card, std::size_t index, const JobTasks& tasks)
{
    QueueRow row;
    row.card = index;
    row.hoursLeft = tasks.hoursLeft;
    row.next = tasks.next;
    row.waitsFor = tasks.waitsFor;
    row.promised = dayOf(card.job.work.promised);
    return row;
}

}  // namespace

job::Job condensed(const job::Job& job)
{
    job::Job card;
    card.title = job.title;
    card.house.valveJob = job.house.valveJob;
    card.work = job.work;
    for (const job::Port& port : job.ports) {
        job::Port& slim = card.ports.emplace_back();
        slim.id = port.id;
        slim.parent = port.parent;
        slim.side = port.side;
        slim.cylinder = port.cylinder;
        slim.material = job::materialOf(job, port);
        slim.valve.diameter = port.valve.diameter;
        slim.pins = port.pins;
    }
    const auto now = operationsNow(job);
    for (std::size_t i = 0; i < now.size(); ++i) {
        job::Operation& operation = card.work.operations[i];
        operation.state = now[i].state;
        operation.share = now[i].share;
    }
    // Minutes that were typed at the ticks are hours of the card's own.
    for (const HoursByPort::Row& row : hoursByPort(job).rows) {
        const double typed = std::accumulate(
            job.work.hours.begin(), job.work.hours.end(), 0.0, [&](double sum, const job::WorkedTime& worked) {
                return sum + (worked.operation == row.operation ? worked.minutes.value_or(0.0) / 60.0 : 0.0);
            });
        constexpr double second = 1.0 / 3600.0;
        if (row.sum > typed + second)
            card.work.hours.push_back({row.operation, {}, {}, {}, (row.sum - typed) * 60.0, {}, {}});
    }
    return card;
}

std::string searchText(const job::Job& job)
{
    std::string text;
    const auto add = [&text](const std::string& word) {
        if (!word.empty())
            text += word + "\n";
    };
    const job::Work& work = job.work;
    for (const std::string* word : {&job.title, &work.kind, &work.marks, &work.customer.name, &work.customer.reach,
                                    &work.came, &work.found, &work.wishes, &work.leftAlone, &work.nextOwner})
        add(*word);
    for (const job::Operation& operation : work.operations) {
        add(operation.note);
        add(operation.who);
    }
    for (const job::Part& part : work.parts) {
        add(part.id);
        add(part.note);
    }
    for (const job::Port& port : job.ports) {
        if (port.valve.diameter)
            add(job::shortestText(std::round(port.valve.diameter->si() * 1e5) / 100.0) + " mm");
        for (const job::Pin& pin : port.pins)
            add(pin.text);
    }
    return text;
}

Learned learnedFrom(const std::vector<Card>& cards)
{
    std::vector<const job::Job*> jobs;
    for (const Card& card : cards)
        jobs.push_back(&card.job);
    return Learned(jobs);
}

std::vector<std::size_t> orderByPromise(const std::vector<Card>& cards)
{
    auto order = unfinished(cards);
    std::ranges::sort(order, {}, [&](std::size_t i) { return urgency(cards[i]); });
    return order;
}

std::vector<std::size_t> orderOf(const job::Shop& shop, const std::vector<Card>& cards)
{
    auto order = orderByPromise(cards);
    std::map<std::string, std::size_t> places;
    for (std::size_t i = 0; i < shop.order.size(); ++i)
        places.emplace(shop.order[i].file, i);
    const auto place = [&](std::size_t i) {
        const auto found = places.find(cards[i].file);
        return found == places.end() ? shop.order.size() : found->second;
    };
    std::ranges::stable_sort(order, {}, place);
    return order;
}

void setOrder(job::Shop& shop, const std::vector<Card>& cards, const std::vector<std::size_t>& order)
{
    shop.order.clear();
    for (const std::size_t i : order)
        shop.order.push_back({cards[i].file, {}});
}

Queue queueOf(const job::Shop& shop, const std::vector<Card>& cards, Day today)
{
    Queue queue;
    const Calendar calendar(shop);
    const auto order = orderOf(shop, cards);
    Jobs jobs;
    for (const std::size_t i : order) {
        jobs.push_back(tasksOf(cards[i].job, today));
        queue.rows.push_back(rowOf(cards[i], i, jobs.back()));
    }
    if (calendar.people() == 0) {
        queue.missing = say("missing.shop-people");
        for (QueueRow& row : queue.rows)
            row.ready.missing = queue.missing;
        return queue;
    }
    queue.pace = learnedFrom(cards).pace();
    const double pace = queue.pace ? queue.pace->median : 1.0;
    std::vector<std::vector<Task>> tasks;
    for (const JobTasks& job : jobs)
        tasks.push_back(atPace(job, pace));
    const auto spans = schedule(calendar, today, tasks);
    std::vector<std::optional<Day>> early(jobs.size());
    auto late = early;
    if (queue.pace) {
        early = readyDays(calendar, today, jobs, queue.pace->low);
        late = readyDays(calendar, today, jobs, queue.pace->high);
    }
    for (std::size_t i = 0; i < jobs.size(); ++i) {
        QueueRow& row = queue.rows[i];
        for (std::size_t k = 0; k < spans[i].size(); ++k) {
            if (spans[i][k])
                row.spans.push_back({jobs[i].operations[k], jobs[i].tasks[k].outside, *spans[i][k]});
        }
        if (!jobs[i].missing.empty()) {
            row.ready.missing = jobs[i].missing;
        } else if (!spans[i].empty() && spans[i].back()) {
            row.ready.value = spans[i].back()->last;
            // A quicker shop can leave a single job later (Graham's anomalies); a range still holds its middle.
            if (early[i])
                row.readyEarly = std::min(*early[i], *row.ready.value);
            if (late[i])
                row.readyLate = std::max(*late[i], *row.ready.value);
        } else {
            row.ready.missing = say("missing.queue-end");
        }
        if (row.ready && row.promised)
            row.lateDays = static_cast<int>((*row.ready - *row.promised).count());
        explain(row, jobs[i], calendar, today, pace);
    }
    return queue;
}

Offer offerFor(const job::Shop& shop, const std::vector<Card>& cards, Day today, const std::string& kind,
               std::size_t ports)
{
    Card asked;
    for (std::size_t i = 0; i < ports; ++i)
        asked.job.ports.emplace_back().id = "P" + std::to_string(i + 1);
    asked.job.work.kind = kind;
    asked.job.work.operations = operationsFor(asked.job, shop, kind, learnedFrom(cards));
    auto with = cards;
    with.push_back(asked);
    job::Shop behind = shop;
    auto order = orderOf(shop, cards);
    order.push_back(cards.size());
    setOrder(behind, with, order);
    const Queue queue = queueOf(behind, with, today);
    const auto row = std::ranges::find(queue.rows, cards.size(), &QueueRow::card);
    Offer offer;
    if (row == queue.rows.end()) {
        offer.ready.missing = say("missing.operations");
        return offer;
    }
    offer.ready = row->ready;
    offer.early = row->readyEarly;
    offer.late = row->readyLate;
    offer.hours = row->hoursLeft.value.value_or(0.0);
    return offer;
}

std::vector<std::size_t> lateFirst(const Queue& queue)
{
    std::vector<std::size_t> order(queue.rows.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::ranges::stable_sort(order, std::greater{},
                             [&](std::size_t i) { return std::max(0, queue.rows[i].lateDays.value_or(0)); });
    return order;
}

}  // namespace euryth::work
