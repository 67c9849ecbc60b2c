// SPDX-License-Identifier: GPL-3.0-or-later
#include <QFileDialog>
#include <QMessageBox>

#include "widgets/main_window.hpp"

namespace euryth::widgets {

Prompts dialogPrompts()
{
    const QString filter = MainWindow::tr("Euryth jobs (*.euryth.json);;All files (*)");
    Prompts prompts;
    prompts.openPath = [filter](QWidget* parent) {
        return QFileDialog::getOpenFileName(parent, MainWindow::tr("Open a job"), {}, filter);
    };
    prompts.savePath = [filter](QWidget* parent, const QString& suggestion) {
        return QFileDialog::getSaveFileName(parent, MainWindow::tr("Save the job"), suggestion, filter);
    };
    prompts.unsaved = [](QWidget* parent, const QString& name) {
        const auto answer = QMessageBox::question(
            parent, MainWindow::tr("Unsaved changes"), MainWindow::tr("Save the changes to \"%1\" first?").arg(name),
            QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, QMessageBox::Save);
        if (answer == QMessageBox::Save)
            return Prompts::Unsaved::Save;
        return answer == QMessageBox::Discard ? Prompts::Unsaved::Discard : Prompts::Unsaved::Cancel;
    };
    prompts.tell = [](QWidget* parent, const QString& title, const QString& text) {
        QMessageBox::warning(parent, title, text);
    };
    return prompts;
}

}  // namespace euryth::widgets
