// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture_canvas.hpp"

#include <algorithm>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include "drawing/paint_empty.hpp"
#include "kit/photo_tools.hpp"

namespace euryth::widgets {

namespace {

constexpr double kMostZoom = 16.0;
constexpr QSize kMostPixels{3000, 3000};

}  // namespace

PictureCanvas::PictureCanvas(Context context, const char* name) : Canvas(context), m_context(context)
{
    setObjectName(QString::fromLatin1(name));
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(120, 120);
    setAccessibleName(tr("No picture"));
    tellReader(tr("Add a picture, or drop one here."), {});
}

void PictureCanvas::setPicture(const QString& path, int quarterTurns, const QString& caption)
{
    m_caption = caption;
    tellReader(caption.isEmpty() ? tr("Add a picture, or drop one here.") : caption, {});
    if (path == m_path && quarterTurns == m_turns)
        return update();
    m_path = path;
    m_turns = quarterTurns;
    m_why.clear();
    m_picture = path.isEmpty() ? QPixmap() : readPicture(path, kMostPixels, m_why, quarterTurns);
    setAccessibleName(path.isEmpty() ? tr("No picture") : tr("Picture %1").arg(path));
    reset();
}

double PictureCanvas::fit() const
{
    if (m_picture.isNull())
        return 1.0;
    return std::min(static_cast<double>(width()) / m_picture.width(),
                    static_cast<double>(height()) / m_picture.height());
}

void PictureCanvas::reset()
{
    m_zoom = 1.0;
    m_middle = QPointF(m_picture.width() / 2.0, m_picture.height() / 2.0);
    update();
}

void PictureCanvas::zoomAt(QPointF at, double factor)
{
    const double before = fit() * m_zoom;
    m_zoom = std::clamp(m_zoom * factor, 1.0, kMostZoom);
    const double after = fit() * m_zoom;
    const QPointF off = at - QPointF(width() / 2.0, height() / 2.0);
    m_middle += off / before - off / after;  // what lies under the pointer stays there
    if (m_zoom == 1.0)
        reset();
    update();
}

void PictureCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const auto& theme = m_context.look.theme();
    if (m_picture.isNull()) {
        const QString text =
            m_path.isEmpty() ? tr("Add a picture, or drop one here.") : tr("%1 cannot be shown: %2").arg(m_path, m_why);
        return drawing::paintEmpty(painter, theme, QRectF(rect()), text);
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const double scale = fit() * m_zoom;
    painter.translate(width() / 2.0, height() / 2.0);
    painter.scale(scale, scale);
    painter.drawPixmap(-m_middle, m_picture);
    painter.resetTransform();
    if (!m_caption.isEmpty()) {
        painter.setFont(drawing::font(drawing::text::kNormal, true));
        const QRectF box(0, 0, painter.fontMetrics().horizontalAdvance(m_caption) + 16.0, 24.0);
        painter.fillRect(box, theme.panel);
        painter.setPen(theme.ink);
        painter.drawText(box, Qt::AlignCenter, m_caption);
    }
    if (hasFocus()) {
        painter.setPen(QPen(theme.now, 2.0));
        painter.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

void PictureCanvas::wheelEvent(QWheelEvent* event)
{
    constexpr double step = 1.25;
    zoomAt(event->position(), event->angleDelta().y() > 0 ? step : 1.0 / step);
}

void PictureCanvas::mousePressEvent(QMouseEvent* event) { m_grabbed = event->position(); }

void PictureCanvas::mouseMoveEvent(QMouseEvent* event)
{
    m_middle -= (event->position() - m_grabbed) / (fit() * m_zoom);
    m_grabbed = event->position();
    update();
}

void PictureCanvas::mouseDoubleClickEvent(QMouseEvent*) { reset(); }

void PictureCanvas::keyPressEvent(QKeyEvent* event)
{
    const QPointF centre(width() / 2.0, height() / 2.0);
    constexpr double step = 1.25;
    const double along = width() / 8.0 / (fit() * m_zoom);
    switch (event->key()) {
    case Qt::Key_Plus:
    case Qt::Key_Equal: return zoomAt(centre, step);
    case Qt::Key_Minus: return zoomAt(centre, 1.0 / step);
    case Qt::Key_0: return reset();
    case Qt::Key_R: return emit turned();
    case Qt::Key_Left: m_middle.rx() -= along; break;
    case Qt::Key_Right: m_middle.rx() += along; break;
    case Qt::Key_Up: m_middle.ry() -= along; break;
    case Qt::Key_Down: m_middle.ry() += along; break;
    default: return Canvas::keyPressEvent(event);
    }
    update();
}

}  // namespace euryth::widgets
