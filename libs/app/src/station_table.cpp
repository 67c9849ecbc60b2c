// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>

#include "app/entry_table.hpp"

namespace euryth::app {

using geometry::index;
using geometry::Sector;
using units::Kind;

namespace {

constexpr int kSectionColumns = StationTable::kAreaColumn + 1;
constexpr int kWallColumns = 1 + static_cast<int>(geometry::kSectorCount);

}  // namespace

StationTable::StationTable(Workspace& workspace, Columns columns, QObject* parent)
    : EntryTable(workspace, parent),
      m_columns(columns)
{
    connect(&workspace, &Workspace::jobChanged, this, &StationTable::follow);
    connect(&workspace, &Workspace::selectionChanged, this, &StationTable::follow);
    follow();
}

void StationTable::follow()
{
    const job::Port* port = workspace().port();
    const int rows = port ? static_cast<int>(port->stations.size()) : 0;
    if (rows == m_rows && workspace().portIndex() == m_port)
        return valuesChanged();
    m_rows = rows;
    m_port = workspace().portIndex();
    resetAll();
}

int StationTable::rowCount(const QModelIndex& parent) const { return parent.isValid() ? 0 : m_rows; }

int StationTable::columnCount(const QModelIndex& parent) const
{
    if (parent.isValid())
        return 0;
    return m_columns == Columns::Sections ? kSectionColumns : kWallColumns;
}

QVariant StationTable::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (role != Qt::DisplayRole)
        return {};
    if (orientation == Qt::Vertical)
        return section + 1;
    if (m_columns == Columns::Walls) {
        const std::array<QString, kWallColumns> names{tr("from\nwindow"), tr("roof"),         tr("roof\nright"),
                                                      tr("right"),        tr("floor\nright"), tr("floor"),
                                                      tr("floor\nleft"),  tr("left"),         tr("roof\nleft")};
        return names.at(static_cast<std::size_t>(section));
    }
    const std::array<QString, kSectionColumns> names{tr("from\nwindow"),  tr("width"),         tr("height"),
                                                     tr("R roof\nleft"),  tr("R roof\nright"), tr("R floor\nright"),
                                                     tr("R floor\nleft"), tr("net\narea")};
    return names.at(static_cast<std::size_t>(section));
}

FieldBinding StationTable::sectionBinding(std::size_t port, std::size_t station, int column) const
{
    namespace f = job::field;
    const auto shape = [=](auto& job) -> auto& { return job.ports[port].stations[station].section.shape; };
    switch (column) {
    case 1:
        return bind(
            tr("width"), f::width, Kind::Length, [=](auto& j) -> auto& { return shape(j).width; });
    case 2:
        return bind(
            tr("height"), f::height, Kind::Length, [=](auto& j) -> auto& { return shape(j).height; });
    case 3:
        return bind(
            tr("corner radius"), f::radiusRoofLeft,
            Kind::Length, [=](auto& j) -> auto& { return shape(j).corners.roofLeft; });
    case 4:
        return bind(
            tr("corner radius"), f::radiusRoofRight,
            Kind::Length, [=](auto& j) -> auto& { return shape(j).corners.roofRight; });
    case 5:
        return bind(
            tr("corner radius"), f::radiusFloorRight,
            Kind::Length, [=](auto& j) -> auto& { return shape(j).corners.floorRight; });
    case 6:
        return bind(
            tr("corner radius"), f::radiusFloorLeft,
            Kind::Length, [=](auto& j) -> auto& { return shape(j).corners.floorLeft; });
    default: return {};
    }
}

FieldBinding StationTable::bindingAt(const QModelIndex& at) const
{
    const std::size_t port = m_port.value_or(0);
    const auto station = static_cast<std::size_t>(at.row());
    if (at.column() == 0) {
        return bind(
            tr("distance from the window"), job::field::stationS,
            Kind::Position, [=](auto& job) -> auto& { return job.ports[port].stations[station].s; });
    }
    if (m_columns == Columns::Sections)
        return sectionBinding(port, station, at.column());
    const auto sector = static_cast<std::size_t>(at.column() - 1);
    return bind(
        tr("wall"), job::field::wall,
        Kind::Length, [=](auto& job) -> auto& { return job.ports[port].stations[station].wall.at[sector]; });
}

QString StationTable::computedText(const QModelIndex& at) const
{
    const job::Station& station = workspace().port()->stations[static_cast<std::size_t>(at.row())];
    return workspace().number(Kind::Area, job::netArea(station).si());
}

std::optional<QModelIndex> StationTable::chosen() const
{
    const auto station = workspace().station();
    if (!station || static_cast<int>(*station) >= m_rows)
        return std::nullopt;
    return index(static_cast<int>(*station), 0);
}

void StationTable::choose(const QModelIndex& at)
{
    if (at.isValid())
        workspace().chooseStation(static_cast<std::size_t>(at.row()));
}

}  // namespace euryth::app
