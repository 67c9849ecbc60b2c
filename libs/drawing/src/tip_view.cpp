// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/tip_view.hpp"

#include <algorithm>
#include <cmath>

#include "geometry/wall_contour.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

TipView::TipView(const TipScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (!scene.section)
        return;
    constexpr double margin = 26.0;
    m_box = geometry::boxOf(*scene.section);
    m_scale = std::max(1.0, std::min((rect.width() - 2.0 * margin) / m_box.width.si(),
                                     (rect.height() - 2.0 * margin) / m_box.height.si()));
}

QPointF TipView::toPixel(geometry::Point p) const
{
    const QPointF middle = m_rect.center();
    return {middle.x() - (p.left - m_box.middle.left) * m_scale, middle.y() - (p.up - m_box.middle.up) * m_scale};
}

std::optional<geometry::Point> TipView::placeAt(QPointF p) const
{
    if (!m_scene.section)
        return std::nullopt;
    const QPointF middle = m_rect.center();
    const geometry::Point at{m_box.middle.left - (p.x() - middle.x()) / m_scale,
                             m_box.middle.up - (p.y() - middle.y()) / m_scale};
    return geometry::distanceToWall(*m_scene.section, at) > 0.0 ? std::optional(at) : std::nullopt;
}

std::optional<std::size_t> TipView::pointAt(QPointF p) const
{
    std::vector<QPointF> places;
    for (const auto& item : m_scene.points)
        places.push_back(toPixel(item.at));
    return underFinger(places, p);
}

void TipView::paintPoint(QPainter& painter, const Theme& theme, const TipScene::Point& point) const
{
    const QPointF at = toPixel(point.at);
    if (point.reading.isEmpty()) {
        painter.setPen(solidPen(theme.ink2, 1.4));
        painter.setBrush(theme.panel);
        painter.drawEllipse(at, 5.0, 5.0);
        return;
    }
    painter.setFont(font(text::kNormal, point.chosen));
    const double half = QFontMetricsF(painter.font()).horizontalAdvance(point.reading) / 2.0 + 5.0;
    const QRectF box(at.x() - half, at.y() - 10.0, 2.0 * half, 20.0);
    painter.setPen(solidPen(point.chosen ? theme.now : theme.line, point.chosen ? 2.0 : 1.0));
    painter.setBrush(theme.field);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(theme.ink);
    painter.drawText(box, Qt::AlignCenter, point.reading);
}

void TipView::paintInHand(QPainter& painter, const Theme& theme, const TipScene::Point& point) const
{
    const QPointF at = toPixel(point.at);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(theme.now, 3.0));
    const bool read = !point.reading.isEmpty();  // what was read there stays readable
    const double ring = read ? 27.0 : 17.0;
    painter.drawEllipse(at, ring, ring);
    painter.setPen(solidPen(theme.now, 1.6));
    for (const QPointF& way : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)})
        painter.drawLine(at + way * (read ? ring : 6.0), at + way * (ring + 9.0));
    if (m_scene.fromWall.isEmpty())
        return;
    painter.setFont(font(text::kNormal, true));
    const double wide = QFontMetricsF(painter.font()).horizontalAdvance(m_scene.fromWall) + 10.0;
    const bool under = at.y() < m_rect.center().y();
    QRectF box(at.x() - wide / 2.0, under ? at.y() + 38.0 : at.y() - 58.0, wide, 20.0);
    box.moveLeft(std::clamp(box.left(), m_rect.left(), std::max(m_rect.left(), m_rect.right() - wide)));
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.panel);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(theme.now);
    painter.drawText(box, Qt::AlignCenter, m_scene.fromWall);
}

