// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/bore_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

BoreView::BoreView(const BoreScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (!scene.layout)
        return;
    const QRectF inside = rect.adjusted(14, 26, -14, -26);
    double wide = scene.layout->bore.si();
    for (const auto& valve : scene.layout->valves) {
        const double out = std::hypot(valve.x.si(), valve.y.si()) + valve.diameter.si() / 2.0;
        wide = std::max(wide, 2.0 * out);
    }
    m_scale = std::min(inside.width(), inside.height()) / wide;
    m_middle = inside.center();
}

// Seen from the deck, so that what is left of the flow is drawn downward.
QPointF BoreView::toPixel(Length x, Length y) const { return m_middle + QPointF(x.si(), y.si()) * m_scale; }
Length BoreView::xAt(QPointF p) const { return Length::fromSi((p.x() - m_middle.x()) / m_scale); }
Length BoreView::yAt(QPointF p) const { return Length::fromSi((p.y() - m_middle.y()) / m_scale); }

std::optional<std::size_t> BoreView::valveAt(QPointF p) const
{
    if (!m_scene.layout)
        return std::nullopt;
    const auto& valves = m_scene.layout->valves;
    const auto inside = [&](const analysis::LaidValve& v) {
        const QPointF off = p - toPixel(v.x, v.y);
        return std::hypot(off.x(), off.y()) <= v.diameter.si() / 2.0 * m_scale;
    };
    const auto found = std::ranges::find_if(valves, inside);
    return found == valves.end() ? std::nullopt : std::optional(static_cast<std::size_t>(found - valves.begin()));
}

void BoreView::paintValve(QPainter& painter, const Theme& theme, std::size_t i) const
{
    const analysis::LaidValve& valve = m_scene.layout->valves[i];
    const QPointF middle = toPixel(valve.x, valve.y);
    const double r = valve.diameter.si() / 2.0 * m_scale;
    const bool chosen = m_scene.chosen == i;
    painter.setBrush(chosen ? theme.nowSoft : theme.field);
    painter.setPen(chosen ? solidPen(theme.now, m_scene.focused ? 3.0 : 2.2) : solidPen(theme.ink, 1.4));
    painter.drawEllipse(middle, r, r);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(theme.ink);
    painter.setFont(font(text::kNormal, true));
    const QRectF box(middle.x() - r, middle.y() - 24, 2.0 * r, 48);
    painter.drawText(box, Qt::AlignHCenter | Qt::AlignTop, m_scene.names[i]);
    painter.setFont(font(text::kSecond));
    const auto length = [&](Length q) {
        return QString::fromStdString(units::formatWithUnit(units::Kind::Length, q.si(), m_scene.units));
    };
    painter.drawText(box, Qt::AlignCenter, length(valve.diameter));
    if (valve.sunk)
        painter.drawText(box, Qt::AlignHCenter | Qt::AlignBottom,
                         tr("sunk %1").arg(QString::fromStdString(
                             units::formatNumber(units::Kind::Length, valve.sunk->si(), m_scene.units))));
}

void BoreView::paintGap(QPainter& painter, const Theme& theme, const analysis::ValvePair& pair) const
{
    const auto& a = m_scene.layout->valves[pair.first];
    const auto& b = m_scene.layout->valves[pair.second];
    const QPointF from = toPixel(a.x, a.y);
    const QPointF to = toPixel(b.x, b.y);
    const double apart = pair.apart.si();
    if (apart <= 0.0)
        return;
    const QPointF way = (to - from) / apart;
    const QPointF edgeA = from + way * (a.diameter.si() / 2.0);
    const QPointF edgeB = to - way * (b.diameter.si() / 2.0);
    painter.setPen(solidPen(pair.gap > Length{} ? theme.ink : theme.danger, 1.4));
    painter.drawLine(edgeA, edgeB);
    const QString text = QString::fromStdString(units::formatNumber(units::Kind::Length, pair.gap.si(), m_scene.units));
    const double wide = painter.fontMetrics().horizontalAdvance(text) + 6.0;
    const QPointF middle = (edgeA + edgeB) / 2.0;
    const QRectF box(middle.x() - wide / 2.0, middle.y() - 9, wide, 18);
    painter.fillRect(box, theme.panel);
    painter.drawText(box, Qt::AlignCenter, text);
}

void BoreView::paintEdge(QPainter& painter, const Theme& theme, const analysis::LaidValve& valve) const
{
    const double out = std::hypot(valve.x.si(), valve.y.si());
    if (out <= 0.0)
        return;
    const QPointF way = QPointF(valve.x.si(), valve.y.si()) / out;
    const QPointF edge = m_middle + way * (out + valve.diameter.si() / 2.0) * m_scale;
    const QPointF bore = m_middle + way * (m_scene.layout->bore.si() / 2.0) * m_scale;
    painter.setPen(solidPen(valve.boreEdge > Length{} ? theme.ink2 : theme.danger, 1.2));
    painter.drawLine(edge, bore);
    paintLabel(painter, m_rect, bore + way * 16.0,
               QString::fromStdString(units::formatNumber(units::Kind::Length, valve.boreEdge.si(), m_scene.units)));
}

void BoreView::paint(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.layout)
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const double r = m_scene.layout->bore.si() / 2.0 * m_scale;
    painter.setPen(solidPen(theme.ink2, 1.6));
    painter.setBrush(theme.ground);
    painter.drawEllipse(m_middle, r, r);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(theme.line));
    painter.drawLine(m_middle - QPointF(6, 0), m_middle + QPointF(6, 0));
    painter.drawLine(m_middle - QPointF(0, 6), m_middle + QPointF(0, 6));
    for (std::size_t i = 0; i < m_scene.layout->valves.size(); ++i)
        paintValve(painter, theme, i);
    painter.setFont(font(text::kSecond));
    // Across the chamber two others lie between: only gaps where one could cut into the other are told.
    constexpr Length near = lengthFromMm(12.0);
    for (const analysis::ValvePair& pair : m_scene.layout->pairs) {
        if (pair.gap < near)
            paintGap(painter, theme, pair);
    }
    for (const analysis::LaidValve& valve : m_scene.layout->valves)
        paintEdge(painter, theme, valve);
    painter.setPen(theme.ink2);
    const QRectF head(m_rect.left(), m_rect.top(), m_rect.width(), 18);
    painter.drawText(head, Qt::AlignLeft, tr("intake side"));
    painter.drawText(head, Qt::AlignHCenter, tr("seen from the deck"));
    painter.drawText(head, Qt::AlignRight, tr("exhaust side"));
    painter.drawText(QRectF(m_rect.left(), m_rect.bottom() - 18, m_rect.width(), 18), Qt::AlignHCenter,
                     tr("gaps between heads and to the bore, %1").arg(unitText(units::Kind::Length, m_scene.units)));
}

}  // namespace euryth::drawing
