// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFile>
#include <QFileInfo>

#include "app/language.hpp"
#include "files/house_file.hpp"
#include "files/job_file.hpp"
#include "job/plans.hpp"
#include "kit/page_tools.hpp"
#include "paper/writers.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "shell/main_window.hpp"
#include "survey/survey_page.hpp"

namespace euryth::widgets {

namespace {

QString houseFilter() { return MainWindow::tr("House rules (*.euryth-house.json);;All files (*)"); }

/// A port's id as a file's name.
QString fileNameOf(const job::Port& port)
{
    return QString::fromStdString(port.id).replace(QLatin1Char('/'), QLatin1Char('-'));
}

}  // namespace

bool MainWindow::runShapeCommand(CommandId id)
{
    switch (id) {
    case CommandId::UseSuggestedPlan: useSuggestedPlan(); return true;
    case CommandId::CopyPlan:
        editPort(tr("Copy plan"), [](job::Job&, job::Port& port) { job::copyPlan(port, job::freePlanName(port)); });
        return true;
    case CommandId::NextPlan:
        editPort(tr("Next plan"), [](job::Job&, job::Port& port) {
            if (port.plans.empty())
                return;
            // The first one put aside becomes current, and the current one goes behind the others.
            job::makeCurrent(port, 0);
            std::rotate(port.plans.begin(), port.plans.begin() + 1, port.plans.end());
        });
        return true;
    case CommandId::LiftTable: importLifts(); return true;
    case CommandId::HouseFromFile: houseFromFile(); return true;
    case CommandId::HouseToFile: houseToFile(); return true;
    case CommandId::BenchSheets: exportSheets(); return true;
    case CommandId::FieldToFile: exportField(QStringLiteral(".vtk"), exports::Quality::Fine); return true;
    default: return false;
    }
}

void MainWindow::useSuggestedPlan()
{
    editPort(tr("Use suggested plan"), [](job::Job&, job::Port& port) {
        for (job::Station& station : port.stations) {
            station.planArea.reset();
            station.planWidth.reset();
            station.planHeight.reset();
        }
    });
}

void MainWindow::importLifts()
{
    const QString path = m_prompts.takeFrom(this, tr("Lift table"), tr("Tables (*.csv *.txt *.tsv);;All files (*)"));
    if (path.isEmpty())
        return;
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return m_prompts.tell(this, tr("Lift table"), tr("%1 cannot be read: %2").arg(path, file.errorString()));
    const auto request = m_prompts.lifts(this, m_context, QString::fromUtf8(file.readAll()));
    if (!request)
        return;
    editJob(tr("Take lift table"), [&](job::Job& job) {
        (request->intake ? job.engine.intakeCam : job.engine.exhaustCam).table = request->table;
    });
}

void MainWindow::takeHouse(const job::House& house)
{
    if (m_prompts.takeHouse(this, m_context, house))
        editJob(tr("House rules \"%1\"").arg(QString::fromStdString(house.name)),
                [&](job::Job& job) { job.house = house; });
}

void MainWindow::houseFromFile()
{
    const QString path = m_prompts.takeFrom(this, tr("House rules"), houseFilter());
    if (path.isEmpty())
        return;
    const auto house = files::loadHouse(path.toStdString());
    if (!house)
        return m_prompts.tell(this, tr("These house rules cannot be read"), app::shown(house.error().lines()));
    takeHouse(*house);
}

void MainWindow::houseToFile()
{
    const job::House& house = m_context.workspace.job().house;
    const QString suffix =
        QString::fromUtf8(files::kHouseSuffix.data(), static_cast<qsizetype>(files::kHouseSuffix.size()));
    QString path =
        m_prompts.writeTo(this, tr("Save the house rules"), QString::fromStdString(house.name) + suffix, houseFilter());
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += suffix;
    const auto saved = files::saveText(path.toStdString(), files::houseText(house));
    if (!saved)
        m_prompts.tell(this, tr("The house rules are not saved"), app::shown(saved.error()));
}

void MainWindow::exportSheets()
{
    const auto& workspace = m_context.workspace;
    const job::Port* port = workspace.port();
    if (!port || port->stations.empty())
        return m_prompts.tell(this, tr("Nothing to draw"), tr("The chosen port has no measured station yet."));
    const auto parts = m_prompts.sheets(this);
    if (!parts)
        return;
    QString path = m_prompts.writeTo(this, tr("Sheets for the bench"), fileNameOf(*port) + QStringLiteral(".pdf"),
                                     tr("PDF (*.pdf);;SVG (*.svg);;DXF (*.dxf);;Table (*.csv)"));
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += QStringLiteral(".pdf");
    tasks::ExportWish wish;
    wish.path = path.toStdString();
    wish.parts = *parts;
    wish.units = workspace.displayUnits();
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind || tasks::isOfField(*kind))
        return m_prompts.tell(this, tr("Sheets for the bench"),
                              tr("The file's name must end in .pdf, .svg, .dxf or .csv."));
    tellExport(tasks::exportPort({workspace.job(), *port, workspace.analysis()}, wish),
               tr("The sheets are not written"));
}

void MainWindow::tellExport(const tl::expected<void, tasks::Error>& written, const QString& title)
{
    if (written)
        return;
    const QString why = m_context.workspace.text(written.error().why);
    m_prompts.tell(this, title,
                   written.error().kind == tasks::Error::Kind::Missing ? tr("Missing: %1.").arg(why) : why);
}

void MainWindow::exportField(const QString& suffix, exports::Quality quality)
{
    const auto& workspace = m_context.workspace;
    const job::Port* port = workspace.port();
    const QString title = tr("Port as mesh, surface or flow case");
    const auto shape = port ? port_field::shapeOf(*port, workspace.analysis())
                            : Known<port_field::PortShape>{std::nullopt, say("missing.port")};
    if (!shape)
        return m_prompts.tell(this, title, tr("Missing: %1.").arg(workspace.text(shape.missing)));
    const QString path = m_prompts.writeTo(
        this, title, fileNameOf(*port) + suffix,
        suffix == QLatin1String(".case")
            ? tr("Folder of a flow case (*.case)")
            : tr("Mesh with speeds (*.vtk);;Surface of the air (*.stl);;Folder of a flow case (*.case)"));
    if (path.isEmpty())
        return;
    tasks::ExportWish wish;
    wish.path = path.toStdString();
    wish.air = findChild<ProbePage*>()->virtualProbe().flowOf(*port).value;
    wish.fineness = exports::finenessOf(quality);
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind || !tasks::isOfField(*kind))
        return m_prompts.tell(this, title, tr("The name must end in .vtk, .stl or .case."));
    tellExport(tasks::exportPort({workspace.job(), *port, workspace.analysis()}, wish), tr("It is not written"));
}

}  // namespace euryth::widgets