void TipView::paint(QPainter& painter, const Theme& theme) const
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (!m_scene.section)
        return paintEmpty(painter, theme, m_rect, m_scene.empty);
    QPolygonF shape;
    constexpr std::size_t points = 240;
    for (const geometry::Point& p : geometry::WallContour(*m_scene.section).outline(points))
        shape << toPixel(p);
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.setBrush(theme.nowSoft);
    painter.drawPolygon(shape);
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(m_rect.left(), m_rect.top(), m_rect.width(), 18), Qt::AlignCenter, tr("roof"));
    painter.drawText(QRectF(m_rect.left(), m_rect.bottom() - 18, m_rect.width(), 18), Qt::AlignCenter, tr("floor"));
    for (const TipScene::Point& point : m_scene.points)
        paintPoint(painter, theme, point);
    for (const TipScene::Point& point : m_scene.points) {
        if (point.inHand)
            paintInHand(painter, theme, point);
    }
}

RoundsView::RoundsView(const RoundsScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    const double names = scene.lifts.size() == 1 && scene.lifts.front().isEmpty() ? 0.0 : 64.0;
    m_body = rect.adjusted(names, 18, 0, 0);
}

QRectF RoundsView::cell(std::size_t index) const
{
    const std::size_t columns = std::max<std::size_t>(1, m_scene.places.size());
    const std::size_t rows = std::max<std::size_t>(1, m_scene.lifts.size());
    const double wide = std::min(130.0, m_body.width() / static_cast<double>(columns));
    const double high = std::min(30.0, m_body.height() / static_cast<double>(rows));
    return QRectF(m_body.left() + wide * static_cast<double>(index % columns),
                  m_body.top() + high * static_cast<double>(index / columns), wide, high)
        .adjusted(0, 0, -4, -4);
}

void RoundsView::paint(QPainter& painter, const Theme& theme) const
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (m_scene.cells.empty())
        return paintEmpty(painter, theme, m_rect, m_scene.empty);
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink2);
    const std::size_t columns = m_scene.places.size();
    for (std::size_t k = 0; k < columns; ++k) {
        const QRectF box = cell(k);
        painter.drawText(QRectF(box.left(), m_rect.top(), box.width(), 16), Qt::AlignCenter,
                         QFontMetricsF(painter.font()).elidedText(m_scene.places[k], Qt::ElideRight, box.width()));
    }
    for (std::size_t k = 0; k < m_scene.lifts.size(); ++k) {
        const QRectF box = cell(k * columns);
        painter.drawText(QRectF(m_rect.left(), box.top(), m_body.left() - m_rect.left() - 6, box.height()),
                         Qt::AlignRight | Qt::AlignVCenter, m_scene.lifts[k]);
    }
    for (std::size_t k = 0; k < m_scene.cells.size(); ++k) {
        const RoundsScene::Cell& content = m_scene.cells[k];
        const QRectF box = cell(k);
        const bool done = content.points > 0 && content.read == content.points;
        painter.setPen(solidPen(content.next || content.chosen ? theme.now : theme.line, content.next     ? 2.4
                                                                                         : content.chosen ? 1.6
                                                                                                          : 1.0));
        painter.setBrush(theme.field);
        painter.drawRoundedRect(box, 3, 3);
        if (content.points > 0) {
            const double share = static_cast<double>(content.read) / static_cast<double>(content.points);
            painter.setPen(Qt::NoPen);
            painter.setBrush(theme.nowSoft);
            painter.drawRoundedRect(QRectF(box.left() + 1, box.top() + 1, (box.width() - 2) * share, box.height() - 2),
                                    3, 3);
        }
        painter.setPen(theme.ink);
        painter.setFont(font(text::kSecond, content.next));
        const QString text = done                 ? QStringLiteral("✓ ") + content.mean
                             : content.points > 0 ? tr("%1 of %2").arg(content.read).arg(content.points)
                             : content.next       ? tr("next")
                                                  : QString();
        painter.drawText(box, Qt::AlignCenter, text);
    }
}

std::optional<std::size_t> RoundsView::roundAt(QPointF p) const
{
    for (std::size_t k = 0; k < m_scene.cells.size(); ++k) {
        if (cell(k).contains(p))
            return m_scene.cells[k].round;
    }
    return std::nullopt;
}

}  // namespace euryth::drawing
