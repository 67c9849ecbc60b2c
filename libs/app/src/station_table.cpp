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
    connect(&workspace, &Workspace::caughtUp, this, &StationTable::follow);
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
    const auto& stations = workspace().port()->stations;
    if (station < stations.size() && stations[station].section.kind != job::SectionKind::RoundedRectangle) {
        // Only the area of an area-only section is typed here; an outline has a table of its own.
        const bool areaOnly = stations[station].section.kind == job::SectionKind::AreaOnly;
        if (!areaOnly || column != kAreaColumn)
            return {};
        return bind(
            f::sectionArea, [=](auto& j) -> auto& { return j.ports[port].stations[station].section.area; });
    }
    const auto shape = [=](auto& job) -> auto& { return job.ports[port].stations[station].section.shape; };
    switch (column) {
    case 1:
        return bind(
            f::width, [=](auto& j) -> auto& { return shape(j).width; });
    case 2:
        return bind(
            f::height, [=](auto& j) -> auto& { return shape(j).height; });
    case 3:
        return bind(
            f::radiusRoofLeft, [=](auto& j) -> auto& { return shape(j).corners.roofLeft; });
    case 4:
        return bind(
            f::radiusRoofRight, [=](auto& j) -> auto& { return shape(j).corners.roofRight; });
    case 5:
        return bind(
            f::radiusFloorRight, [=](auto& j) -> auto& { return shape(j).corners.floorRight; });
    case 6:
        return bind(
            f::radiusFloorLeft, [=](auto& j) -> auto& { return shape(j).corners.floorLeft; });
    default: return {};
    }
}

FieldBinding StationTable::bindingAt(const QModelIndex& at) const
{
    const std::size_t port = m_port.value_or(0);
    const auto station = static_cast<std::size_t>(at.row());
    if (at.column() == 0) {
        return bind(
            job::field::stationS, [=](auto& job) -> auto& { return job.ports[port].stations[station].s; });
    }
    if (m_columns == Columns::Sections)
        return sectionBinding(port, station, at.column());
    return wallBinding(port, station, static_cast<std::size_t>(at.column() - 1));
}

FieldBinding StationTable::wallBinding(std::size_t port, std::size_t station, std::size_t sector) const
{
    FieldBinding binding = bind(
        job::field::wall, [=](auto& job) -> auto& { return job.ports[port].stations[station].wall.at[sector]; });
    // What is typed is the gauge's reading; what is kept is the wall.
    binding.set = [set = binding.set](job::Job& job, std::optional<double> si) {
        set(job, si ? std::optional(*si * job.gauge.correction()) : std::nullopt);
    };
    return binding;
}

QString StationTable::computedText(const QModelIndex& at) const
{
    const auto row = static_cast<std::size_t>(at.row());
    const job::Station& station = workspace().port()->stations[row];
    if (at.column() == kAreaColumn)
        return workspace().number(Kind::Area, job::netArea(station).si());
    const geometry::Box box = geometry::boxOf(workspace().analysisNow().sections[row]);
    if (at.column() == 1 || at.column() == 2)
        return workspace().number(Kind::Length, (at.column() == 1 ? box.width : box.height).si());
    const bool outline = station.section.kind == job::SectionKind::Outline;
    return at.column() == 3 ? (outline ? tr("traced") : tr("area only")) : QString();
}

std::optional<QModelIndex> StationTable::chosen() const
{
    const auto station = workspace().station();
    if (!station || static_cast<int>(*station) >= m_rows)
        return std::nullopt;
    const auto sector = workspace().sector();
    const bool wall = m_columns == Columns::Walls && sector;
    return index(static_cast<int>(*station), wall ? static_cast<int>(geometry::index(*sector)) + 1 : 0);
}

bool StationTable::choosesColumn() const { return m_columns == Columns::Walls && workspace().sector().has_value(); }

void StationTable::choose(const QModelIndex& at)
{
    if (!at.isValid())
        return;
    const auto station = static_cast<std::size_t>(at.row());
    if (m_columns == Columns::Sections)
        return workspace().chooseStation(station);
    const int sector = at.column() - 1;
    workspace().chooseWall(
        station, sector < 0 ? std::nullopt : std::optional(geometry::sectorAt(static_cast<std::size_t>(sector))));
}

}  // namespace euryth::app
