// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFile>
#include <QFileInfo>

#include "cut/cut_page.hpp"
#include "exports/mesh_files.hpp"
#include "files/house_file.hpp"
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

/// The text of what is drawn, or why it cannot be.
tl::expected<std::string, std::string> paperText(paper::Kind kind, const paper::BenchPaper& paper,
                                                 const paper::Parts& parts)
{
    if (kind == paper::Kind::Csv)
        return paper::csvText(paper::planTable(paper.port, paper.analysis));
    const auto sheets = paper::benchSheets(paper, parts);
    if (kind == paper::Kind::Dxf)
        return paper::dxfText(sheets);
    return kind == paper::Kind::Pdf ? paper::pdfText(sheets) : paper::svgText(sheets);
}

/// What went wrong with writing a file, or an empty text.
std::string saveProblem(const QString& path, const std::string& text)
{
    const auto saved = files::saveText(path.toStdString(), text);
    return saved ? std::string() : saved.error();
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
        return m_prompts.tell(this, tr("These house rules cannot be read"),
                              QString::fromStdString(house.error().text()));
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
        m_prompts.tell(this, tr("The house rules are not saved"), QString::fromStdString(saved.error()));
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
    QString path = m_prompts.writeTo(
        this, tr("Sheets for the bench"),
        QString::fromStdString(port->id).replace(QLatin1Char('/'), QLatin1Char('-')) + QStringLiteral(".pdf"),
        tr("PDF (*.pdf);;SVG (*.svg);;DXF (*.dxf);;Table (*.csv)"));
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += QStringLiteral(".pdf");
    const auto kind = paper::kindOf(path.toStdString());
    if (!kind)
        return m_prompts.tell(this, tr("Sheets for the bench"),
                              tr("The file's name must end in .pdf, .svg, .dxf or .csv."));
    const auto text =
        paperText(*kind, {workspace.job(), *port, workspace.analysis(), workspace.displayUnits()}, *parts);
    const auto saved = text ? files::saveText(path.toStdString(), *text)
                            : tl::expected<void, std::string>(tl::unexpected(text.error()));
    if (!saved)
        m_prompts.tell(this, tr("The sheets are not written"), QString::fromStdString(saved.error()));
}

void MainWindow::exportField(const QString& suffix, exports::Quality quality)
{
    const job::Port* port = m_context.workspace.port();
    const QString title = tr("Port as mesh, surface or flow case");
    const auto shape = port ? port_field::shapeOf(*port, m_context.workspace.analysis())
                            : Known<port_field::PortShape>{std::nullopt, "a port"};
    const auto missing = [&](const std::string& what) {
        m_prompts.tell(this, title, tr("Missing: %1.").arg(QString::fromStdString(what)));
    };
    if (!shape)
        return missing(shape.missing);
    const QString path = m_prompts.writeTo(
        this, title, QString::fromStdString(port->id).replace(QLatin1Char('/'), QLatin1Char('-')) + suffix,
        suffix == QLatin1String(".case")
            ? tr("Folder of a flow case (*.case)")
            : tr("Mesh with speeds (*.vtk);;Surface of the air (*.stl);;Folder of a flow case (*.case)"));
    if (path.isEmpty())
        return;
    const QString ending = QFileInfo(path).suffix().toLower();
    const bool flows = ending == QLatin1String("vtk") || ending == QLatin1String("case");
    if (!flows && ending != QLatin1String("stl"))
        return m_prompts.tell(this, title, tr("The name must end in .vtk, .stl or .case."));
    std::string problem;
    if (flows) {
        const auto air = findChild<ProbePage*>()->virtualProbe().flowOf(*port);
        const auto solved = port_field::virtualPort(*shape, exports::finenessOf(quality));
        if (!air || !solved)
            return missing(air ? solved.missing : air.missing);
        problem = ending == QLatin1String("vtk")
                      ? saveProblem(path, exports::vtkText(*solved, air->flow))
                      : exports::writeCase(path.toStdString(), exports::viscousCase(*solved, air->flow, air->room));
    } else {
        problem = saveProblem(path, exports::stlText(*shape, port->id));
    }
    if (!problem.empty())
        m_prompts.tell(this, tr("It is not written"), QString::fromStdString(problem));
}

}  // namespace euryth::widgets
