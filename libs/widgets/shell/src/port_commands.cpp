// SPDX-License-Identifier: GPL-3.0-or-later
#include <QClipboard>
#include <QFile>
#include <QGuiApplication>
#include <QImageReader>

#include "app/language.hpp"
#include "app/port_edits.hpp"
#include "files/photos.hpp"
#include "imports/outline_file.hpp"
#include "shell/main_window.hpp"

namespace euryth::widgets {

bool MainWindow::runPortCommand(CommandId id)
{
    switch (id) {
    case CommandId::AddPort: addPort(); return true;
    case CommandId::RemovePort: removePort(); return true;
    case CommandId::MovePortUp: movePort(-1); return true;
    case CommandId::MovePortDown: movePort(1); return true;
    case CommandId::CopyPort: copyPort(); return true;
    case CommandId::MirrorPort: mirrorPort(); return true;
    case CommandId::SwapPorts: swapPorts(); return true;
    case CommandId::SplitPort: splitPort(); return true;
    case CommandId::ImportStations: importStations(); return true;
    case CommandId::OutlineFromFile: outlineFromFile(); return true;
    case CommandId::TraceOutline: traceOutline(); return true;
    case CommandId::AddPhoto: addPhoto(); return true;
    default: return false;
    }
}

void MainWindow::addPort()
{
    std::size_t added = 0;
    const std::size_t after = m_context.workspace.portIndex().value_or(0);
    if (editJob(tr("Add port"), [&](job::Job& job) { added = app::addPort(job, after); }))
        m_context.workspace.choosePort(added);
}

void MainWindow::removePort()
{
    if (const auto port = m_context.workspace.portIndex())
        editJob(tr("Delete port"), [&](job::Job& job) { app::removePort(job, *port); });
}

void MainWindow::movePort(int by)
{
    const auto port = m_context.workspace.portIndex();
    if (!port)
        return;
    std::size_t moved = *port;
    if (editJob(tr("Move port"), [&](job::Job& job) { moved = app::movePort(job, *port, by); }))
        m_context.workspace.choosePort(moved);
}

void MainWindow::copyPort()
{
    const auto port = m_context.workspace.portIndex();
    if (!port)
        return;
    const auto request = m_prompts.copyTo(this, m_context.workspace.job(), *port);
    if (!request)
        return;
    editJob(tr("Copy measurements"), [&](job::Job& job) {
        const job::Port from = job.ports[*port];
        for (const std::size_t target : request->targets)
            app::copyMeasurements(from, job.ports[target], request->choice);
    });
}

void MainWindow::mirrorPort()
{
    editPort(tr("Mirror port"), [](job::Job&, job::Port& port) { app::mirrorPort(port); });
}

void MainWindow::swapPorts()
{
    const auto port = m_context.workspace.portIndex();
    if (!port)
        return;
    if (const auto other = m_prompts.swapWith(this, m_context.workspace.job(), *port))
        editJob(tr("Swap measurements"),
                [&](job::Job& job) { app::swapMeasurements(job.ports[*port], job.ports[*other]); });
}

void MainWindow::splitPort()
{
    const auto port = m_context.workspace.portIndex();
    if (!port)
        return;
    const std::size_t from = m_context.workspace.station().value_or(0);
    editJob(tr("Split port"), [&](job::Job& job) { app::splitPort(job, *port, from); });
}

void MainWindow::importStations()
{
    const QString path = m_prompts.takeFrom(this, tr("Stations out of a table (Cancel takes the clipboard)"),
                                            tr("Tables (*.csv *.tsv *.txt);;All files (*)"));
    QString text = QGuiApplication::clipboard()->text();
    if (!path.isEmpty()) {
        QFile file(path);
        if (!file.open(QIODevice::ReadOnly))
            return m_prompts.tell(this, tr("The table cannot be read"),
                                  path + QStringLiteral(": ") + file.errorString());
        text = QString::fromUtf8(file.readAll());
    }
    if (text.trimmed().isEmpty())
        return m_prompts.tell(this, tr("No table"),
                              tr("Neither a file was chosen nor does the clipboard hold a table."));
    const auto stations = m_prompts.importStations(this, m_context, text);
    if (!stations)
        return;
    editPort(tr("Import stations"), [&](job::Job&, job::Port& port) {
        port.stations = *stations;
        std::erase_if(port.probes,
                      [&](const job::ProbeSet& set) { return set.stationS && !job::stationNear(port, *set.stationS); });
    });
}

void MainWindow::setOutline(geometry::Outline outline)
{
    const auto station = m_context.workspace.station();
    editPort(tr("Set outline"), [&](job::Job&, job::Port& port) {
        job::MeasuredSection& section = port.stations[*station].section;
        section.kind = job::SectionKind::Outline;
        section.points = std::move(outline.points);
    });
}

void MainWindow::outlineFromFile()
{
    const QString path = m_prompts.takeFrom(this, tr("Outline of this section"),
                                            tr("Outlines (*.csv *.txt *.svg *.dxf);;All files (*)"));
    if (path.isEmpty())
        return;
    auto imported = imports::outlineFromFile(path.toStdString(), m_context.workspace.displayUnits());
    if (!imported)
        return m_prompts.tell(this, tr("No outline"), app::shown(imported.error()));
    if (!imported->scaleKnown) {
        const auto width =
            m_prompts.knownLength(this, m_context, tr("The drawing has no scale. Width of this section:"));
        if (!width)
            return;
        imported->outline = geometry::scaledToWidth(imported->outline, *width);
    }
    setOutline(std::move(imported->outline));
}

void MainWindow::addPhoto()
{
    const QString job = m_context.workspace.document().path();
    if (job.isEmpty())
        return m_prompts.tell(this, tr("Save the job first"), tr("Photos are kept in a folder beside the job's file."));
    const QString path =
        m_prompts.takeFrom(this, tr("Photo of this port"), tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (path.isEmpty())
        return;
    const auto name = files::takePhoto(job.toStdString(), path.toStdString());
    if (!name)
        return m_prompts.tell(this, tr("The photo is not kept"), app::shown(name.error()));
    editPort(tr("Add photo"), [&](job::Job&, job::Port& port) { port.photos.push_back({*name, {}, {}}); });
}

void MainWindow::traceOutline()
{
    const QString path = m_prompts.takeFrom(this, tr("Picture of a mould slice"),
                                            tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (path.isEmpty())
        return;
    QImageReader reader(path);
    reader.setAutoTransform(true);
    const QImage picture = reader.read();
    if (picture.isNull())
        return m_prompts.tell(this, tr("The picture cannot be read"),
                              path + QStringLiteral(": ") + reader.errorString());
    if (auto outline = m_prompts.trace(this, m_context, picture))
        setOutline(std::move(*outline));
}

}  // namespace euryth::widgets
