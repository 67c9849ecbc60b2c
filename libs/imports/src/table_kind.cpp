// SPDX-License-Identifier: GPL-3.0-or-later
#include "imports/table_kind.hpp"

#include "headings.hpp"
#include "imports/flow_import.hpp"
#include "imports/probe_import.hpp"
#include "imports/touch_import.hpp"

namespace euryth::imports {

namespace {

template <class Column>
bool hasAll(const std::vector<Column>& columns, std::initializer_list<Column> wanted)
{
    return std::ranges::all_of(wanted, [&](Column c) { return std::ranges::find(columns, c) != columns.end(); });
}

bool isLifts(const Row& headings)
{
    return headings.size() == 2 &&
           (contains(lower(headings[0]), "deg") || contains(lower(headings[0]), "angle") ||
            contains(lower(headings[0]), "crank")) &&
           contains(lower(headings[1]), "lift");
}

/// Its columns are guessed whatever its headings are, so that one of them has to speak of lifts.
bool isFlow(const std::vector<Row>& rows)
{
    return hasAll(guessFlowColumns(rows), {FlowColumn::Lift, FlowColumn::Flow}) &&
           std::ranges::any_of(rows.front(), [](const std::string& cell) { return contains(lower(cell), "lift"); });
}

}  // namespace

std::optional<TableKind> kindOfTable(const std::vector<Row>& rows)
{
    if (!hasHeadings(rows))
        return std::nullopt;
    const auto probes = guessProbeColumns(rows);
    if (hasAll(probes, {ProbeColumn::Left, ProbeColumn::Roof}) &&
        (hasAll(probes, {ProbeColumn::Speed}) || hasAll(probes, {ProbeColumn::Impact})))
        return TableKind::Probes;
    const auto touch = guessTouchColumns(rows);
    if (hasAll(touch, {TouchColumn::X, TouchColumn::Y, TouchColumn::Z}) ||
        hasAll(touch, {TouchColumn::FromWindow, TouchColumn::Left, TouchColumn::Roof}))
        return TableKind::Touch;
    if (isLifts(rows.front()))
        return TableKind::Lifts;
    const auto stations = guessColumns(rows);
    if (hasAll(stations, {StationColumn::FromWindow, StationColumn::Width}) ||
        hasAll(stations, {StationColumn::FromWindow, StationColumn::Area}))
        return TableKind::Stations;
    if (isFlow(rows))
        return TableKind::Flow;
    if (rows.front().size() == 2 &&
        (hasAll(touch, {TouchColumn::Left, TouchColumn::Roof}) || hasAll(touch, {TouchColumn::X, TouchColumn::Y})))
        return TableKind::Outline;
    return std::nullopt;
}

}  // namespace euryth::imports
