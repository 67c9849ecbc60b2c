// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/dialog_prompts.hpp"
#include "app/language.hpp"
#include "shell/book_dialogs.hpp"
#include "shell/dialogs.hpp"
#include "shell/scan_dialog.hpp"
#include "shell/settings_dialog.hpp"
#include "shell/shape_dialogs.hpp"
#include "shell/table_dialogs.hpp"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QInputDialog>
#include <QMessageBox>
#include <QPlainTextEdit>
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QPushButton>
#include <QVBoxLayout>

#include "shell/main_window.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

namespace {

void addFilePrompts(Prompts& prompts)
{
    const QString filter = MainWindow::tr("Euryth jobs (*.euryth.json);;All files (*)");
    prompts.openPath = [filter](QWidget* parent) {
        return QFileDialog::getOpenFileName(parent, MainWindow::tr("Open a job"), {}, filter);
    };
    prompts.savePath = [filter](QWidget* parent, const QString& suggestion) {
        return QFileDialog::getSaveFileName(parent, MainWindow::tr("Save the job"), suggestion, filter);
    };
    prompts.writeTo = [](QWidget* parent, const QString& title, const QString& suggestion, const QString& kinds) {
        return QFileDialog::getSaveFileName(parent, title, suggestion, kinds);
    };
    prompts.takeFrom = [](QWidget* parent, const QString& title, const QString& kinds) {
        return QFileDialog::getOpenFileName(parent, title, {}, kinds);
    };
}

Prompts::Unsaved askUnsaved(QWidget* parent, const QString& name)
{
    const auto answer = QMessageBox::question(
        parent, MainWindow::tr("Unsaved changes"), MainWindow::tr("Save the changes to \"%1\" first?").arg(name),
        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
    if (answer == QMessageBox::Save)
        return Prompts::Unsaved::Save;
    return answer == QMessageBox::Discard ? Prompts::Unsaved::Discard : Prompts::Unsaved::Cancel;
}

/// A text of many lines scrolls, so that its button stays on the screen; all of it can be copied.
void tellAll(QWidget* parent, const QString& title, const QString& text)
{
    constexpr int mostLines = 12;
    constexpr int longest = 2000;
    if (text.count(QLatin1Char('\n')) < mostLines && text.size() < longest) {
        QMessageBox box(QMessageBox::Warning, title, text, QMessageBox::Ok, parent);
        box.setTextFormat(Qt::PlainText);
        box.setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
        box.exec();
        return;
    }
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    auto* column = new QVBoxLayout(&dialog);
    auto* all = new QPlainTextEdit(text);
    all->setReadOnly(true);
    all->setObjectName(QStringLiteral("longText"));
    column->addWidget(all);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    column->addWidget(buttons);
    dialog.resize(640, 420);
    dialog.exec();
}

Prompts::Held askHeld(QWidget* parent, const QString& holder)
{
    QMessageBox box(QMessageBox::Question, MainWindow::tr("Open elsewhere"), holder, QMessageBox::Cancel, parent);
    box.setTextFormat(Qt::PlainText);
    box.setInformativeText(
        MainWindow::tr("Open its content as a job of its own, to be saved under another name? Or take "
                       "it over, if that window is no more: whoever still has it open is told when "
                       "saving."));
    const auto* copy = box.addButton(MainWindow::tr("Open a copy"), QMessageBox::AcceptRole);
    const auto* take = box.addButton(MainWindow::tr("Take over"), QMessageBox::DestructiveRole);
    box.exec();
    if (box.clickedButton() == copy)
        return Prompts::Held::Copy;
    return box.clickedButton() == take ? Prompts::Held::TakeOver : Prompts::Held::Cancel;
}

Prompts::Outside askChangedOutside(QWidget* parent, const QString& both)
{
    QMessageBox box(QMessageBox::Warning, MainWindow::tr("Changed by somebody else"), both, QMessageBox::Cancel,
                    parent);
    box.setTextFormat(Qt::PlainText);
    const auto* elsewhere = box.addButton(MainWindow::tr("Save mine under another name…"), QMessageBox::AcceptRole);
    const auto* mine = box.addButton(MainWindow::tr("Save mine over it"), QMessageBox::DestructiveRole);
    const auto* theirs = box.addButton(MainWindow::tr("Take theirs, drop mine"), QMessageBox::DestructiveRole);
    box.exec();
    if (box.clickedButton() == elsewhere)
        return Prompts::Outside::Elsewhere;
    if (box.clickedButton() == mine)
        return Prompts::Outside::Overwrite;
    return box.clickedButton() == theirs ? Prompts::Outside::TakeTheirs : Prompts::Outside::Cancel;
}

Prompts::Leftover askLeftover(QWidget* parent, const app::Recovery::Left& left)
{
    QMessageBox box(QMessageBox::Question, MainWindow::tr("Recover unsaved work?"),
                    MainWindow::tr("Euryth ended without saving \"%1\" (%2). Its last changes are from %3.")
                        .arg(left.title, left.jobPath.isEmpty() ? MainWindow::tr("never saved") : left.jobPath,
                             QLocale().toString(left.when, QLocale::ShortFormat)),
                    QMessageBox::NoButton, parent);
    const auto* recover = box.addButton(MainWindow::tr("Recover"), QMessageBox::AcceptRole);
    const auto* discard = box.addButton(MainWindow::tr("Discard"), QMessageBox::DestructiveRole);
    box.addButton(MainWindow::tr("Ask again later"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == recover)
        return Prompts::Leftover::Recover;
    return box.clickedButton() == discard ? Prompts::Leftover::Discard : Prompts::Leftover::Later;
}

std::optional<int> askChoice(QWidget* parent, const QString& title, const QString& question, const QStringList& options)
{
    bool chosen = false;
    constexpr bool editable = false;
    const QString one = QInputDialog::getItem(parent, title, question, options, 0, editable, &chosen);
    return chosen ? std::optional(static_cast<int>(options.indexOf(one))) : std::nullopt;
}

std::optional<std::size_t> askSwap(QWidget* parent, const job::Job& job, std::size_t with)
{
    QStringList names;
    std::vector<std::size_t> indices;
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (i == with)
            continue;
        names << QString::fromStdString(job.ports[i].id);
        indices.push_back(i);
    }
    if (names.isEmpty())
        return std::nullopt;
    const auto chosen = askChoice(parent, MainWindow::tr("Swap measurements"),
                                  MainWindow::tr("Change the measurements of %1 over with those of")
                                      .arg(QString::fromStdString(job.ports[with].id)),
                                  names);
    return chosen ? std::optional(indices[static_cast<std::size_t>(*chosen)]) : std::nullopt;
}

std::optional<Length> askLength(QWidget* parent, Context context, const QString& question)
{
    QString problem;
    QString text;
    while (true) {
        bool given = false;
        text = QInputDialog::getText(parent, MainWindow::tr("Known length"),
                                     problem.isEmpty() ? question : question + QLatin1Char('\n') + problem,
                                     QLineEdit::Normal, text, &given);
        if (!given)
            return std::nullopt;
        const auto parsed = units::parseSi(text.toStdString(), units::Kind::Length, context.workspace.displayUnits());
        if (parsed && *parsed > 0.0)
            return Length::fromSi(*parsed);
        problem = parsed ? MainWindow::tr("must be over 0") : app::shown(parsed.error().message);
    }
}

/// Qt's own preview: pages, zoom, the printer's settings, and its way into a PDF.
void showPreview(QWidget* parent, const QString& title, const std::function<void(QPagedPaintDevice&)>& draw)
{
    QPrinter printer(QPrinter::HighResolution);
    printer.setFullPage(true);  // sheets are full size, and leave room for what a printer cannot reach
    printer.setDocName(title);
    QPrintPreviewDialog preview(&printer, parent);
    preview.setObjectName(QStringLiteral("printPreview"));
    preview.setWindowTitle(MainWindow::tr("Print: %1").arg(title));
    preview.resize(900, 680);
    QObject::connect(&preview, &QPrintPreviewDialog::paintRequested, &preview, [&draw](QPrinter* on) { draw(*on); });
    preview.exec();
}

template <class Dialog, class Result>
auto runDialog(Dialog& dialog, Result result) -> std::optional<decltype(result(dialog))>
{
    if (dialog.exec() != QDialog::Accepted)
        return std::nullopt;
    return result(dialog);
}

}  // namespace

Prompts dialogPrompts()
{
    Prompts prompts;
    addFilePrompts(prompts);
    prompts.unsaved = askUnsaved;
    prompts.leftover = askLeftover;
    prompts.swapWith = askSwap;
    prompts.knownLength = askLength;
    prompts.tell = tellAll;
    prompts.openHeld = askHeld;
    prompts.changedOutside = askChangedOutside;
    prompts.saveElsewhere = [](QWidget* parent, const QString& problem) {
        QMessageBox box(QMessageBox::Warning, MainWindow::tr("The job is not saved"), problem, QMessageBox::Cancel,
                        parent);
        box.setTextFormat(Qt::PlainText);
        const auto* other = box.addButton(MainWindow::tr("Save in another place…"), QMessageBox::AcceptRole);
        box.exec();
        return box.clickedButton() == other;
    };
    prompts.guide = [](QWidget* parent, Context context) {
        GuideDialog dialog(context, parent);
        return runDialog(dialog, [](const GuideDialog& d) { return d.answers(); });
    };
    prompts.copyTo = [](QWidget* parent, const job::Job& job, std::size_t from) {
        CopyDialog dialog(job, from, parent);
        return runDialog(dialog, [](const CopyDialog& d) { return d.request(); });
    };
    prompts.importStations = [](QWidget* parent, Context context, const QString& table) {
        StationTableDialog dialog(context, table, parent);
        return runDialog(dialog, [](const StationTableDialog& d) { return d.stations(); });
    };
    prompts.importTouch = [](QWidget* parent, Context context, const QString& table) {
        TouchTableDialog dialog(context, table, parent);
        return runDialog(dialog, [](const TouchTableDialog& d) { return d.stations(); });
    };
    prompts.importProbes = [](QWidget* parent, Context context, const QString& table) {
        ProbeTableDialog dialog(context, table, parent);
        return runDialog(dialog, [](const ProbeTableDialog& d) { return d.sets(); });
    };
    prompts.scanStations = [](QWidget* parent, Context context, const QString& path) {
        ScanDialog dialog(context, path, parent);
        return runDialog(dialog, [](const ScanDialog& d) { return d.stations(); });
    };
    prompts.choose = askChoice;
    prompts.trace = [](QWidget* parent, Context context, const QImage& picture) {
        TraceDialog dialog(context, picture, parent);
        return runDialog(dialog, [](const TraceDialog& d) { return d.outline(); });
    };
    prompts.lifts = [](QWidget* parent, Context context, const QString& table) {
        LiftDialog dialog(context, table, parent);
        return runDialog(dialog, [](const LiftDialog& d) { return d.request(); });
    };
    prompts.importFlow = [](QWidget* parent, Context context, const QString& table) {
        FlowTableDialog dialog(context, table, parent);
        return runDialog(dialog, [](const FlowTableDialog& d) { return d.points(); });
    };
    prompts.takeHouse = [](QWidget* parent, Context context, const job::House& house) {
        return HouseDialog(context, house, parent).exec() == QDialog::Accepted;
    };
    prompts.bookSheet = [](QWidget* parent) {
        BookDialog dialog(parent);
        return runDialog(dialog, [](const BookDialog& d) { return d.request(); });
    };
    prompts.earlier = [](QWidget* parent, const std::vector<EarlierVersion>& versions) {
        EarlierDialog dialog(versions, parent);
        return runDialog(dialog, [](const EarlierDialog& d) { return d.chosen(); });
    };
    prompts.longWatch = askLongWatch;
    prompts.print = showPreview;
    prompts.settings = [](QWidget* parent, const app::Preferences& now, const SettingsChoices& choices) {
        SettingsDialog dialog(now, choices, parent);
        return runDialog(dialog, [](const SettingsDialog& d) { return d.preferences(); });
    };
    prompts.chooseFolder = [](QWidget* parent, const QString& title) {
        return QFileDialog::getExistingDirectory(parent, title);
    };
    prompts.sheets = [](QWidget* parent) {
        PaperDialog dialog(parent);
        return runDialog(dialog, [](const PaperDialog& d) { return d.request(); });
    };
    return prompts;
}

}  // namespace euryth::widgets
