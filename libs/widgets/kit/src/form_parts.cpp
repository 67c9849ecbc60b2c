// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/form_parts.hpp"

#include "kit/field_links.hpp"

#include <QHBoxLayout>

namespace euryth::widgets {

namespace {

/// Tells when its widget is shown.
class ShowWatch : public QObject {
public:
    ShowWatch(QWidget* widget, std::function<void()> shown) : QObject(widget), m_shown(std::move(shown))
    {
        widget->installEventFilter(this);
    }
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (event->type() == QEvent::Show)
            m_shown();
        return QObject::eventFilter(watched, event);
    }

private:
    std::function<void()> m_shown;
};

}  // namespace

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
    auto* label = new QLabel(text);
    label->setFont(drawing::font(drawing::text::kNormal, true));
    return label;
}

QLabel* liveLabel(Context context, std::function<QString()> text)
{
    auto* label = quietLabel({});
    label->setWordWrap(true);
    const auto refresh = [label, text] { setLinkedText(*label, text()); };
    QObject::connect(&context.workspace, &app::Workspace::refreshed, label, refresh);
    refresh();
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

void whenShown(QWidget* widget, const std::function<void()>& shown) { new ShowWatch(widget, shown); }

void whileSeen(Context context, QWidget* widget, const std::function<void()>& refresh)
{
    new ShowWatch(widget, refresh);
    QObject::connect(&context.workspace, &app::Workspace::refreshed, widget, [=] {
        if (widget->isVisible())
            refresh();
    });
}

}  // namespace euryth::widgets
