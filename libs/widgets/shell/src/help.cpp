// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/help.hpp"

#include <QDialog>
#include <QTextBrowser>
#include <QVBoxLayout>

#include "kit/page_tools.hpp"

namespace euryth::widgets {

QString shortcutSheet(const Commands& commands)
{
    QString html = tr("<h2>Shortcuts</h2><table cellpadding='4'>");
    for (const Command& command : commands.all()) {
        if (*command.shortcut == '\0')
            continue;
        const QString keys = QKeySequence(QString::fromLatin1(command.shortcut)).toString(QKeySequence::NativeText);
        html +=
            QStringLiteral("<tr><td><b>%1</b></td><td>%2</td></tr>").arg(keys.toHtmlEscaped(), commandHelp(command));
    }
    html += QStringLiteral("</table>") + entryHelp();
    return html;
}

void showHelp(QWidget* parent, const QString& html)
{
    auto* dialog = new QDialog(parent);
    dialog->setObjectName(QStringLiteral("helpDialog"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Help"));
    dialog->resize(560, 620);
    auto* text = new QTextBrowser;
    text->setHtml(html);
    auto* column = new QVBoxLayout(dialog);
    column->setContentsMargins(8, 8, 8, 8);
    column->addWidget(text);
    dialog->show();
}

}  // namespace euryth::widgets
