// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/table_output.hpp"

#include <set>

#include <QAbstractItemView>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QGuiApplication>
#include <QMenu>
#include <QSaveFile>

#include "kit/commands.hpp"
#include "kit/entry_view.hpp"

namespace euryth::widgets {

namespace {

QString quoted(const QString& text, QChar between)
{
    if (!text.contains(between) && !text.contains(QLatin1Char('"')) && !text.contains(QLatin1Char('\n')))
        return text;
    QString inner = text;
    return QLatin1Char('"') + inner.replace(QLatin1Char('"'), QStringLiteral("\"\"")) + QLatin1Char('"');
}

QString headings(const QAbstractItemModel& model, QChar between)
{
    QStringList line;
    for (int c = 0; c < model.columnCount(); ++c)
        line << quoted(model.headerData(c, Qt::Horizontal).toString(), between);
    return line.join(between) + QLatin1Char('\n');
}

void saveTable(QAbstractItemView& table)
{
    Desk* desk = deskOf(table);
    if (!desk)
        return;
    const QString title = Panel::tr("Save the table");
    const QString path = desk->prompts().writeTo(table.window(), title, table.objectName() + QStringLiteral(".csv"),
                                                 Panel::tr("Tables (*.csv)"));
    if (path.isEmpty())
        return;
    QSaveFile file(path);
    const QByteArray text = tableText(table, false, QLatin1Char(',')).toUtf8();
    if (!file.open(QIODevice::WriteOnly) || file.write(text) != text.size() || !file.commit())
        desk->tell(Panel::tr("The table is not written"), file.errorString());
}

}  // namespace

QString tableText(const QAbstractItemView& table, bool chosenOnly, QChar between)
{
    const QAbstractItemModel& model = *table.model();
    std::set<std::pair<int, int>> chosen;
    std::set<int> rows;
    std::set<int> columns;
    const auto indexes = table.selectionModel()->selectedIndexes();
    for (const QModelIndex& index : indexes) {
        chosen.emplace(index.row(), index.column());
        rows.insert(index.row());
        columns.insert(index.column());
    }
    QString text = chosenOnly ? QString() : headings(model, between);
    for (int r = 0; r < model.rowCount(); ++r) {
        if (chosenOnly && !rows.contains(r))
            continue;
        QStringList line;
        for (int c = 0; c < model.columnCount(); ++c) {
            if (chosenOnly && !columns.contains(c))
                continue;
            const bool shown = !chosenOnly || chosen.contains({r, c});
            line << (shown ? quoted(model.index(r, c).data().toString(), between) : QString());
        }
        text += line.join(between) + QLatin1Char('\n');
    }
    return text;
}

bool showTableMenu(QObject* watched, QContextMenuEvent& event)
{
    auto* table = qobject_cast<QAbstractItemView*>(watched);
    if (!table && watched->parent())
        table = qobject_cast<QAbstractItemView*>(watched->parent());
    if (!table || !table->model() || !deskOf(*table))
        return false;
    const auto copy = [table](bool chosenOnly) {
        QGuiApplication::clipboard()->setText(tableText(*table, chosenOnly, QLatin1Char('\t')));
    };
    QMenu menu;
    auto* entry = qobject_cast<EntryView*>(table);
    menu.addAction(Panel::tr("Copy\tCtrl+C"), table, [copy] { copy(true); })
        ->setEnabled(table->selectionModel()->hasSelection());
    menu.addAction(Panel::tr("Copy the whole table"), table, [copy] { copy(false); });
    if (entry) {
        menu.addAction(Panel::tr("Paste\tCtrl+V"), entry, [entry] { entry->pasteFromClipboard(); });
        menu.addAction(Panel::tr("Value above\t*"), entry, [entry] { entry->repeatAbove(); });
        menu.addAction(Panel::tr("Make unknown\tDel"), entry, [entry] { entry->clearSelected(); });
    }
    menu.addSeparator();
    menu.addAction(Panel::tr("Save as CSV…"), table, [table] { saveTable(*table); });
    menu.exec(event.globalPos());
    return true;
}

}  // namespace euryth::widgets
