// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/edits.hpp"
#include "kit/export_tools.hpp"
#include "probe/probe_stage.hpp"

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
    if (!kind || !tasks::isOfField(*kind))
        return desk.tell(title, QObject::tr("The name must end in .vtk, .stl or .case."));
    tellExport(desk, tasks::exportPort({workspace.job(), *port, workspace.analysis()}, wish),
               QObject::tr("It is not written"));
}

namespace {

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

}  // namespace euryth::widgets
