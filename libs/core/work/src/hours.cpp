// SPDX-License-Identifier: GPL-3.0-or-later
#include "work/hours.hpp"

#include <algorithm>
#include <map>

#include "porting_minutes.hpp"

namespace euryth::work {

namespace {

constexpr double kMinutes = 60.0;
constexpr double kSeconds = 3600.0;

double entryHours(const job::WorkedTime& worked) { return worked.minutes.value_or(0.0) / kMinutes; }

/// Calls `take(operation, port, hours)` for every piece of time that counts.
template <class Take>
void eachTime(const job::Job& job, Take take)
{
    for (const job::WorkedTime& worked : job.work.hours)
        take(worked.operation, worked.port, entryHours(worked));
    for (const job::Port& port : job.ports) {
        for (const auto& [operation, minutes] : portingMinutes(port)) {
            const bool counted = std::ranges::any_of(job.work.hours, [&](const job::WorkedTime& worked) {
                return worked.operation == operation && (worked.port == port.id || worked.port.empty());
            });
            if (!counted)
                take(operation, port.id, minutes / kMinutes);
        }
    }
}

}  // namespace

double hoursAt(const job::Job& job, std::string_view operation)
{
    double sum = 0.0;
    eachTime(job,
             [&](const std::string& at, const std::string&, double hours) { sum += at == operation ? hours : 0.0; });
    return sum;
}

double hoursOf(const job::Job& job)
{
    double sum = 0.0;
    eachTime(job, [&](const std::string&, const std::string&, double hours) { sum += hours; });
    return sum;
}

HoursByPort hoursByPort(const job::Job& job)
{
    HoursByPort table;
    std::map<std::pair<std::string, std::string>, double> at;
    eachTime(job, [&](const std::string& operation, const std::string& port, double hours) {
        if (!(hours > 0.0))
            return;
        at[{operation, port}] += hours;
        table.sum += hours;
    });
    const auto has = [&](auto member, const std::string& name) {
        return std::ranges::any_of(at, [&](const auto& entry) { return entry.first.*member == name; });
    };
    using Key = std::pair<std::string, std::string>;
    for (const job::Port& port : job.ports) {
        if (has(&Key::second, port.id))
            table.ports.push_back(port.id);
    }
    std::vector<std::string> operations;
    for (const job::Operation& operation : job.work.operations)
        operations.push_back(operation.id);
    for (const auto& [key, hours] : at) {  // of operations that are in no list any more, and of ports that are gone
        if (std::ranges::find(operations, key.first) == operations.end())
            operations.push_back(key.first);
        if (!key.second.empty() && std::ranges::find(table.ports, key.second) == table.ports.end())
            table.ports.push_back(key.second);
    }
    for (const std::string& operation : operations) {
        if (!has(&Key::first, operation))
            continue;
        HoursByPort::Row row{operation, {}, 0.0};
        const auto add = [&](const std::string& port) {
            const auto found = at.find({operation, port});
            row.hours.push_back(found == at.end() ? 0.0 : found->second);
            row.sum += row.hours.back();
        };
        add({});
        std::ranges::for_each(table.ports, add);
        table.rows.push_back(std::move(row));
    }
    return table;
}

std::vector<HoursOfPerson> hoursByPerson(const job::Job& job)
{
    std::vector<HoursOfPerson> all;
    for (const job::WorkedTime& worked : job.work.hours) {
        auto found = std::ranges::find(all, worked.person, &HoursOfPerson::person);
        if (found == all.end())
            found = all.insert(all.end(), {worked.person, 0.0});
        found->hours += entryHours(worked);
    }
    return all;
}

std::vector<TooLong> overADay(const job::Job& job)
{
    constexpr double day = 24.0;
    std::map<std::pair<std::string, std::string>, double> sums;  // day, person
    for (const job::WorkedTime& worked : job.work.hours)
        sums[{worked.start.substr(0, 10), worked.person}] += entryHours(worked);
    std::vector<TooLong> tooLong;
    for (const auto& [key, hours] : sums) {
        if (hours > day)
            tooLong.push_back({key.second, key.first, hours});
    }
    return tooLong;
}

double clockHours(const job::WorkClock& clock, std::chrono::sys_seconds now)
{
    const auto start = momentOf(clock.start);
    return start ? std::max(0.0, static_cast<double>((now - start->utc).count()) / kSeconds) : 0.0;
}

void startClock(job::Work& work, const std::string& operation, const std::string& port, const std::string& person,
                const Moment& now)
{
    pauseClock(work, now);
    work.clock.operation = operation;
    work.clock.port = port;
    work.clock.person = person;
    work.clock.start = textOf(now);
}

void pauseClock(job::Work& work, const Moment& now, double most)
{
    auto start = momentOf(work.clock.start);
    double left = std::min(clockHours(work.clock, now.utc), most) * kMinutes;
    while (start && left > 0.0) {
        const auto midnight = std::chrono::sys_seconds{start->day() + std::chrono::days{1}} - start->offset;
        const double today = std::min(left, static_cast<double>((midnight - start->utc).count()) / kMinutes);
        work.hours.push_back({work.clock.operation, work.clock.port, work.clock.person, textOf(*start), today, {}, {}});
        left -= today;
        start->utc = midnight;
    }
    work.clock.start.clear();
}

void forgetClock(job::Work& work) { work.clock.start.clear(); }

}  // namespace euryth::work
