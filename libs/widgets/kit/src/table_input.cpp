// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/table_input.hpp"

#include <QClipboard>
#include <QFile>
#include <QGuiApplication>

namespace euryth::widgets {

std::optional<QString> readTable(Desk& desk, const QString& path)
{
    QFile file(path);
    constexpr qint64 most = 32 << 20;
    QString problem;
    if (!file.open(QIODevice::ReadOnly))
        problem = file.errorString();
    else if (file.size() > most)
        problem = QObject::tr("it is over 32 MB; that is no table of a port");
    if (problem.isEmpty())
        return QString::fromUtf8(file.readAll());
    desk.tell(QObject::tr("The table cannot be read"), path + QStringLiteral(": ") + problem);
    return std::nullopt;
}

std::optional<QString> askForTable(Desk& desk, const QString& title)
{
    const QString path =
        desk.prompts().takeFrom(desk.window(), QObject::tr("%1 (Cancel takes the clipboard)").arg(title),
                                QObject::tr("Tables (*.csv *.tsv *.txt);;All files (*)"));
    const auto text = path.isEmpty() ? QGuiApplication::clipboard()->text() : readTable(desk, path);
    if (!text || !text->trimmed().isEmpty())
        return text;
    desk.tell(QObject::tr("No table"), QObject::tr("Neither a file was chosen nor does the clipboard hold a table."));
    return std::nullopt;
}

}  // namespace euryth::widgets
