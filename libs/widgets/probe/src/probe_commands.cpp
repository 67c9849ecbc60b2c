// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFileInfo>

#include "analysis/pins.hpp"
#include "app/edits.hpp"
#include "app/instrument_desk.hpp"
#include "kit/export_tools.hpp"
#include "kit/table_input.hpp"
#include "probe/probe_stage.hpp"
#include "tasks/rounds.hpp"

namespace euryth::widgets {

void exportField(Desk& desk, const QString& suffix, port_field::Quality quality)
{
    const auto& workspace = desk.workspace();
    const job::Port* port = workspace.port();
    const QString title = QObject::tr("Port as mesh, surface or flow case");
    const auto shape = port ? port_field::shapeOf(*port, workspace.analysis())
                            : Known<port_field::PortShape>{std::nullopt, say("missing.port")};
    if (!shape)
        return desk.tell(title, QObject::tr("Missing: %1.").arg(workspace.text(shape.missing)));
    const QString path = desk.prompts().writeTo(
        desk.window(), title, fileNameOf(*port) + suffix,
        suffix == QLatin1String(".case")
            ? QObject::tr("Folder of a flow case (*.case)")
            : QObject::tr("Mesh with speeds (*.vtk);;Surface of the air (*.stl);;Folder of a flow case (*.case)"));
    if (path.isEmpty())
        return;
    tasks::ExportWish wish;
    wish.path = path.toStdString();
    wish.air = desk.session().virtualProbe().flowOf(*port).value;
    wish.quality = quality;
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind || !tasks::isOfShape(*kind))
        return desk.tell(title, QObject::tr("The name must end in .vtk, .stl or .case."));
    tellExport(desk, tasks::exportPort({workspace.job(), *port, workspace.analysis()}, wish),
               QObject::tr("It is not written"));
}

