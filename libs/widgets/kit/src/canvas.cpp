// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/canvas.hpp"

#include <QCoreApplication>
#include <QEvent>

namespace euryth::widgets {

namespace {

QEvent::Type prepareEvent()
{
    static const auto type = static_cast<QEvent::Type>(QEvent::registerEventType());
    return type;
}

}  // namespace

Canvas::Canvas(Context context, QWidget* parent) : QWidget(parent), m_context(context)
{
    connect(&context.workspace, &app::Workspace::refreshed, this, &Canvas::outdate);
    connect(&context.look, &Look::changed, this, &Canvas::outdate);
}

void Canvas::outdate()
{
    m_outdated = true;
    update();
    // Paintings come after all other events, so that this is done before.
    if (isVisible() && !m_asked) {
        m_asked = true;
        QCoreApplication::postEvent(this, new QEvent(prepareEvent()));
    }
}

void Canvas::bringUpToDate() const
{
    if (!m_outdated)
        return;
    m_outdated = false;
    prepare();
}

bool Canvas::event(QEvent* event)
{
    if (event->type() == prepareEvent()) {
        m_asked = false;
        if (isVisible())
            bringUpToDate();
        return true;
    }
    if (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut)
        outdate();
    return QWidget::event(event);
}

void Canvas::showEvent(QShowEvent* event)
{
    bringUpToDate();
    QWidget::showEvent(event);
}

}  // namespace euryth::widgets
