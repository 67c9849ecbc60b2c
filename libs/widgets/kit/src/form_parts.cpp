// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/form_parts.hpp"

#include "kit/field_links.hpp"

#include <QHBoxLayout>

namespace euryth::widgets {

QGridLayout* newGrid()
{
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    return grid;
}

QLabel* heading(const QString& text)
{
    auto* label = new WrapLabel(text);
    label->setFont(drawing::font(drawing::text::kNormal, true));
    return label;
}

QLabel* liveLabel(Context context, std::function<QString()> text)
{
    auto* label = quietLabel({});
    label->setWordWrap(true);
    keepUpToDate(context, label, [label, text] { setLinkedText(*label, text()); });
    return label;
}

EntryView* newTable(Context context, app::EntryTable* table, MessageLine& messages, const char* name, int rows)
{
    auto* view = new EntryView(context, *table, messages);
    table->setParent(view);
    view->setObjectName(QString::fromLatin1(name));
    view->setFixedHeight(26 * rows + 34);
    return view;
}

void editPort(Context context, const QString& text, const std::function<void(job::Port&)>& change)
{
    if (const auto port = context.workspace.portIndex())
        context.workspace.document().apply(text, [&](job::Job& job) { change(job.ports[*port]); });
}

QWidget* listButtons(const QString& add, const QString& remove, const std::function<void()>& adding,
                     const std::function<void()>& removing)
{
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    auto* plus = new QPushButton(add);
    auto* minus = new QPushButton(remove);
    QObject::connect(plus, &QPushButton::clicked, row, adding);
    QObject::connect(minus, &QPushButton::clicked, row, removing);
    layout->addWidget(plus);
    layout->addWidget(minus);
    layout->addStretch(1);
    return row;
}

}  // namespace euryth::widgets
