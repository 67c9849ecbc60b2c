// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFileDialog>
#include <QInputDialog>
#include <QMessageBox>
#include <QPushButton>

#include "units/parse.hpp"
#include "widgets/main_window.hpp"

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
    bool chosen = false;
    const QString name = QInputDialog::getItem(parent, MainWindow::tr("Swap measurements"),
                                               MainWindow::tr("Change the measurements of %1 over with those of")
                                                   .arg(QString::fromStdString(job.ports[with].id)),
                                               names, 0, false, &chosen);
    return chosen ? std::optional(indices[static_cast<std::size_t>(names.indexOf(name))]) : std::nullopt;
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
        problem = parsed ? MainWindow::tr("must be over 0") : QString::fromStdString(parsed.error().message);
    }
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
    prompts.tell = [](QWidget* parent, const QString& title, const QString& text) {
        QMessageBox::warning(parent, title, text);
    };
    prompts.openAsCopy = [](QWidget* parent, const QString& holder) {
        return QMessageBox::question(parent, MainWindow::tr("Open elsewhere"),
                                     holder + QLatin1Char('\n') +
                                         MainWindow::tr("Open its content as a job of its own, to be saved under "
                                                        "another name?")) == QMessageBox::Yes;
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
        ImportDialog dialog(context, table, parent);
        return runDialog(dialog, [](const ImportDialog& d) { return d.import().stations; });
    };
    prompts.trace = [](QWidget* parent, Context context, const QImage& picture) {
        TraceDialog dialog(context, picture, parent);
        return runDialog(dialog, [](const TraceDialog& d) { return d.outline(); });
    };
    prompts.lifts = [](QWidget* parent, Context context, const QString& table) {
        LiftDialog dialog(context, table, parent);
        return runDialog(dialog, [](const LiftDialog& d) { return d.request(); });
    };
    prompts.takeHouse = [](QWidget* parent, Context context, const job::House& house) {
        return HouseDialog(context, house, parent).exec() == QDialog::Accepted;
    };
    prompts.sheets = [](QWidget* parent) {
        PaperDialog dialog(parent);
        return runDialog(dialog, [](const PaperDialog& d) { return d.parts(); });
    };
    return prompts;
}

}  // namespace euryth::widgets
