// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/flow_import.hpp"

#include <algorithm>
#include <array>
#include <cctype>

#include "row_reader.hpp"

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

}  // namespace

Phrase nameOf(FlowColumn column)
{
    constexpr std::array<std::string_view, kFlowColumnCount> names{"ignore",     "lift",  "flow",
                                                                   "depression", "swirl", "torque"};
    return say("flow-column." + std::string(names[static_cast<std::size_t>(column)]));
}

std::vector<FlowColumn> guessFlowColumns(const std::vector<Row>& rows)
{
    auto columns = columnsByHeading<FlowColumn>(rows, flowColumnOf);
    const auto has = [&](FlowColumn column) { return std::ranges::find(columns, column) != columns.end(); };
    if (!has(FlowColumn::Lift) && !has(FlowColumn::Flow)) {
        for (std::size_t i = 0; i < std::min<std::size_t>(columns.size(), 2); ++i)
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
    // Units are chosen for all of its rows; headings have proposed them.
    constexpr bool byHeading = false;
    std::optional<Length> before;
    for (std::size_t i = import.firstRow; i < rows.size(); ++i) {
        RowReader<FlowColumn> row(rows, i, columns, import.troubles);
        job::FlowPoint point;
        point.lift = row.quantity(FlowColumn::Lift, Kind::Length, f::flowLift, units.lift, byHeading);
        point.flow = row.quantity(FlowColumn::Flow, Kind::Flow, f::flow, units.flow, byHeading);
        point.depression = row.quantity(FlowColumn::Depression, Kind::Depression, f::depression, units.lift, byHeading);
        point.swirl = row.quantity(FlowColumn::Swirl, Kind::Rotation, f::swirl, units.lift, byHeading);
        point.swirlTorque = row.quantity(FlowColumn::Torque, Kind::Torque, f::swirlTorque, units.flow, byHeading);
        if (!point.lift && !row.failed())
            row.fail(FlowColumn::Lift, say("import.no-lift"));
        if (point.lift && before && *point.lift < *before)
            row.fail(FlowColumn::Lift, say("import.lift-falls"));
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
