// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/seen.hpp"

#include <QEvent>
#include <QWidget>

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

/// Whether the widget's window is open with another page than the widget's.
bool isOnHiddenPage(const QWidget* widget) { return widget->window()->isVisible() && !widget->isVisible(); }

}  // namespace

void whenShown(QWidget* widget, const std::function<void()>& shown) { new ShowWatch(widget, shown); }

void whileSeen(Context context, QWidget* widget, const std::function<void()>& refresh)
{
    new ShowWatch(widget, refresh);
    QObject::connect(&context.workspace, &app::Workspace::refreshed, widget, [=] {
        if (widget->isVisible())
            refresh();
    });
}

void keepUpToDate(Context context, QWidget* widget, const std::function<void()>& refresh)
{
    const auto missed = std::make_shared<bool>(false);
    new ShowWatch(widget, [=] {
        if (std::exchange(*missed, false))
            refresh();
    });
    QObject::connect(&context.workspace, &app::Workspace::refreshed, widget, [=] {
        *missed = isOnHiddenPage(widget);
        if (!*missed)
            refresh();
    });
    refresh();
}

}  // namespace euryth::widgets
