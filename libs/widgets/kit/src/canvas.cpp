// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/canvas.hpp"

#include <cmath>

#include <QContextMenuEvent>
#include <QCoreApplication>
#include <QEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QTextDocumentFragment>
#include <QWheelEvent>

#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "kit/parts.hpp"
#include "kit/picture_output.hpp"

namespace euryth::widgets {

namespace {

constexpr double kStep = 1.25;    // of a key, or of a click of the wheel
constexpr double kAside = 0.125;  // of the widget, by a key

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
    setAttribute(Qt::WA_Hover);
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

QString Canvas::spoken() const
{
    if (!workspace().port())
        return tr("This job has no port yet.");
    const QString port = QString::fromStdString(workspace().port()->id);
    const auto station = workspace().station();
    if (!station)
        return tr("Port %1").arg(port);
    const Area area = job::netArea(workspace().port()->stations[*station]);
    return tr("Port %1. %2, area %3")
        .arg(port, stationTitle(workspace()), workspace().text(units::Kind::Area, area.si()));
}

void Canvas::tellReader(const QString& spoken, const QString& missing) const
{
    const QString text = missing.isEmpty() ? spoken : QTextDocumentFragment::fromHtml(missing).toPlainText();
    if (accessibleDescription() != text)
        const_cast<Canvas*>(this)->setAccessibleDescription(text);
}

void Canvas::bringUpToDate() const
{
    if (!m_outdated)
        return;
    m_outdated = false;
    prepare();
}

void Canvas::lookNearer(double factor, QPointF about)
{
    const double nearness = std::clamp(m_nearness * factor, 1.0, kNearest);
    const QPointF content = about - QPointF(edges().left(), edges().top());
    const QPointF aside = content - (content - m_aside) / m_nearness * nearness;
    m_nearness = nearness;
    lookAside(aside - m_aside);
}

void Canvas::lookAside(QPointF by)
{
    // The picture's edges never come into the widget.
    const QPointF most(inner().width() * (m_nearness - 1.0), inner().height() * (m_nearness - 1.0));
    const QPointF to = m_aside + by;
    m_aside = QPointF(std::clamp(to.x(), -most.x(), 0.0), std::clamp(to.y(), -most.y(), 0.0));
    update();
}

void Canvas::lookAtAll()
{
    m_nearness = 1.0;
    m_aside = QPointF();
    update();
}

bool Canvas::lookByKey(const QKeyEvent& event)
{
    const bool shift = event.modifiers() & Qt::ShiftModifier;
    const QPointF step(width() * kAside, height() * kAside);
    const QPointF centre = QRectF(rect()).center();
    switch (event.key()) {
    case Qt::Key_Plus:
    case Qt::Key_Equal: lookNearer(kStep, centre); return true;
    case Qt::Key_Minus: lookNearer(1.0 / kStep, centre); return true;
    case Qt::Key_0: lookAtAll(); return true;
    case Qt::Key_Left: lookAside({shift ? step.x() : 0.0, 0.0}); return shift;
    case Qt::Key_Right: lookAside({shift ? -step.x() : 0.0, 0.0}); return shift;
    case Qt::Key_Up: lookAside({0.0, shift ? step.y() : 0.0}); return shift;
    case Qt::Key_Down: lookAside({0.0, shift ? -step.y() : 0.0}); return shift;
    default: return false;
    }
}

bool Canvas::lookByMouse(QEvent& event)
{
    const auto& mouse = static_cast<const QMouseEvent&>(event);
    if (event.type() == QEvent::MouseButtonPress && mouse.button() == Qt::MiddleButton)
        m_drawn = mouse.position();
    else if (event.type() == QEvent::MouseMove && m_drawn)
        lookAside(mouse.position() - *std::exchange(m_drawn, mouse.position()));
    else if (event.type() == QEvent::MouseButtonRelease && mouse.button() == Qt::MiddleButton)
        m_drawn.reset();
    else
        return false;
    return true;
}

bool Canvas::event(QEvent* event)
{
    switch (event->type()) {
    case QEvent::MouseButtonPress:
    case QEvent::MouseMove:
    case QEvent::MouseButtonRelease:
        if (canLookNearer() && lookByMouse(*event))
            return true;
        break;
    case QEvent::KeyPress: {
        // Pictures have uses of their own for plain keys; these are the same in all of them.
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool shiftWhenNear = key->modifiers() == Qt::ShiftModifier && m_nearness > 1.0;
        const bool taken = takesSignKeys() && key->key() != Qt::Key_0;
        const bool control = key->modifiers() & Qt::ControlModifier && !taken;
        if (canLookNearer() && (control || shiftWhenNear) && lookByKey(*key))
            return true;
        break;
    }
    case QEvent::HoverMove: pointAt(static_cast<QHoverEvent*>(event)->position()); break;
    case QEvent::HoverLeave: pointAt(std::nullopt); break;
    case QEvent::Resize:
        m_over->setGeometry(rect());
        lookAside({});
        break;
    case QEvent::FocusIn:
    case QEvent::FocusOut: outdate(); break;
    default: break;
    }
    if (event->type() == prepareEvent()) {
        m_asked = false;
        if (isVisible())
            bringUpToDate();
        return true;
    }
    return QWidget::event(event);
}

void Canvas::showEvent(QShowEvent* event)
{
    bringUpToDate();
    QWidget::showEvent(event);
}

void Canvas::wheelEvent(QWheelEvent* event)
{
    if (!canLookNearer())
        return QWidget::wheelEvent(event);
    const QPointF turned = QPointF(event->angleDelta()) / 120.0;
    if (event->modifiers() & Qt::ShiftModifier || turned.y() == 0.0) {
        // Some platforms turn the wheel sideways with Shift themselves.
        lookAside(turned * width() * kAside);
        return event->accept();
    }
    const bool atEnd = turned.y() < 0.0 && m_nearness <= 1.0;
    lookNearer(std::pow(kStep, turned.y()), event->position());
    event->setAccepted(!atEnd);  // where there is nothing farther the page may scroll
}

void Canvas::keyPressEvent(QKeyEvent* event)
{
    const bool isArrow = event->key() >= Qt::Key_Left && event->key() <= Qt::Key_Down;
    if (!canLookNearer() || isArrow || !lookByKey(*event))
        QWidget::keyPressEvent(event);
}

void Canvas::contextMenuEvent(QContextMenuEvent* event)
{
    QMenu menu;
    fillPictureMenu(menu, *this);
    if (canLookNearer()) {
        menu.addSeparator();
        const QPointF at = event->pos();
        menu.addAction(tr("Nearer\t+"), this, [this, at] { lookNearer(2.0, at); });
        menu.addAction(tr("All of it\t0"), this, [this] { lookAtAll(); })->setEnabled(m_nearness > 1.0);
    }
    menu.exec(event->globalPos());
}

void Canvas::pointAt(std::optional<QPointF> place)
{
    m_pointer = place;
    const QString now = place && isUpToDate() ? readOff(*place) : QString();
    if (!now.isEmpty() || !m_readOff.isEmpty())
        update();
    m_readOff = now;
}

void Canvas::paintOver(QPainter& painter) const
{
    painter.resetTransform();
    painter.setClipping(false);
    paintNearness(painter);
    paintReadOff(painter);
}

/// Beside the pointer, on the side on which there is room.
void Canvas::paintReadOff(QPainter& painter) const
{
    if (!m_pointer || m_readOff.isEmpty())
        return;
    painter.setFont(drawing::font(drawing::text::kSecond));
    QRectF box(0.0, 0.0, painter.fontMetrics().horizontalAdvance(m_readOff) + 12.0, 20.0);
    constexpr double off = 14.0;
    box.moveTopLeft(*m_pointer + QPointF(off, off));
    if (box.right() > width())
        box.moveRight(m_pointer->x() - off);
    box.moveLeft(std::max(box.left(), 0.0));  // a long one lies under the pointer rather than outside
    if (box.bottom() > height())
        box.moveBottom(m_pointer->y() - off);
    painter.setPen(theme().line);
    painter.setBrush(theme().panel);
    painter.drawRoundedRect(box, 3.0, 3.0);
    painter.setPen(theme().ink);
    painter.drawText(box, Qt::AlignCenter, m_readOff);
}

void Canvas::paintNearness(QPainter& painter) const
{
    if (m_nearness <= 1.0)
        return;
    painter.setFont(drawing::font(drawing::text::kSecond));
    const QString text = tr("%1 × · 0 shows all").arg(m_nearness, 0, 'f', 1);
    const double wide = painter.fontMetrics().horizontalAdvance(text) + 14.0;
    const QRectF box(width() - wide - 4.0, height() - 24.0, wide, 20.0);
    painter.setPen(theme().line);
    painter.setBrush(theme().panel);
    painter.drawRoundedRect(box, 3.0, 3.0);
    painter.setPen(theme().ink);
    painter.drawText(box, Qt::AlignCenter, text);
}

}  // namespace euryth::widgets
