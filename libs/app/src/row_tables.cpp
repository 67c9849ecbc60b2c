// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/row_tables.hpp"

#include <QDate>
#include <QLocale>

#include "analysis/bench_checks.hpp"
#include "analysis/joined.hpp"
#include "engine/engine_model.hpp"
#include "units/format.hpp"

namespace euryth::app {

using units::Kind;

RowTable::RowTable(Workspace& workspace, Source source, QObject* parent)
    : EntryTable(workspace, parent),
      m_source(std::move(source))
{
    connect(&workspace, &Workspace::jobChanged, this, &RowTable::follow);
    connect(&workspace, &Workspace::selectionChanged, this, &RowTable::follow);
    connect(&workspace, &Workspace::caughtUp, this, &RowTable::follow);
    follow();
}

void RowTable::follow()
{
    const int rows = m_source.rows();
    const bool same = rows == m_rows && m_port == workspace().portIndex() && m_station == workspace().station();
    if (same)
        return valuesChanged();
    beginResetModel();
    m_rows = rows;
    m_port = workspace().portIndex();
    m_station = workspace().station();
    endResetModel();
    resetAll();
}

int RowTable::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(m_source.columns.size());
}

QVariant RowTable::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (role != Qt::DisplayRole)
        return {};
    if (orientation == Qt::Vertical)
        return section + 1;
    return section < columnCount({}) ? m_source.columns[static_cast<std::size_t>(section)] : QVariant();
}

FieldBinding RowTable::bindingAt(const QModelIndex& at) const { return m_source.binding(at.row(), at.column()); }

QString RowTable::computedText(const QModelIndex& at) const { return m_source.computed(at.row(), at.column()); }

namespace {

std::size_t at(int i) { return static_cast<std::size_t>(i); }

QString seatText(const Workspace& workspace, int row, int column)
{
    const auto& stack = workspace.analysisNow().seat;
    if (!stack || at(row) >= stack->cuts.size())
        return QString::fromUtf8(units::kUnknownText);
    const geometry::PlacedCut& cut = stack->cuts[at(row)];
    const Length value = column == 2 ? cut.outer : column == 3 ? cut.inner : cut.depth;
    return workspace.number(Kind::Length, value.si());
}

QString ratioText(const Workspace& workspace, int row)
{
    const job::Engine& e = workspace.job().engine;
    const auto& chamber = workspace.job().chambers[at(row)].volume;
    const auto ratio = chamber ? analysis::compressionWith(e, analysis::clearanceWith(e, *chamber)) : std::nullopt;
    return ratio ? QString::fromStdString(units::formatPlain(*ratio, 2, workspace.displayUnits()))
                 : QString::fromUtf8(units::kUnknownText);
}

}  // namespace

RowTable* makeSeatTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("angle"), RowTable::tr("width"), RowTable::tr("outer"), RowTable::tr("inner"),
                      RowTable::tr("depth")};
    source.rows = [&workspace] { return workspace.port() ? static_cast<int>(workspace.port()->valve.seat.size()) : 0; };
    source.binding = [&workspace](int row, int column) -> FieldBinding {
        const std::size_t port = workspace.portIndex().value_or(0);
        const auto cut = [=](auto& job) -> auto& { return job.ports[port].valve.seat[at(row)]; };
        if (column == 0)
            return bind(
                job::field::seatAngle, [=](auto& j) -> auto& { return cut(j).angle; });
        if (column == 1)
            return bind(
                job::field::seatWidth, [=](auto& j) -> auto& { return cut(j).width; });
        return {};
    };
    source.computed = [&workspace](int row, int column) { return seatText(workspace, row, column); };
    return new RowTable(workspace, std::move(source), parent);
}

RowTable* makeChamberTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("cylinder"), RowTable::tr("chamber"), RowTable::tr("compression")};
    source.rows = [&workspace] { return static_cast<int>(workspace.job().chambers.size()); };
    source.binding = [](int row, int column) -> FieldBinding {
        const auto chamber = [=](auto& job) -> auto& { return job.chambers[at(row)]; };
        if (column == 0)
            return bind(
                job::field::portCylinder, [=](auto& j) -> auto& { return chamber(j).cylinder; });
        if (column == 1)
            return bind(
                job::field::chamberVolume, [=](auto& j) -> auto& { return chamber(j).volume; });
        return {};
    };
    source.computed = [&workspace](int row, int) { return ratioText(workspace, row); };
    return new RowTable(workspace, std::move(source), parent);
}

