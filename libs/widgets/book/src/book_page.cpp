// SPDX-License-Identifier: GPL-3.0-or-later
#include "book_page.hpp"

#include <QHeaderView>
#include <QTableWidget>

#include "book/book_stage.hpp"
#include "book_views.hpp"
#include "work/findings.hpp"

namespace euryth::widgets {

QString dateProblem(Context context, const QString& typed)
{
    const Phrase problem = work::dateProblem(typed.toStdString());
    return problem.empty() ? QString() : context.workspace.text(problem);
}

QTableWidget* newList(const char* name, const QStringList& heads, int wide)
{
    auto* table = new QTableWidget;
    table->setObjectName(QString::fromLatin1(name));
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setSelectionMode(QAbstractItemView::SingleSelection);
    table->setTabKeyNavigation(false);
    table->setWordWrap(false);
    table->setColumnCount(static_cast<int>(heads.size()));
    table->setHorizontalHeaderLabels(heads);
    table->verticalHeader()->hide();
    table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table->horizontalHeader()->setSectionResizeMode(wide, QHeaderView::Stretch);
    return table;
}

BookPage::BookPage(Context context, Desk& desk, const Commands& commands, QWidget* parent)
    : SwitchedPage(context, {tr("Work"), tr("Customer and parts"), tr("Hours"), tr("Pictures"), tr("Shop")},
                   QStringLiteral("bookViews"), parent)
{
    setObjectName(QStringLiteral("bookPage"));
    setViews({makeWorkView(context, desk, commands), makeCustomerView(context), makeHoursView(context),
              makePicturesView(context, desk, commands), makeShopView(context, desk)});
    auto* sheets = new QPushButton(tr("Sheets…"));
    sheets->setObjectName(QStringLiteral("bookSheets"));
    sheets->setToolTip(commands.action(command::BookSheets)->toolTip());
    connect(sheets, &QPushButton::clicked, commands.action(command::BookSheets), &QAction::trigger);
    addTool(sheets);
}

}  // namespace euryth::widgets