namespace {

/// A part of the port as a solid, in a file of STEP or IGES.
void exportSolid(Desk& desk)
{
    const QString title = QObject::tr("Port as a solid");
    const QStringList parts{QObject::tr("The whole port"), QObject::tr("The runner, from the window to the bowl"),
                            QObject::tr("The chosen section, as a flat face")};
    const auto part = desk.prompts().choose(desk.window(), title, QObject::tr("What is to be written?"), parts);
    if (!part)
        return;
    const job::Port& port = *desk.workspace().port();
    QString path =
        desk.prompts().writeTo(desk.window(), title, fileNameOf(port) + QStringLiteral(".step"),
                               QObject::tr("STEP, millimetres (*.step *.stp);;IGES, millimetres (*.iges *.igs)"));
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += QStringLiteral(".step");
    tasks::ExportWish wish;
    wish.path = path.toStdString();
    wish.part = static_cast<solids::Part>(*part);
    wish.station = desk.workspace().station().value_or(0);
    const auto kind = tasks::writtenAs(wish.path);
    if (kind != tasks::Written::Step && kind != tasks::Written::Iges)
        return desk.tell(title, QObject::tr("The name must end in .step or .iges."));
    tellExport(desk, tasks::exportPort({desk.workspace().job(), port, desk.workspace().analysis()}, wish),
               QObject::tr("It is not written"));
}

/// Sets of a table are added to the chosen port's, with names that are free there.
void takeProbes(Desk& desk, const QString& table)
{
    const auto sets = desk.prompts().importProbes(desk.window(), desk.context(), table);
    if (!sets || sets->empty())
        return;
    std::size_t added = 0;
    const bool done = desk.editPort(QObject::tr("Probe sets out of a table"),
                                    [&](job::Job&, job::Port& port) { added = app::addProbeSets(port, *sets); });
    if (!done)
        return;
    desk.workspace().chooseProbe(added);
    desk.showStage(calls::Stage::Probe);
}

void addProbeSet(Desk& desk)
{
    const auto station = desk.workspace().station();
    if (!station)
        return;
    std::size_t added = 0;
    const bool done = desk.editPort(QObject::tr("Add probe set"), [&](job::Job& job, job::Port& port) {
        added = app::addProbeSet(job, port, *station);
    });
    if (!done)
        return;
    desk.workspace().chooseProbe(added);
    desk.workspace().choosePoint(0);
    desk.showStage(calls::Stage::Probe);
}

void removeProbeSet(Desk& desk)
{
    if (const auto probe = desk.workspace().probe())
        desk.editPort(QObject::tr("Remove probe set"),
                      [&](job::Job&, job::Port& port) { app::removeProbeSet(port, *probe); });
}

/// The plan of the chosen port; the usual one is taken where there is none.
std::vector<tasks::Round> plannedRounds(Desk& desk)
{
    const job::Port& port = *desk.workspace().port();
    if (port.probePlan.places.empty()) {
        desk.editPort(QObject::tr("Usual plan for probing"), [](job::Job& job, job::Port& p) {
            const std::string state = p.probePlan.state;
            p.probePlan = tasks::usualPlan(job, p);
            p.probePlan.state = state;
        });
    }
    return tasks::roundsOf(*desk.workspace().port());
}

/// A set of a round that is to be typed.
void beginTyped(Desk& desk, std::size_t station, const tasks::Round& round)
{
    std::size_t added = 0;
    const bool done = desk.editPort(QObject::tr("Begin a round"), [&](job::Job& job, job::Port& port) {
        added = app::addProbeSet(job, port, station);
        if (round.lift)
            port.probes[added].lift = round.lift;
    });
    if (done)
        desk.workspace().chooseProbe(added);
}

void chooseUnread(app::Workspace& workspace)
{
    if (!workspace.probe())
        return;
    const auto& readings = workspace.port()->probes[*workspace.probe()].readings;
    for (std::size_t i = 0; i < readings.size(); ++i) {
        if (!readings[i].isRead())
            return workspace.choosePoint(i);
    }
}

void nextRound(Desk& desk)
{
    app::Workspace& workspace = desk.workspace();
    app::InstrumentDesk& instrument = desk.session().instrument();
    if (!workspace.port() || instrument.view().phase)
        return;
    const auto rounds = plannedRounds(desk);
    const auto next = tasks::nextRound(rounds);
    desk.showStage(calls::Stage::Probe);
    if (!next)
        return desk.tell(QObject::tr("The plan is done"),
                         QObject::tr("Every round has been read. Change places, lifts or state for another one."));
    const tasks::Round& round = rounds[*next];
    const auto station = job::stationNear(*workspace.port(), round.s);
    if (!station)
        return desk.tell(QObject::tr("No station there"),
                         QObject::tr("The plan wants a set at %1, where no station is any more.")
                             .arg(workspace.text(units::Kind::Position, round.s.si())));
    workspace.chooseStation(*station);
    if (round.set)
        workspace.chooseProbe(*round.set);
    QString refused;
    if (instrument.isReady())
        refused = round.set ? instrument.goOn() : instrument.takeSet(round.lift);
    else if (!round.set)
        beginTyped(desk, *station, round);
    if (!refused.isEmpty())
        return desk.tell(QObject::tr("The round does not begin"), refused);
    chooseUnread(workspace);
}

void addFinding(Desk& desk)
{
    app::Workspace& workspace = desk.workspace();
    job::Pin pin;
    pin.id = analysis::nextPinId(*workspace.port());
    pin.sector = workspace.sector();
    pin.s = workspace.port()->stations[*workspace.station()].s;
    const std::size_t at = workspace.port()->pins.size();
    const bool done =
        desk.editPort(QObject::tr("Add finding"), [&](job::Job&, job::Port& port) { port.pins.push_back(pin); });
    if (done)
        workspace.choosePin(at);
    desk.showStage(calls::Stage::Probe);
}

void removeFinding(Desk& desk)
{
    if (const auto at = desk.workspace().pin()) {
        desk.editPort(QObject::tr("Remove finding"), [&](job::Job&, job::Port& port) {
            port.pins.erase(port.pins.begin() + static_cast<std::ptrdiff_t>(*at));
        });
    }
}

/// The same seed each time: who tries again sees the same air.
void simulateBench(Desk& desk)
{
    app::SimulatedBench& bench = desk.session().simulatedBench();
    if (desk.workspace().stage() != calls::Stage::Prove)  // where flow tests are taken from it
        desk.showStage(calls::Stage::Probe);
    if (desk.session().instrument().isOn() || bench.isOn())
        return;
    constexpr int seed = 7;
    bench.start(desk.workspace().job(), desk.workspace().port()->id, seed);
}

void saveLog(Desk& desk)
{
    app::InstrumentDesk& instrument = desk.session().instrument();
    const QString title = QObject::tr("What the instrument said");
    if (!instrument.isOn())
        return desk.tell(title, QObject::tr("connect an instrument first"));
    const QString path = desk.prompts().writeTo(desk.window(), title, QStringLiteral("instrument.log"),
                                                QObject::tr("Log of an instrument (*.log)"));
    if (path.isEmpty())
        return;
    QObject::connect(
        &instrument, &app::InstrumentDesk::logSaved, desk.window(),
        [&desk, title](const QString& problem) {
            if (!problem.isEmpty())
                desk.tell(title, problem);
        },
        Qt::SingleShotConnection);
    instrument.saveLog(path);
}

}  // namespace

