// SPDX-License-Identifier: GPL-3.0-or-later
#include "book/book_stage.hpp"

#include <QCoreApplication>
#include <QFileInfo>

#include "app/language.hpp"
#include "app/work_edits.hpp"
#include "book_page.hpp"
#include "book_views.hpp"
#include "clock_panel.hpp"
#include "kit/export_tools.hpp"
#include "tasks/export_book.hpp"
#include "work/operations.hpp"

namespace euryth::widgets {

namespace {

Progress progress(const app::Workspace& workspace, std::size_t)
{
    const auto now = work::operationsNow(workspace.job());
    const bool any =
        std::ranges::any_of(now, [](const work::OperationNow& of) { return of.state != job::OperationState::Open; });
    return progressOf(any, !now.empty() && !work::nextOperation(now));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    double hours = 0.0;
    const std::string& id = workspace.job().ports[port].id;
    for (const job::WorkedTime& worked : workspace.job().work.hours)
        hours += worked.port == id ? worked.minutes.value_or(0.0) / 60.0 : 0.0;
    if (!(hours > 0.0))
        return std::nullopt;
    return Headline{workspace.number(units::Kind::Number, hours), QCoreApplication::translate("Rack", "hours")};
}

void writeSheet(Desk& desk)
{
    const auto request = desk.prompts().bookSheet(desk.window());
    if (!request)
        return;
    app::Workspace& w = desk.workspace();
    tasks::BookWish wish{
        {}, request->sheet, w.displayUnits(), desk.session().shop().today(), request->withCustomer, request->parts};
    const tasks::BookSubject subject{
        w.job(), desk.session().shop().shop(), w.document().path().toStdString(),
        [&w](std::size_t port) -> const analysis::PortAnalysis& { return w.analysisOf(port); }};
    const QString title = QCoreApplication::translate("Book", "Write a sheet");
    if (request->print && !request->table) {
        const auto sheets = tasks::bookSheets(subject, wish);
        return printOnPaper(desk, title, sheets);
    }
    const QString name = QFileInfo(w.document().displayName()).baseName() + QLatin1Char('-') +
                         QString::fromStdString(
                             std::string(request->table ? paper::name(*request->table) : paper::name(request->sheet))) +
                         (request->table ? QStringLiteral(".csv") : QStringLiteral(".pdf"));
    const QString path = desk.prompts().writeTo(
        desk.window(), title, name, request->table ? QStringLiteral("CSV (*.csv)") : QStringLiteral("PDF (*.pdf)"));
    if (path.isEmpty())
        return;
    wish.path = path.toStdString();
    tellExport(
        desk,
        request->table ? tasks::exportTable(w.job(), *request->table, wish.path) : tasks::exportBook(subject, wish),
        QCoreApplication::translate("Book", "The sheet is not written"));
}

void addPicture(Desk& desk)
{
    const QString path = desk.prompts().takeFrom(desk.window(), QCoreApplication::translate("Book", "Add a picture"),
                                                 QObject::tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (!path.isEmpty())
        takePictures(desk, {path});
}

void openShop(Desk& desk)
{
    const QString folder =
        desk.prompts().chooseFolder(desk.window(), QCoreApplication::translate("Book", "Open a shop's folder"));
    if (folder.isEmpty())
        return;
    desk.session().shop().openFolder(folder);
    desk.showView(calls::Stage::Book, BookPage::Shop);
}

void jobLikeThis(Desk& desk)
{
    if (desk.mayReplaceJob())
        desk.workspace().document().reset(app::likeThis(desk.workspace().job()), {});
}

void toggleClock(Desk& desk)
{
    if (auto* clock = desk.window()->findChild<ClockPanel*>())
        clock->toggle(desk);
}

bool always(const app::Workspace&) { return true; }

std::vector<Command> bookCommands()
{
    return {{command::ClockRuns,
             {MenuId::Edit, 600},
             QT_TRANSLATE_NOOP("Commands", "Start or stop the cloc&k"),
             "F9",
             QT_TRANSLATE_NOOP("Commands", "Count the time at the chosen operation of the book"),
             toggleClock,
             always},
            {command::AddPicture,
             {MenuId::Edit, 610},
             QT_TRANSLATE_NOOP("Commands", "Add a p&icture…"),
             "",
             QT_TRANSLATE_NOOP("Commands", "Keep a picture beside the job"),
             addPicture},
            {command::BookSheets,
             {MenuId::Job, 330},
             QT_TRANSLATE_NOOP("Commands", "Sheets of the &book…"),
             "Ctrl+Shift+O",
             QT_TRANSLATE_NOOP("Commands", "Write the customer's sheet, job card, quotation, hours or label"),
             writeSheet},
            {command::JobLikeThis,
             {MenuId::Job, 105},
             QT_TRANSLATE_NOOP("Commands", "New job &like this one"),
             "",
             QT_TRANSLATE_NOOP("Commands", "Start a job with this one's engine, house, valves and operations"),
             jobLikeThis},
            {command::OpenShop,
             {MenuId::Job, 115},
             QT_TRANSLATE_NOOP("Commands", "Open a s&hop's folder…"),
             "",
             QT_TRANSLATE_NOOP("Commands", "Show the queue of all job files in a folder"),
             openShop},
            {command::FindJob,
             {MenuId::Job, 116},
             QT_TRANSLATE_NOOP("Commands", "&Find a job…"),
             "Ctrl+F",
             QT_TRANSLATE_NOOP("Commands", "Search all jobs of the shop: casting mark, valve size, customer, finding"),
             [](Desk& desk) { desk.showView(calls::Stage::Book, BookPage::Shop); }}};
}

}  // namespace

StageInfo bookStage()
{
    return {calls::Stage::Book,
            QT_TRANSLATE_NOOP("Stages", "&Book"),
            QT_TRANSLATE_NOOP("Stages", "For whom, until when, what was done"),
            "book",
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new BookPage(context, desk, commands);
            },
            progress,
            headline,
            bookCommands(),
            {{"shop-work",
              [](Walk& walk) {
                  walk.look(false, false, false);
                  walk.shop();
                  walk.show(calls::Stage::Book, BookPage::Work);
              }},
             {"shop-queue",
              [](Walk& walk) {
                  walk.look(false, false, false);
                  walk.shop();
                  walk.show(calls::Stage::Book, BookPage::Shop);
              }}},
            {{QT_TRANSLATE_NOOP("Files", "Pictures of the job"),
              [](const GivenFile& file) { return isPicture(file.name) ? Fit::Surely : Fit::No; }, takePictures, nullptr,
              true}}};
}

}  // namespace euryth::widgets