namespace {

/// Sets one side of a place of a joined runner. A round one stays round when its width is typed; corners never stand in
/// the way of what is typed.
void setJoinedSide(geometry::RoundedRectangle& shape, Length geometry::RoundedRectangle::*side, Length value)
{
    const Length r = shape.corners.roofLeft;
    const bool round = shape.width == shape.height && abs(r * 2.0 - shape.width) < Length::fromSi(1e-9);
    shape.*side = value;
    if (round && side == &geometry::RoundedRectangle::width)
        shape.height = value;
    const Length most = std::min(shape.width, shape.height) / 2.0;
    const auto fit = [&](Length& corner) { corner = round ? most : std::min(corner, most); };
    auto& c = shape.corners;
    for (Length* corner : {&c.roofLeft, &c.roofRight, &c.floorRight, &c.floorLeft})
        fit(*corner);
}

FieldBinding joinedSize(std::size_t port, int row, const job::FieldOf<Length>& field,
                        Length geometry::RoundedRectangle::*side)
{
    FieldBinding binding = numberOf(field);
    binding.required = true;
    binding.get = [=](const job::Job& job) -> std::optional<double> {
        return (job.ports[port].joined.stations[at(row)].section.shape.*side).si();
    };
    binding.set = [=](job::Job& job, std::optional<double> si) {
        setJoinedSide(job.ports[port].joined.stations[at(row)].section.shape, side, Length::fromSi(*si));
    };
    return binding;
}

/// All four corners alike.
FieldBinding joinedCorner(std::size_t port, int row)
{
    FieldBinding binding = numberOf(job::field::openingRadius);
    binding.required = true;
    const auto corners = [=](auto& job) -> auto&
    {
        return job.ports[port].joined.stations[at(row)].section.shape.corners;
    };
    binding.get = [=](const job::Job& job) -> std::optional<double> { return corners(job).roofLeft.si(); };
    binding.set = [=](job::Job& job, std::optional<double> si) {
        const Length r = Length::fromSi(*si);
        corners(job) = {r, r, r, r};
    };
    return binding;
}

QString joinedText(const Workspace& workspace, int row, int column)
{
    const auto passage = analysis::joinedPassage(workspace.job(), *workspace.port(), workspace.analysisNow());
    const auto& stations = workspace.port()->joined.stations;
    if (!passage || at(row) >= stations.size())
        return QString::fromUtf8(units::kUnknownText);
    // The flange's own opening comes before the places that were typed.
    const auto& place = passage->places[passage->places.size() - stations.size() + at(row)];
    if (column == 4)
        return workspace.number(Kind::Area, place.area.si());
    if (!place.asksForMetal())
        return QStringLiteral("0");
    return workspace.number(Kind::Length, place.depth.si());
}

}  // namespace

RowTable* makeJoinedTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("from flange"), RowTable::tr("width"), RowTable::tr("height"),
                      RowTable::tr("corner"),      RowTable::tr("area"),  RowTable::tr("open by")};
    source.rows = [&workspace] {
        return workspace.port() ? static_cast<int>(workspace.port()->joined.stations.size()) : 0;
    };
    source.binding = [&workspace](int row, int column) -> FieldBinding {
        const std::size_t port = workspace.portIndex().value_or(0);
        switch (column) {
        case 0:
            return bind(
                job::field::joinedS, [=](auto& j) -> auto& { return j.ports[port].joined.stations[at(row)].s; });
        case 1: return joinedSize(port, row, job::field::width, &geometry::RoundedRectangle::width);
        case 2: return joinedSize(port, row, job::field::height, &geometry::RoundedRectangle::height);
        case 3: return joinedCorner(port, row);
        default: return {};
        }
    };
    source.computed = [&workspace](int row, int column) { return joinedText(workspace, row, column); };
    return new RowTable(workspace, std::move(source), parent);
}

std::optional<std::size_t> benchIndex(const job::Job& job)
{
    const job::BenchRecord* bench = job::benchNamed(job, job.bench.id);
    return bench ? std::optional(static_cast<std::size_t>(bench - job.benches.data())) : std::nullopt;
}