std::vector<Command> probeCommands()
{
    return {
        {command::AddProbeSet,
         {MenuId::Edit, 300},
         QT_TRANSLATE_NOOP("Commands", "Add &probe set here"),
         "Ctrl+Ins",
         QT_TRANSLATE_NOOP("Commands", "Add a set of nine points at the chosen station"),
         addProbeSet,
         only::withStation},
        {command::RemoveProbeSet,
         {MenuId::Edit, 310},
         QT_TRANSLATE_NOOP("Commands", "Remove probe s&et"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Remove the chosen probe set"),
         removeProbeSet,
         [](const app::Workspace& w) { return w.probe().has_value(); }},
        {command::NextRound,
         {MenuId::Edit, 320},
         QT_TRANSLATE_NOOP("Commands", "&Next round of the plan"),
         "Ctrl+Return",
         QT_TRANSLATE_NOOP("Commands",
                           "Begin the next set of the plan for probing, or go on with one that has points left"),
         nextRound,
         only::withStation},
        {command::AddFinding,
         {MenuId::Edit, 330},
         QT_TRANSLATE_NOOP("Commands", "Add a &finding here"),
         "Ctrl+Shift+F",
         QT_TRANSLATE_NOOP("Commands", "Pin something seen or felt to the chosen station"),
         addFinding,
         only::withStation},
        {command::RemoveFinding,
         {MenuId::Edit, 340},
         QT_TRANSLATE_NOOP("Commands", "Remove findin&g"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Remove the chosen finding"),
         removeFinding,
         [](const app::Workspace& w) { return w.pin().has_value(); }},
        {command::SimulateBench,
         {MenuId::Edit, 325},
         QT_TRANSLATE_NOOP("Commands", "S&imulated bench"),
         "Ctrl+Shift+B",
         QT_TRANSLATE_NOOP("Commands", "Start the bench that ships with Euryth, with this port in it, and connect it"),
         simulateBench,
         only::withStation},
        {command::SaveInstrumentLog,
         {MenuId::Job, 320},
         QT_TRANSLATE_NOOP("Commands", "What the &instrument said…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Save the log of the connected instrument; an address log:PATH plays it back"),
         saveLog},
        {command::ImportProbes,
         {MenuId::Port, 370},
         QT_TRANSLATE_NOOP("Commands", "Probe sets out of a tab&le…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Add probe sets of this port out of a CSV file, a row a reading"),
         [](Desk& desk) {
             if (const auto table = askForTable(desk, QObject::tr("Probe sets out of a table")))
                 takeProbes(desk, *table);
         },
         only::withStation},
        {command::SolidToFile,
         {MenuId::Job, 312},
         QT_TRANSLATE_NOOP("Commands", "Port as a soli&d…"),
         "",
         QT_TRANSLATE_NOOP(
             "Commands",
             "Write the port, its runner or the chosen section for programs that draw and mill (STEP, IGES)"),
         exportSolid,
         only::withStation},
        {command::FieldToFile,
         {MenuId::Job, 310},
         QT_TRANSLATE_NOOP("Commands", "Port as &mesh, surface or case…"),
         "",
         QT_TRANSLATE_NOOP(
             "Commands",
             "Write the computed field's mesh with its speeds (VTK), or the port's air as a closed surface (STL)"),
         [](Desk& desk) { exportField(desk, QStringLiteral(".vtk"), port_field::Quality::Fine); },
         only::withStation},
    };
}

std::vector<FileTaker> probeTakers()
{
    return {tableTaker(imports::TableKind::Probes, QT_TRANSLATE_NOOP("Files", "Probe sets of the chosen port"),
                       takeProbes, only::withStation)};
}

}  // namespace euryth::widgets
