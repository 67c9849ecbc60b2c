// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/flow_import.hpp"

#include <algorithm>
#include <array>
#include <cctype>

#include "headings.hpp"
#include "job/fields.hpp"
#include "units/parse.hpp"

namespace euryth::imports {

namespace {

using units::Kind;

FlowColumn flowColumnOf(const std::string& heading)
{
    using C = FlowColumn;
    if (contains(heading, "lift"))
        return C::Lift;
    if (contains(heading, "depression") || contains(heading, "h2o") || contains(heading, "test pressure"))
        return C::Depression;
    if (contains(heading, "torque"))
        return C::Torque;
    if (contains(heading, "swirl") || contains(heading, "tumble") || contains(heading, "rpm"))
        return C::Swirl;
    if (contains(heading, "flow") || contains(heading, "cfm") || contains(heading, "l/s"))
        return C::Flow;
    return C::Ignore;
}

/// A word of letters and digits stands in a heading.
bool hasWord(const std::string& heading, std::string_view word)
{
    for (std::size_t at = heading.find(word); at != std::string::npos; at = heading.find(word, at + 1)) {
        const auto letter = [&](std::size_t i) {
            return i < heading.size() && std::isalpha(static_cast<unsigned char>(heading[i])) != 0;
        };
        if ((at == 0 || !letter(at - 1)) && !letter(at + word.size()))
            return true;
    }
    return false;
}

/// One row being read.
class FlowRow {
public:
    FlowRow(const Row& row, std::size_t number, std::span<const FlowColumn> columns, FlowImport& import)
        : m_row(row),
          m_number(number),
          m_columns(columns),
          m_import(import)
    {
    }

    template <class Q>
    std::optional<Q> number(FlowColumn column, Kind kind, const job::FieldOf<Q>& field,
                            const units::DisplayUnits& units)
    {
        const auto found = std::ranges::find(m_columns, column);
        const auto at = static_cast<std::size_t>(found - m_columns.begin());
        if (found == m_columns.end() || at >= m_row.size() || m_row[at].empty())
            return std::nullopt;
        const auto si = units::parseSi(m_row[at], kind, units);
        const auto problem = si ? job::rangeProblem(field, *si) : std::optional(si.error().message);
        if (problem) {
            trouble(at, *problem);
            return std::nullopt;
        }
        return Q::fromSi(*si);
    }
    void trouble(std::size_t column, Phrase text)
    {
        m_import.troubles.push_back({m_number, column, std::move(text)});
        m_failed = true;
    }
    [[nodiscard]] bool failed() const { return m_failed; }
    [[nodiscard]] std::size_t liftColumn() const
    {
        const auto found = std::ranges::find(m_columns, FlowColumn::Lift);
        return found == m_columns.end() ? 0 : static_cast<std::size_t>(found - m_columns.begin());
    }

private:
    const Row& m_row;
    std::size_t m_number;
    std::span<const FlowColumn> m_columns;
    FlowImport& m_import;
    bool m_failed = false;
};

}  // namespace

Phrase nameOf(FlowColumn column)
{
    constexpr std::array<std::string_view, kFlowColumnCount> names{"ignore",     "lift",  "flow",
                                                                   "depression", "swirl", "torque"};
    return say("flow-column." + std::string(names[static_cast<std::size_t>(column)]));
}

std::vector<FlowColumn> guessFlowColumns(const std::vector<Row>& rows)
{
    std::size_t wide = 0;
    for (const Row& row : rows)
        wide = std::max(wide, row.size());
    std::vector<FlowColumn> columns(wide, FlowColumn::Ignore);
    if (hasHeadings(rows)) {
        for (std::size_t i = 0; i < rows.front().size(); ++i) {
            const FlowColumn column = flowColumnOf(lower(rows.front()[i]));
            const bool taken = std::ranges::find(columns, column) != columns.end();
            columns[i] = taken && column != FlowColumn::Ignore ? FlowColumn::Ignore : column;
        }
    }
    const auto has = [&](FlowColumn column) { return std::ranges::find(columns, column) != columns.end(); };
    if (!has(FlowColumn::Lift) && !has(FlowColumn::Flow)) {
        for (std::size_t i = 0; i < std::min<std::size_t>(wide, 2); ++i)
            columns[i] = i == 0 ? FlowColumn::Lift : FlowColumn::Flow;
    }
    return columns;
}

FlowUnits guessFlowUnits(const std::vector<Row>& rows, const units::DisplayUnits& usual)
{
    FlowUnits units{usual, usual};
    if (!hasHeadings(rows))
        return units;
    using units::System;
    for (const std::string& cell : rows.front()) {
        const std::string heading = lower(cell);
        const FlowColumn column = flowColumnOf(heading);
        if (column == FlowColumn::Lift && hasWord(heading, "mm"))
            units.lift.system = System::Metric;
        if (column == FlowColumn::Lift && (hasWord(heading, "in") || hasWord(heading, "inch")))
            units.lift.system = System::Inch;
        if (column == FlowColumn::Flow && hasWord(heading, "cfm"))
            units.flow.system = System::Inch;
        if (column == FlowColumn::Flow && contains(heading, "l/s"))
            units.flow.system = System::Metric;
    }
    return units;
}

FlowImport readFlows(const std::vector<Row>& rows, std::span<const FlowColumn> columns, const FlowUnits& units)
{
    namespace f = job::field;
    FlowImport import;
    import.firstRow = hasHeadings(rows) ? 1 : 0;
    constexpr std::size_t most = 2000;
    if (rows.size() > most) {
        import.troubles.push_back({most, 0, say("import.too-long", {{ "most", count(most) }})});
        return import;
    }
    std::optional<Length> before;
    for (std::size_t i = import.firstRow; i < rows.size(); ++i) {
        FlowRow row(rows[i], i, columns, import);
        job::FlowPoint point;
        point.lift = row.number(FlowColumn::Lift, Kind::Length, f::flowLift, units.lift);
        point.flow = row.number(FlowColumn::Flow, Kind::Flow, f::flow, units.flow);
        point.depression = row.number(FlowColumn::Depression, Kind::Depression, f::depression, units.lift);
        point.swirl = row.number(FlowColumn::Swirl, Kind::Rotation, f::swirl, units.lift);
        point.swirlTorque = row.number(FlowColumn::Torque, Kind::Torque, f::swirlTorque, units.flow);
        if (!point.lift && !row.failed())
            row.trouble(row.liftColumn(), say("import.no-lift"));
        if (point.lift && before && *point.lift < *before)
            row.trouble(row.liftColumn(), say("import.lift-falls"));
        if (point.lift)
            before = point.lift;
        if (!row.failed())
            import.points.push_back(std::move(point));
    }
    if (import.points.empty() && import.troubles.empty())
        import.troubles.push_back({0, 0, say("import.no-rows")});
    return import;
}

}  // namespace euryth::imports
