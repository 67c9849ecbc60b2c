// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFileInfo>

#include "app/language.hpp"
#include "files/house_file.hpp"
#include "files/job_file.hpp"
#include "job/plans.hpp"
#include "kit/export_tools.hpp"
#include "kit/table_input.hpp"
#include "plans/alike_ports.hpp"
#include "shape/shape_stage.hpp"

namespace euryth::widgets {

void takeHouse(Desk& desk, const job::House& house)
{
    if (desk.prompts().takeHouse(desk.window(), desk.context(), house))
        desk.editJob(QObject::tr("House rules \"%1\"").arg(QString::fromStdString(house.name)),
                     [&](job::Job& job) { job.house = house; });
}

namespace {

QString houseFilter() { return QObject::tr("House rules (*.euryth-house.json);;All files (*)"); }

/// The first plan put aside becomes current, and the current one goes behind the others.
void nextPlan(Desk& desk)
{
    desk.editPort(QObject::tr("Next plan"), [](job::Job&, job::Port& port) {
        if (port.plans.empty())
            return;
        job::makeCurrent(port, 0);
        std::rotate(port.plans.begin(), port.plans.begin() + 1, port.plans.end());
    });
}

void takeHouseFile(Desk& desk, const QString& path)
{
    const auto house = files::loadHouse(path.toStdString());
    if (!house)
        return desk.tell(QObject::tr("These house rules cannot be read"), app::shown(house.error().lines()));
    takeHouse(desk, *house);
}

void houseFromFile(Desk& desk)
{
    const QString path = desk.prompts().takeFrom(desk.window(), QObject::tr("House rules"), houseFilter());
    if (!path.isEmpty())
        takeHouseFile(desk, path);
}

void useSuggestedPlan(Desk& desk)
{
    desk.editPort(QObject::tr("Use suggested plan"), [](job::Job&, job::Port& port) {
        for (job::Station& station : port.stations)
            station.plan.clear();
    });
}

/// All alike ports get plans that the tightest of them can have; what stays different is named.
void holdAlike(Desk& desk)
{
    const app::Workspace& workspace = desk.workspace();
    const auto analysisOf = [&](std::size_t i) -> const analysis::PortAnalysis& { return workspace.analysisOf(i); };
    job::Job held = workspace.job();
    const auto different = plans::holdToTightest(held, *workspace.portIndex(), analysisOf);
    desk.editJob(QObject::tr("Hold alike ports to the tightest"), [&](job::Job& job) { job = held; });
    if (different.empty())
        return;
    QString text;
    for (const plans::StaysDifferent& one : different) {
        text +=
            QObject::tr("%1 is %2 larger at %3 already than the tightest can become.\n")
                .arg(QString::fromStdString(held.ports[one.port].id), workspace.text(units::Kind::Percent, one.share),
                     workspace.text(units::Kind::Position, one.s.si()));
    }
    desk.tell(QObject::tr("These ports stay different"), text.trimmed());
}

void takeLifts(Desk& desk, const QString& table)
{
    const auto request = desk.prompts().lifts(desk.window(), desk.context(), table);
    if (!request)
        return;
    desk.editJob(QObject::tr("Take lift table"), [&](job::Job& job) {
        (request->intake ? job.engine.intakeCam : job.engine.exhaustCam).table = request->table;
    });
}

void importLifts(Desk& desk)
{
    if (const auto table = askForTable(desk, QObject::tr("Lift table")))
        takeLifts(desk, *table);
}

void houseToFile(Desk& desk)
{
    const job::House& house = desk.workspace().job().house;
    const QString suffix =
        QString::fromUtf8(files::kHouseSuffix.data(), static_cast<qsizetype>(files::kHouseSuffix.size()));
    QString path = desk.prompts().writeTo(desk.window(), QObject::tr("Save the house rules"),
                                          QString::fromStdString(house.name) + suffix, houseFilter());
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += suffix;
    const auto saved = files::saveText(path.toStdString(), files::houseText(house));
    if (!saved)
        desk.tell(QObject::tr("The house rules are not saved"), app::shown(saved.error()));
}

void exportSheets(Desk& desk)
{
    const auto& workspace = desk.workspace();
    const job::Port* port = workspace.port();
    if (!port || port->stations.empty())
        return desk.tell(QObject::tr("Nothing to draw"), QObject::tr("The chosen port has no measured station yet."));
    const auto request = desk.prompts().sheets(desk.window());
    if (!request)
        return;
    if (request->print) {
        const auto sheets = paper::benchSheets({workspace.job(), *port, workspace.analysis(), workspace.displayUnits()},
                                               request->parts);
        return printOnPaper(desk, QObject::tr("Sheets for the bench"), sheets);
    }
    QString path = desk.prompts().writeTo(desk.window(), QObject::tr("Sheets for the bench"),
                                          fileNameOf(*port) + QStringLiteral(".pdf"),
                                          QObject::tr("PDF (*.pdf);;SVG (*.svg);;DXF (*.dxf);;Table (*.csv)"));
    if (path.isEmpty())
        return;
    if (QFileInfo(path).suffix().isEmpty())
        path += QStringLiteral(".pdf");
    tasks::ExportWish wish;
    wish.path = path.toStdString();
    wish.parts = request->parts;
    wish.units = workspace.displayUnits();
    const auto kind = tasks::writtenAs(wish.path);
    if (!kind || tasks::isOfShape(*kind))
        return desk.tell(QObject::tr("Sheets for the bench"),
                         QObject::tr("The file's name must end in .pdf, .svg, .dxf or .csv."));
    tellExport(desk, tasks::exportPort({workspace.job(), *port, workspace.analysis()}, wish),
               QObject::tr("The sheets are not written"));
}

}  // namespace

std::vector<Command> shapeCommands()
{
    return {
        {command::UseSuggestedPlan,
         {MenuId::Edit, 400},
         QT_TRANSLATE_NOOP("Commands", "Use the &suggested plan"),
         "Ctrl+G",
         QT_TRANSLATE_NOOP("Commands", "Replace the port's plan by what demand and house taper suggest"),
         useSuggestedPlan,
         [](const app::Workspace& w) { return w.analysisNow().wantedArea.has_value(); }},
        {command::CopyPlan,
         {MenuId::Edit, 410},
         QT_TRANSLATE_NOOP("Commands", "Put the plan aside and go on with a &copy"),
         "Ctrl+K",
         QT_TRANSLATE_NOOP("Commands", "Keep the current plan by its name, and go on with a copy of it"),
         [](Desk& desk) {
             desk.editPort(QObject::tr("Copy plan"),
                           [](job::Job&, job::Port& port) { job::copyPlan(port, job::freePlanName(port)); });
         },
         only::withStation},
        {command::NextPlan,
         {MenuId::Edit, 420},
         QT_TRANSLATE_NOOP("Commands", "&Next plan"),
         "Ctrl+Shift+K",
         QT_TRANSLATE_NOOP("Commands", "Make the next plan of the port the current one"),
         nextPlan,
         [](const app::Workspace& w) { return w.port() && !w.port()->plans.empty(); }},
        {command::HoldAlike,
         {MenuId::Edit, 430},
         QT_TRANSLATE_NOOP("Commands", "&Hold alike ports to the tightest"),
         "Ctrl+Shift+G",
         QT_TRANSLATE_NOOP("Commands",
                           "Plan all ports of this side that are alike no larger than the tightest of them can become"),
         holdAlike,
         [](const app::Workspace& w) {
             return w.portIndex() && plans::alikePorts(w.job(), *w.portIndex()).size() > 1 && w.station();
         }},
        {command::LiftTable,
         {MenuId::Edit, 510},
         QT_TRANSLATE_NOOP("Commands", "&Lift table of a cam out of a file…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Take a cam's lift curve, angle and lift, out of a CSV file"),
         importLifts},
        {command::HouseFromFile,
         {MenuId::Job, 400},
         QT_TRANSLATE_NOOP("Commands", "House &rules out of a file…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "See what another shop's rules would change, and take them or not"),
         houseFromFile},
        {command::HouseToFile,
         {MenuId::Job, 410},
         QT_TRANSLATE_NOOP("Commands", "Save the house rules as a &file…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Write the job's house rules to a file of their own, to be exchanged"),
         houseToFile},
        {command::BenchSheets,
         {MenuId::Job, 300},
         QT_TRANSLATE_NOOP("Commands", "Sheets for the &bench…"),
         "Ctrl+E",
         QT_TRANSLATE_NOOP("Commands",
                           "Plan, scribe card and full-size templates of the chosen port as PDF, SVG, DXF or a table"),
         exportSheets,
         only::withStation},
    };
}

std::vector<FileTaker> shapeTakers()
{
    return {
        tableTaker(imports::TableKind::Lifts, QT_TRANSLATE_NOOP("Files", "Lift table of a cam"), takeLifts, nullptr),
        endingTaker({QStringLiteral(".euryth-house.json")}, QT_TRANSLATE_NOOP("Files", "House rules"), takeHouseFile)};
}

}  // namespace euryth::widgets
