// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "app/entry_table.hpp"
#include "app/language.hpp"
#include "app/reading_entry.hpp"
#include "probing/grid.hpp"

namespace euryth::app {

namespace {

QString rowName(double v)
{
    constexpr double third = 1.0 / 3.0;
    return v > third ? ProbeTable::tr("roof") : v < -third ? ProbeTable::tr("floor") : ProbeTable::tr("middle");
}

QString columnName(double u)
{
    constexpr double third = 1.0 / 3.0;
    return u > third ? ProbeTable::tr("left") : u < -third ? ProbeTable::tr("right") : ProbeTable::tr("centre");
}

}  // namespace

ProbeTable::ProbeTable(Workspace& workspace, QObject* parent) : EntryTable(workspace, parent)
{
    connect(&workspace, &Workspace::jobChanged, this, &ProbeTable::follow);
    connect(&workspace, &Workspace::selectionChanged, this, &ProbeTable::follow);
    connect(&workspace, &Workspace::caughtUp, this, &ProbeTable::follow);
    follow();
}

void ProbeTable::follow()
{
    const job::Port* port = workspace().port();
    std::optional<std::pair<std::size_t, std::size_t>> set;
    std::vector<probing::GridPoint> points;
    if (port && workspace().probe()) {
        set = {*workspace().portIndex(), *workspace().probe()};
        for (const job::Reading& r : port->probes[*workspace().probe()].readings)
            points.push_back({r.u, r.v});
    }
    if (set == m_set && points.size() == m_layout.size())
        return valuesChanged();

    beginResetModel();
    m_set = set;
    m_layout.clear();
    m_rowNames.clear();
    m_columnNames.clear();
    if (const auto grid = probing::asTensorGrid(points)) {
        m_rows = static_cast<int>(grid->rows.size());
        m_columns = static_cast<int>(grid->columns.size());
        // The grid's rows and columns rise with v and u, which is from the floor up and from right to left.
        m_layout.assign(grid->at.rbegin(), grid->at.rend());
        std::ranges::transform(grid->rows.rbegin(), grid->rows.rend(), std::back_inserter(m_rowNames), rowName);
        std::ranges::transform(grid->columns.rbegin(), grid->columns.rend(), std::back_inserter(m_columnNames),
                               columnName);
    } else {
        m_rows = static_cast<int>(points.size());
        m_columns = points.empty() ? 0 : 1;
        m_columnNames = {tr("speed")};
        for (std::size_t i = 0; i < points.size(); ++i) {
            m_layout.push_back(i);
            m_rowNames.push_back(shown(analysis::pointName(points[i])));
        }
    }
    endResetModel();
    resetAll();
}

QVariant ProbeTable::headerData(int section, Qt::Orientation orientation, int role) const
{
    const auto& names = orientation == Qt::Horizontal ? m_columnNames : m_rowNames;
    if (role != Qt::DisplayRole || section < 0 || section >= static_cast<int>(names.size()))
        return {};
    return names[static_cast<std::size_t>(section)];
}

std::size_t ProbeTable::readingAt(const QModelIndex& at) const
{
    return m_layout.at(static_cast<std::size_t>(at.row() * m_columns + at.column()));
}

FieldBinding ProbeTable::bindingAt(const QModelIndex& at) const
{
    return readingBinding(m_set->first, m_set->second, readingAt(at));
}

QString ProbeTable::commitAt(const QModelIndex& at, const QString& text)
{
    return commitReading(workspace(), m_set->first, m_set->second, readingAt(at), text);
}

std::optional<QModelIndex> ProbeTable::chosen() const
{
    const auto point = workspace().point();
    const auto cell = point ? std::ranges::find(m_layout, *point) : m_layout.end();
    if (cell == m_layout.end())
        return std::nullopt;
    const auto at = static_cast<int>(cell - m_layout.begin());
    return index(at / m_columns, at % m_columns);
}

void ProbeTable::choose(const QModelIndex& at)
{
    if (at.isValid())
        workspace().choosePoint(readingAt(at));
}

}  // namespace euryth::app