namespace {

/// "12 Jan 26".
QString dateText(const std::string& when)
{
    const QDate date = QDate::fromString(QString::fromStdString(when.substr(0, 10)), Qt::ISODate);
    return date.isValid() ? QLocale::c().toString(date, QStringLiteral("d MMM yy")) : QString::fromStdString(when);
}

QString plateText(const Workspace& workspace, const job::PlateCheck& check, int column)
{
    if (column == 0)
        return dateText(check.when);
    const auto result = analysis::plateResult(check, analysis::roomAir(workspace.job().bench));
    if (!result)
        return QString::fromUtf8(units::kUnknownText);
    const auto plain = QString::fromStdString(units::formatPlain(result->factor, 3, workspace.displayUnits()));
    return column == 6 ? workspace.number(Kind::Flow, result->expected.si()) : plain;
}

}  // namespace

RowTable* makePlateTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("date"),     RowTable::tr("plate"), RowTable::tr("pipe"), RowTable::tr("at"),
                      RowTable::tr("its flow"), RowTable::tr("read"),  RowTable::tr("true"), RowTable::tr("factor")};
    source.rows = [&workspace] {
        const auto bench = benchIndex(workspace.job());
        return bench ? static_cast<int>(workspace.job().benches[*bench].plates.size()) : 0;
    };
    source.binding = [&workspace](int row, int column) -> FieldBinding {
        const auto bench = benchIndex(workspace.job());
        if (!bench)
            return {};
        const auto plate = [=](auto& job) -> auto& { return job.benches[*bench].plates[at(row)]; };
        switch (column) {
        case 1:
            return bind(
                job::field::plate, [=](auto& j) -> auto& { return plate(j).plate; });
        case 2:
            return bind(
                job::field::platePipe, [=](auto& j) -> auto& { return plate(j).pipe; });
        case 3:
            return bind(
                job::field::depression, [=](auto& j) -> auto& { return plate(j).depression; });
        case 4:
            return bind(
                job::field::plateExpected, [=](auto& j) -> auto& { return plate(j).expected; });
        case 5:
            return bind(
                job::field::plateRead, [=](auto& j) -> auto& { return plate(j).read; });
        default: return {};
        }
    };
    source.computed = [&workspace](int row, int column) {
        const auto bench = benchIndex(workspace.job());
        return bench ? plateText(workspace, workspace.job().benches[*bench].plates[at(row)], column) : QString();
    };
    return new RowTable(workspace, std::move(source), parent);
}

RowTable* makeLeakTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("date"), RowTable::tr("depression"), RowTable::tr("closed, it read")};
    source.rows = [&workspace] {
        const auto bench = benchIndex(workspace.job());
        return bench ? static_cast<int>(workspace.job().benches[*bench].leaks.size()) : 0;
    };
    source.binding = [&workspace](int row, int column) -> FieldBinding {
        const auto bench = benchIndex(workspace.job());
        if (!bench || column == 0)
            return {};
        const auto leak = [=](auto& job) -> auto& { return job.benches[*bench].leaks[at(row)]; };
        if (column == 1)
            return bind(
                job::field::depression, [=](auto& j) -> auto& { return leak(j).depression; });
        return bind(
            job::field::leakRead, [=](auto& j) -> auto& { return leak(j).read; });
    };
    source.computed = [&workspace](int row, int) {
        const auto bench = benchIndex(workspace.job());
        return bench ? dateText(workspace.job().benches[*bench].leaks[at(row)].when) : QString();
    };
    return new RowTable(workspace, std::move(source), parent);
}

RowTable* makeOutlineTable(Workspace& workspace, QObject* parent)
{
    RowTable::Source source;
    source.columns = {RowTable::tr("left"), RowTable::tr("roof")};
    source.rows = [&workspace] {
        if (!workspace.station())
            return 0;
        const job::MeasuredSection& section = workspace.port()->stations[*workspace.station()].section;
        return section.kind == job::SectionKind::Outline ? static_cast<int>(section.points.size()) : 0;
    };
    source.binding = [&workspace](int row, int column) {
        const std::size_t port = workspace.portIndex().value_or(0);
        const std::size_t station = workspace.station().value_or(0);
        const auto coordinate = column == 0 ? &geometry::Point::left : &geometry::Point::up;
        FieldBinding binding = numberOf(job::field::outlinePoint);
        binding.required = true;
        binding.get = [=](const job::Job& job) -> std::optional<double> {
            return job.ports[port].stations[station].section.points[at(row)].*coordinate;
        };
        binding.set = [=](job::Job& job, std::optional<double> si) {
            job.ports[port].stations[station].section.points[at(row)].*coordinate = *si;
        };
        return binding;
    };
    source.computed = [](int, int) { return QString(); };
    return new RowTable(workspace, std::move(source), parent);
}

}  // namespace euryth::app
