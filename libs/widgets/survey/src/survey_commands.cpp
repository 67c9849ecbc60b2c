// SPDX-License-Identifier: GPL-3.0-or-later
#include <QImageReader>

#include "app/edits.hpp"
#include "app/language.hpp"
#include "app/port_edits.hpp"
#include "imports/outline_file.hpp"
#include "job/mirror.hpp"
#include "kit/photo_tools.hpp"
#include "kit/table_input.hpp"
#include "survey/survey_stage.hpp"

namespace euryth::widgets {

namespace {

void addStation(Desk& desk)
{
    std::size_t added = 0;
    const bool done = desk.editPort(QObject::tr("Add station"), [&](job::Job&, job::Port& port) {
        added = app::addStation(port, desk.workspace().station().value_or(0));
    });
    if (done)
        desk.workspace().chooseStation(added);
    desk.focusPage();
}

void removeStation(Desk& desk)
{
    if (const auto station = desk.workspace().station())
        desk.editPort(QObject::tr("Remove station"),
                      [&](job::Job&, job::Port& port) { app::removeStation(port, *station); });
}

void setOutline(Desk& desk, geometry::Outline outline)
{
    const auto station = desk.workspace().station();
    if (!station)
        return;
    desk.editPort(QObject::tr("Set outline"), [&](job::Job&, job::Port& port) {
        job::MeasuredSection& section = port.stations[*station].section;
        section.kind = job::SectionKind::Outline;
        section.points = std::move(outline.points);
    });
}

void movePort(Desk& desk, int by)
{
    const auto port = desk.workspace().portIndex();
    if (!port)
        return;
    std::size_t moved = *port;
    if (desk.editJob(QObject::tr("Move port"), [&](job::Job& job) { moved = app::movePort(job, *port, by); }))
        desk.workspace().choosePort(moved);
}

void addPort(Desk& desk)
{
    std::size_t added = 0;
    const std::size_t after = desk.workspace().portIndex().value_or(0);
    if (desk.editJob(QObject::tr("Add port"), [&](job::Job& job) { added = app::addPort(job, after); }))
        desk.workspace().choosePort(added);
}

void removePort(Desk& desk)
{
    if (const auto port = desk.workspace().portIndex())
        desk.editJob(QObject::tr("Delete port"), [&](job::Job& job) { app::removePort(job, *port); });
}

void copyPort(Desk& desk)
{
    const auto port = desk.workspace().portIndex();
    if (!port)
        return;
    const auto request = desk.prompts().copyTo(desk.window(), desk.workspace().job(), *port);
    if (!request)
        return;
    desk.editJob(QObject::tr("Copy measurements"), [&](job::Job& job) {
        const job::Port from = job.ports[*port];
        for (const std::size_t target : request->targets)
            app::copyMeasurements(from, job.ports[target], request->choice);
    });
}

void mirrorPort(Desk& desk)
{
    desk.editPort(QObject::tr("Mirror port"), [](job::Job&, job::Port& port) { job::mirror(port); });
}

void swapPorts(Desk& desk)
{
    const auto port = desk.workspace().portIndex();
    if (!port)
        return;
    if (const auto other = desk.prompts().swapWith(desk.window(), desk.workspace().job(), *port))
        desk.editJob(QObject::tr("Swap measurements"),
                     [&](job::Job& job) { app::swapMeasurements(job.ports[*port], job.ports[*other]); });
}

void splitPort(Desk& desk)
{
    const auto port = desk.workspace().portIndex();
    if (!port)
        return;
    const std::size_t from = desk.workspace().station().value_or(0);
    desk.editJob(QObject::tr("Split port"), [&](job::Job& job) { app::splitPort(job, *port, from); });
}

/// The port's stations give way to others; probe sets whose place has gone go along.
void replaceStations(Desk& desk, const QString& text, const std::optional<std::vector<job::Station>>& stations)
{
    if (!stations)
        return;
    desk.editPort(text, [&](job::Job&, job::Port& port) {
        port.stations = *stations;
        std::erase_if(port.probes,
                      [&](const job::ProbeSet& set) { return set.stationS && !job::stationNear(port, *set.stationS); });
    });
}

void takeStations(Desk& desk, const QString& table)
{
    replaceStations(desk, QObject::tr("Import stations"),
                    desk.prompts().importStations(desk.window(), desk.context(), table));
}

void takeTouched(Desk& desk, const QString& table)
{
    replaceStations(desk, QObject::tr("Touched sections"),
                    desk.prompts().importTouch(desk.window(), desk.context(), table));
}

void takeScan(Desk& desk, const QString& path)
{
    replaceStations(desk, QObject::tr("Stations of a scan"),
                    desk.prompts().scanStations(desk.window(), desk.context(), path));
}

void askForScan(Desk& desk)
{
    const QString path = desk.prompts().takeFrom(desk.window(), QObject::tr("Scan of a port’s air"),
                                                 QObject::tr("Scans (*.stl);;All files (*)"));
    if (!path.isEmpty())
        takeScan(desk, path);
}

void takeOutline(Desk& desk, const QString& path)
{
    auto imported = imports::outlineFromFile(path.toStdString(), desk.workspace().displayUnits());
    if (!imported)
        return desk.tell(QObject::tr("No outline"), app::shown(imported.error()));
    if (!imported->scaleKnown) {
        const auto width = desk.prompts().knownLength(desk.window(), desk.context(),
                                                      QObject::tr("The drawing has no scale. Width of this section:"));
        if (!width)
            return;
        imported->outline = geometry::scaledToWidth(imported->outline, *width);
    }
    setOutline(desk, std::move(imported->outline));
}

void askForOutline(Desk& desk)
{
    const QString path = desk.prompts().takeFrom(desk.window(), QObject::tr("Outline of this section"),
                                                 QObject::tr("Outlines (*.csv *.txt *.svg *.dxf);;All files (*)"));
    if (!path.isEmpty())
        takeOutline(desk, path);
}

/// A table of two columns whose headings do not say what they are may be an outline as well.
Fit fitsOutline(const GivenFile& file)
{
    if (file.endsIn({QStringLiteral(".svg"), QStringLiteral(".dxf")}))
        return Fit::Surely;
    if (!file.isTable || (file.kind && file.kind != imports::TableKind::Outline))
        return Fit::No;
    return file.kind ? Fit::Surely : Fit::Perhaps;
}

void addPhoto(Desk& desk)
{
    const QString name = takePhoto(desk, QObject::tr("Photo of this port"));
    if (name.isEmpty())
        return;
    desk.editPort(QObject::tr("Add photo"), [&](job::Job&, job::Port& port) {
        port.photos.push_back({name.toStdString(), {}, {}});
    });
}

void traceOutline(Desk& desk)
{
    const QString path = desk.prompts().takeFrom(desk.window(), QObject::tr("Picture of a mould slice"),
                                                 QObject::tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (path.isEmpty())
        return;
    QImageReader reader(path);
    reader.setAutoTransform(true);
    const QImage picture = reader.read();
    if (picture.isNull())
        return desk.tell(QObject::tr("The picture cannot be read"), path + QStringLiteral(": ") + reader.errorString());
    if (auto outline = desk.prompts().trace(desk.window(), desk.context(), picture))
        setOutline(desk, std::move(*outline));
}

bool canSplit(const app::Workspace& workspace)
{
    const job::Port* port = workspace.port();
    return port && !port->isBranch() && job::branchesOf(workspace.job(), *port).empty();
}

}  // namespace

std::vector<Command> surveyCommands()
{
    return {
        {command::AddStation,
         {MenuId::Edit, 200},
         QT_TRANSLATE_NOOP("Commands", "&Add station"),
         "Ins",
         QT_TRANSLATE_NOOP("Commands", "Add a station after the chosen one, with its section"),
         addStation},
        {command::RemoveStation,
         {MenuId::Edit, 210},
         QT_TRANSLATE_NOOP("Commands", "&Remove station"),
         "Ctrl+Del",
         QT_TRANSLATE_NOOP("Commands", "Remove the chosen station, and the probe sets taken there"),
         removeStation,
         only::withStation},
        {command::ImportStations,
         {MenuId::Port, 350},
         QT_TRANSLATE_NOOP("Commands", "Stations out of a &table…"),
         "Ctrl+I",
         QT_TRANSLATE_NOOP("Commands", "Take stations out of a CSV file, or of what a spreadsheet has copied"),
         [](Desk& desk) {
             if (const auto table = askForTable(desk, QObject::tr("Stations out of a table")))
                 takeStations(desk, *table);
         },
         only::withPort},
        {command::ImportTouch,
         {MenuId::Port, 355},
         QT_TRANSLATE_NOOP("Commands", "Sections by a touch pro&be…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Take sections by several touched points each out of a CSV file"),
         [](Desk& desk) {
             if (const auto table = askForTable(desk, QObject::tr("Sections by touched points")))
                 takeTouched(desk, *table);
         },
         only::withPort},
        {command::ScanStations,
         {MenuId::Port, 357},
         QT_TRANSLATE_NOOP("Commands", "Stations of a sca&n…"),
         "Ctrl+Alt+I",
         QT_TRANSLATE_NOOP("Commands", "Cut a scanned port (STL) into sections, and choose stations along it"),
         askForScan,
         only::withPort},
        {command::OutlineFromFile,
         {MenuId::Port, 360},
         QT_TRANSLATE_NOOP("Commands", "&Outline out of a file…"),
         "Ctrl+Shift+I",
         QT_TRANSLATE_NOOP("Commands", "Take the chosen section's outline out of a CSV, SVG or DXF file"),
         askForOutline,
         only::withStation},
        {command::TraceOutline,
         {MenuId::Port, 365},
         QT_TRANSLATE_NOOP("Commands", "Trace an outline on a p&icture…"),
         "Ctrl+T",
         QT_TRANSLATE_NOOP("Commands", "Trace the chosen section on a picture of a mould slice"),
         traceOutline,
         only::withStation},
        {command::AddPort,
         {MenuId::Port, 100},
         QT_TRANSLATE_NOOP("Commands", "&Add port"),
         "Ctrl+P",
         QT_TRANSLATE_NOOP("Commands", "Add a port after the chosen one"),
         addPort},
        {command::RemovePort,
         {MenuId::Port, 110},
         QT_TRANSLATE_NOOP("Commands", "&Delete port"),
         "Ctrl+Shift+Del",
         QT_TRANSLATE_NOOP("Commands", "Delete the chosen port with its branches; undo brings it back"),
         removePort,
         only::withPort},
        {command::MovePortUp,
         {MenuId::Port, 120},
         QT_TRANSLATE_NOOP("Commands", "Move &up"),
         "Ctrl+Shift+Up",
         QT_TRANSLATE_NOOP("Commands", "Move the port one place up, so that the ports lie as in the head"),
         [](Desk& desk) { movePort(desk, -1); },
         only::withPort},
        {command::MovePortDown,
         {MenuId::Port, 130},
         QT_TRANSLATE_NOOP("Commands", "Move do&wn"),
         "Ctrl+Shift+Down",
         QT_TRANSLATE_NOOP("Commands", "Move the port one place down"),
         [](Desk& desk) { movePort(desk, 1); },
         only::withPort},
        {command::CopyPort,
         {MenuId::Port, 200},
         QT_TRANSLATE_NOOP("Commands", "&Copy measurements to…"),
         "Ctrl+Shift+C",
         QT_TRANSLATE_NOOP("Commands", "Copy chosen measurements of this port to others"),
         copyPort,
         only::withPort},
        {command::MirrorPort,
         {MenuId::Port, 210},
         QT_TRANSLATE_NOOP("Commands", "&Mirror left and right"),
         "Ctrl+M",
         QT_TRANSLATE_NOOP("Commands", "Change left and right of everything measured over"),
         mirrorPort,
         only::withPort},
        {command::SwapPorts,
         {MenuId::Port, 220},
         QT_TRANSLATE_NOOP("Commands", "&Swap measurements with…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Change the measurements of two ports over"),
         swapPorts,
         only::withPort},
        {command::SplitPort,
         {MenuId::Port, 300},
         QT_TRANSLATE_NOOP("Commands", "S&plit into two branches here"),
         "",
         QT_TRANSLATE_NOOP("Commands",
                           "Make a common runner of the port; the stations from the chosen one on become branch a"),
         splitPort,
         canSplit},
        {command::AddPhoto,
         {MenuId::Port, 400},
         QT_TRANSLATE_NOOP("Commands", "Add a p&hoto…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Copy a picture beside the job and keep it with this port"),
         addPhoto,
         only::withPort},
    };
}

std::vector<FileTaker> surveyTakers()
{
    const auto outline = [](Desk& desk, const QStringList& paths) { takeOutline(desk, paths.front()); };
    return {tableTaker(imports::TableKind::Stations, QT_TRANSLATE_NOOP("Files", "Stations of the chosen port"),
                       takeStations, only::withPort),
            tableTaker(imports::TableKind::Touch, QT_TRANSLATE_NOOP("Files", "Sections by the points of a touch probe"),
                       takeTouched, only::withPort),
            endingTaker({QStringLiteral(".stl")}, QT_TRANSLATE_NOOP("Files", "A scan of the chosen port"), takeScan,
                        only::withPort),
            {QT_TRANSLATE_NOOP("Files", "Outline of the chosen section"), fitsOutline, outline, only::withStation}};
}

}  // namespace euryth::widgets
