// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/engine_view.hpp"

#include <algorithm>

#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

QPen penOf(const Theme& theme, std::size_t line)
{
    switch (line) {
    case 0: return solidPen(theme.now, 2.4);
    case 1: return metalPen(theme, 2.0);
    default: return solidPen(theme.ink2, 1.2);
    }
}

struct Limits {
    double left = 1e300;
    double right = -1e300;
    double low = 1e300;
    double high = -1e300;
};

Limits limitsOf(const ChartScene& scene)
{
    Limits l;
    for (const ChartLine& line : scene.lines) {
        for (const QPointF& p : line.points) {
            l.left = std::min(l.left, p.x());
            l.right = std::max(l.right, p.x());
            l.low = std::min(l.low, p.y());
            l.high = std::max(l.high, p.y());
        }
    }
    if (scene.limit)
        l.high = std::max(l.high, *scene.limit);
    if (scene.fromZero)
        l.low = std::min(l.low, 0.0);
    const double margin = 0.06 * (l.high - l.low) + 1e-12;
    l.high += margin;
    if (!scene.fromZero)
        l.low -= margin;
    return l;
}

void paintKey(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect)
{
    painter.setFont(font(text::kNormal, true));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(rect.left() + 4, rect.top(), rect.width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
                     scene.title);
    painter.setFont(font(text::kSecond));
    double x = rect.left() + 4;
    const double y = rect.top() + 28;
    for (std::size_t i = 0; i < scene.lines.size() && scene.lines.size() > 1; ++i) {
        painter.setPen(penOf(theme, i));
        painter.drawLine(QPointF(x, y), QPointF(x + 26, y));
        painter.setPen(theme.ink2);
        const double wide = painter.fontMetrics().horizontalAdvance(scene.lines[i].name);
        painter.drawText(QRectF(x + 31, y - 9, wide + 4, 18), Qt::AlignLeft | Qt::AlignVCenter, scene.lines[i].name);
        x += 31 + wide + 16;
    }
}

}  // namespace

void paintChart(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect)
{
    painter.setRenderHint(QPainter::Antialiasing);
    paintKey(painter, theme, scene, rect);
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    const Limits l = limitsOf(scene);
    const QRectF plot = rect.adjusted(58, 44, -14, -36);
    const AxisMap x{l.left, l.right, plot.left(), plot.right()};
    const AxisMap y{l.low, l.high, plot.bottom(), plot.top()};
    painter.setFont(font(text::kSecond));
    for (const auto& [value, label] : displayTicks(y, scene.yKind, scene.units, 5)) {
        painter.setPen(solidPen(theme.line));
        painter.drawLine(QPointF(plot.left(), y.toPixel(value)), QPointF(plot.right(), y.toPixel(value)));
        painter.setPen(theme.ink2);
        painter.drawText(QRectF(rect.left(), y.toPixel(value) - 9, 52, 18), Qt::AlignRight | Qt::AlignVCenter, label);
    }
    for (const auto& [value, label] : displayTicks(x, scene.xKind, scene.units, 6))
        paintLabel(painter, rect, {x.toPixel(value), plot.bottom() + 11}, label);
    painter.drawText(QRectF(rect.left(), rect.bottom() - 18, rect.width() - 14, 18), Qt::AlignRight | Qt::AlignVCenter,
                     scene.xTitle);
    if (scene.limit) {
        QPen pen(theme.danger, 1.2);
        pen.setStyle(Qt::DotLine);
        painter.setPen(pen);
        painter.drawLine(QPointF(plot.left(), y.toPixel(*scene.limit)), QPointF(plot.right(), y.toPixel(*scene.limit)));
        painter.setPen(theme.danger);
        painter.drawText(QRectF(plot.left(), y.toPixel(*scene.limit) - 18, plot.width() - 4, 16), Qt::AlignRight,
                         scene.limitName);
    }
    if (scene.mark) {
        painter.setPen(planPen(theme, 1.4));
        painter.drawLine(QPointF(x.toPixel(*scene.mark), plot.top()), QPointF(x.toPixel(*scene.mark), plot.bottom()));
        painter.setPen(theme.plan);
        paintLabel(painter, rect, {x.toPixel(*scene.mark), plot.top() - 7}, scene.markName);
    }
    for (std::size_t i = scene.lines.size(); i-- > 0;) {
        QPolygonF curve;
        for (const QPointF& p : scene.lines[i].points)
            curve << QPointF(x.toPixel(p.x()), y.toPixel(p.y()));
        painter.setPen(penOf(theme, i));
        painter.drawPolyline(curve);
    }
}

}  // namespace euryth::drawing
