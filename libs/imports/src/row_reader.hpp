// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <optional>
#include <span>
#include <string>
#include <utility>
#include <vector>

#include "headings.hpp"
#include "imports/station_import.hpp"
#include "job/fields.hpp"
#include "units/parse.hpp"

/// What the readers of tables share: which column is what, and one row being read.
namespace euryth::imports {

/// The unit that a heading ends in, as a reader of numbers takes it: "width [mm]", "flow_m3_s", "lift in". Empty where
/// it has none of `kind`.
std::string unitInHeading(const std::string& heading, units::Kind kind);

/// What each column is by its heading, as `columnOf` tells of a heading in small letters; of two alike the first.
/// All are Ignore in a table without headings.
template <class Column, class ColumnOf>
std::vector<Column> columnsByHeading(const std::vector<Row>& rows, const ColumnOf& columnOf)
{
    std::size_t count = 0;
    for (const Row& row : rows)
        count = std::max(count, row.size());
    std::vector<Column> columns(count, Column::Ignore);
    if (!hasHeadings(rows))
        return columns;
    for (std::size_t i = 0; i < rows.front().size(); ++i) {
        const Column guess = columnOf(lower(rows.front()[i]));
        if (std::ranges::find(columns, guess) == columns.end())
            columns[i] = guess;
    }
    return columns;
}

template <class Column>
bool hasColumn(std::span<const Column> columns, Column wanted)
{
    return std::ranges::find(columns, wanted) != columns.end();
}

/// One row being read. What cannot be read becomes trouble, and the row has then failed.
template <class Column>
class RowReader {
public:
    RowReader(const std::vector<Row>& rows, std::size_t number, std::span<const Column> columns,
              std::vector<CellTrouble>& troubles)
        : m_rows(rows),
          m_number(number),
          m_columns(columns),
          m_troubles(troubles)
    {
    }

    [[nodiscard]] std::optional<std::size_t> find(Column wanted) const
    {
        const auto found = std::ranges::find(m_columns, wanted);
        return found == m_columns.end() ? std::nullopt : std::optional<std::size_t>(found - m_columns.begin());
    }

    /// What stands in the cell; empty where there is no such column.
    [[nodiscard]] std::string text(Column column) const
    {
        const Row& row = m_rows[m_number];
        const auto at = find(column);
        return at && *at < row.size() ? row[*at] : std::string();
    }

    /// A number in SI, or nothing where the cell is empty or cannot be read. Without a unit it is in its heading's
    /// where `byHeading`, else in that of `units`.
    std::optional<double> number(Column column, units::Kind kind, const job::Field& field,
                                 const units::DisplayUnits& units, bool byHeading = true)
    {
        std::string typed = text(column);
        if (typed.empty())
            return std::nullopt;
        const std::size_t at = *find(column);
        if (byHeading && isBare(typed) && m_rows.front().size() > at)
            typed += unitInHeading(lower(m_rows.front()[at]), kind);
        const auto si = units::parseSi(typed, kind, units);
        const auto problem = si ? job::rangeProblem(field, *si) : std::optional(si.error().message);
        if (problem) {
            fail(at, *problem);
            return std::nullopt;
        }
        return *si;
    }

    /// The same as a typed quantity.
    template <class Q>
    std::optional<Q> quantity(Column column, units::Kind kind, const job::FieldOf<Q>& field,
                              const units::DisplayUnits& units, bool byHeading = true)
    {
        const auto si = number(column, kind, field, units, byHeading);
        return si ? std::optional(Q::fromSi(*si)) : std::nullopt;
    }

    void fail(std::size_t column, Phrase text)
    {
        m_troubles.push_back({m_number, column, std::move(text)});
        m_failed = true;
    }
    void fail(Column column, Phrase text) { fail(find(column).value_or(0), std::move(text)); }
    /// A cell that has to be filled is not.
    void missing(Column column) { fail(column, say("import.missing", {{"what", nameOf(column)}})); }
    [[nodiscard]] bool failed() const { return m_failed; }

private:
    const std::vector<Row>& m_rows;
    std::size_t m_number;
    std::span<const Column> m_columns;
    std::vector<CellTrouble>& m_troubles;
    bool m_failed = false;
};

}  // namespace euryth::imports
