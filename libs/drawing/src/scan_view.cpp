// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/scan_view.hpp"

#include <algorithm>
#include <cmath>

#include "drawing/paint_empty.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

double distanceTo(const ScanScene::Slice& slice, QPointF p)
{
    const QPointF along = slice.roof - slice.floor;
    const double length2 = QPointF::dotProduct(along, along);
    const double t = length2 > 0.0 ? std::clamp(QPointF::dotProduct(p - slice.floor, along) / length2, 0.0, 1.0) : 0.0;
    const QPointF off = p - slice.floor - along * t;
    return std::hypot(off.x(), off.y());
}

}  // namespace

ScanView::ScanView(const ScanScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.slices.empty())
        return;
    QPolygonF all;
    for (const ScanScene::Slice& slice : scene.slices)
        all << slice.floor << slice.roof;
    const QRectF box = all.boundingRect();
    constexpr double forNumbers = 34.0;
    const QRectF inside = rect.adjusted(forNumbers, forNumbers, -forNumbers, -forNumbers);
    m_scale = std::min(inside.width() / std::max(box.width(), 1e-4), inside.height() / std::max(box.height(), 1e-4));
    m_middle = box.center();
}

QPointF ScanView::toPixel(QPointF metres) const
{
    const QPointF off = (metres - m_middle) * m_scale;
    return m_rect.center() + QPointF(off.x(), -off.y());
}

std::size_t ScanView::sliceAt(QPointF pixel) const
{
    const QPointF off = (pixel - m_rect.center()) / m_scale;
    const QPointF at = m_middle + QPointF(off.x(), -off.y());
    const auto nearest = std::ranges::min_element(m_scene.slices, {},
                                                  [&](const ScanScene::Slice& slice) { return distanceTo(slice, at); });
    return static_cast<std::size_t>(nearest - m_scene.slices.begin());
}

/// A plane that becomes a station stands out over the wall, with its number; that in the hand is told by its ends too.
void ScanView::paintPlane(QPainter& painter, const Theme& theme, std::size_t station) const
{
    const ScanScene::Slice& slice = m_scene.slices[m_scene.chosen[station]];
    const QPointF floor = toPixel(slice.floor);
    const QPointF roof = toPixel(slice.roof);
    const double length = std::hypot((roof - floor).x(), (roof - floor).y());
    const QPointF out = length > 0.0 ? (roof - floor) / length : QPointF(0.0, -1.0);
    const bool inHand = station == m_scene.hand;
    constexpr double over = 9.0;
    constexpr double toNumber = 20.0;
    painter.setPen(solidPen(inHand ? theme.now : theme.ink, inHand ? (m_scene.focused ? 3.2 : 2.4) : 1.4));
    painter.drawLine(floor - out * over, roof + out * over);
    if (inHand) {
        painter.setBrush(theme.now);
        for (const QPointF& end : {floor - out * over, roof + out * over})
            painter.drawEllipse(end, 4.0, 4.0);
        painter.setBrush(Qt::NoBrush);
    }
    painter.setPen(inHand ? theme.now : theme.ink);
    painter.setFont(font(text::kSecond, inHand));
    const QPointF at = roof + out * toNumber;
    painter.drawText(QRectF(at.x() - 14, at.y() - 9, 28, 18), Qt::AlignCenter, QString::number(station + 1));
}

void ScanView::paint(QPainter& painter, const Theme& theme) const
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (!m_scene.missing.isEmpty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    QPolygonF body;
    for (const ScanScene::Slice& slice : m_scene.slices)
        body << toPixel(slice.roof);
    for (auto slice = m_scene.slices.rbegin(); slice != m_scene.slices.rend(); ++slice)
        body << toPixel(slice->floor);
    painter.setPen(solidPen(theme.ink2, 1.2));
    painter.setBrush(theme.nowSoft);
    painter.drawPolygon(body);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(theme.line, 1.0));
    for (const ScanScene::Slice& slice : m_scene.slices)
        painter.drawLine(toPixel(slice.floor), toPixel(slice.roof));
    for (std::size_t i = 0; i < m_scene.chosen.size(); ++i) {
        if (i != m_scene.hand)
            paintPlane(painter, theme, i);
    }
    if (m_scene.hand < m_scene.chosen.size())
        paintPlane(painter, theme, m_scene.hand);
    painter.setPen(theme.ink2);
    painter.setFont(font(text::kSecond));
    painter.drawText(m_rect.adjusted(8, 4, -8, -4), Qt::AlignLeft | Qt::AlignBottom, tr("from the side, to scale"));
}

}  // namespace euryth::drawing
