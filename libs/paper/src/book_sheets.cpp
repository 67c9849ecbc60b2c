// SPDX-License-Identifier: GPL-3.0-or-later
#include "paper/book_sheets.hpp"

#include <algorithm>
#include <cmath>

#include "book_page.hpp"
#include "job/field.hpp"
#include "job/fields.hpp"

namespace euryth::paper {

namespace {

constexpr std::array<std::string_view, 5> kNames{"customer", "card", "quotation", "hours", "label"};
constexpr std::string_view kCode = "euryth-job:";

/// A cell of a table: a number as files write it, or nothing.
using Table = std::vector<std::vector<std::string>>;

template <class T>
std::string cell(const job::FieldOf<T>& field, const std::optional<T>& value)
{
    return value ? job::fileText(field, value->si()) : std::string();
}

Table hoursTable(const job::Job& job)
{
    Table rows{{"operation", "port", "person", "day", "minutes", "note"}};
    for (const job::WorkedTime& worked : job.work.hours)
        rows.push_back({worked.operation, worked.port, worked.person, worked.start.substr(0, 10),
                        worked.minutes ? job::shortestText(std::round(*worked.minutes * 10.0) / 10.0) : "",
                        worked.note});
    return rows;
}

Table flowTable(const job::Job& job)
{
    Table rows{{"port", "test", "state", "when", "bench", "depression_pa", "lift_mm", "flow_m3_s"}};
    for (const job::Port& port : job.ports) {
        for (const job::FlowTest& test : port.flow) {
            for (const job::FlowPoint& point : test.points)
                rows.push_back({port.id, test.id, test.state, test.when, test.bench,
                                cell(job::field::depression, point.depression ? point.depression : test.depression),
                                cell(job::field::flowLift, point.lift), cell(job::field::flow, point.flow)});
        }
    }
    return rows;
}

Table probeTable(const job::Job& job)
{
    Table rows{{"port", "set", "state", "when", "station_mm", "lift_mm", "depression_pa", "bench_flow_m3_s", "left",
                "roof", "speed_m_s", "impact_pa", "note"}};
    namespace f = job::field;
    for (const job::Port& port : job.ports) {
        for (const job::ProbeSet& set : port.probes) {
            for (const job::Reading& reading : set.readings)
                rows.push_back({port.id, set.id, set.state, set.when, cell(f::probeStation, set.stationS),
                                cell(f::probeLift, set.lift), cell(f::depression, set.depression),
                                cell(f::benchFlow, set.benchFlow), job::fileText(f::u, reading.u),
                                job::fileText(f::v, reading.v), cell(f::speed, reading.speed),
                                cell(f::impact, reading.impact), reading.note});
        }
    }
    return rows;
}

}  // namespace

std::optional<BookSheet> bookSheetNamed(std::string_view wanted)
{
    const auto found = std::ranges::find(kNames, wanted);
    return found == kNames.end() ? std::nullopt : std::optional(static_cast<BookSheet>(found - kNames.begin()));
}

std::string_view name(BookSheet sheet) { return kNames[static_cast<std::size_t>(sheet)]; }

std::vector<Sheet> bookSheets(const BookPaper& paper, BookSheet which)
{
    switch (which) {
    case BookSheet::Customer: return customerSheets(paper);
    case BookSheet::Card: return jobCards(paper);
    case BookSheet::Quotation: return quotations(paper);
    case BookSheet::Hours: return hoursSheets(paper);
    case BookSheet::Label: break;
    }
    return labels(paper);
}

std::string codeOf(const std::string& file) { return std::string(kCode) + file; }

std::string fileOfCode(std::string_view code)
{
    return code.starts_with(kCode) ? std::string(code.substr(kCode.size())) : std::string();
}

std::optional<JobTable> jobTableNamed(std::string_view wanted)
{
    const auto found = std::ranges::find(kJobTables, wanted, [](JobTable table) { return name(table); });
    return found == kJobTables.end() ? std::nullopt : std::optional(*found);
}

std::string_view name(JobTable table)
{
    switch (table) {
    case JobTable::Hours: return "hours";
    case JobTable::Flow: return "flow";
    case JobTable::Probes: break;
    }
    return "probes";
}

Table tableOf(const job::Job& job, JobTable table)
{
    switch (table) {
    case JobTable::Hours: return hoursTable(job);
    case JobTable::Flow: return flowTable(job);
    case JobTable::Probes: break;
    }
    return probeTable(job);
}

}  // namespace euryth::paper
