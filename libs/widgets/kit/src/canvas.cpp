// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/canvas.hpp"

#include <QCoreApplication>
#include <QEvent>

#include "kit/field_links.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

namespace {

QEvent::Type prepareEvent()
{
    static const auto type = static_cast<QEvent::Type>(QEvent::registerEventType());
    return type;
}

}  // namespace

Canvas::Canvas(Context context, QWidget* parent) : QWidget(parent), m_context(context), m_over(quietLabel({}, this))
{
    m_over->setObjectName(QStringLiteral("missingHere"));
    m_over->setWordWrap(true);
    m_over->setAlignment(Qt::AlignCenter);
    m_over->setMargin(16);
    m_over->hide();
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

void Canvas::layOver(const QString& missing) const
{
    const bool links = hasLinks(missing);
    if (links)
        setLinkedText(*m_over, missing);
    m_over->setVisible(links);
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
    if (event->type() == QEvent::Resize)
        m_over->setGeometry(rect());
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
