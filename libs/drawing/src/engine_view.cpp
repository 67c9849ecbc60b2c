// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/engine_view.hpp"

#include <algorithm>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

QPen penOf(const Theme& theme, LineStyle style)
{
    QPen other(theme.ink2, 1.8);
    other.setStyle(Qt::DashDotLine);
    switch (style) {
    case LineStyle::Now: return solidPen(theme.now, 2.4);
    case LineStyle::Plan: return planPen(theme, 2.2);
    case LineStyle::Other: return other;
    case LineStyle::NowThin: return solidPen(theme.now, 1.2);
    case LineStyle::PlanThin: return planPen(theme, 1.2);
    case LineStyle::OtherThin: other.setWidthF(1.0); return other;
    }
    return other;
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
    const auto inSight = [&](double x) {
        return !scene.xRange || (x >= scene.xRange->first && x <= scene.xRange->second);
    };
    for (const ChartLine& line : scene.lines) {
        for (const QPointF& p : line.points) {
            l.left = std::min(l.left, p.x());
            l.right = std::max(l.right, p.x());
            if (!inSight(p.x()))
                continue;
            l.low = std::min(l.low, p.y());
            l.high = std::max(l.high, p.y());
        }
    }
    if (scene.xRange) {  // where the lines come into sight and leave it
        for (const ChartLine& line : scene.lines) {
            for (const double end : {scene.xRange->first, scene.xRange->second}) {
                if (const auto y = valueAt(line, end)) {
                    l.low = std::min(l.low, *y);
                    l.high = std::max(l.high, *y);
                }
            }
        }
    }
    for (const ChartScene::Bar& bar : scene.bars) {
        l.left = std::min(l.left, bar.x);
        l.right = std::max(l.right, bar.x);
        if (!inSight(bar.x))
            continue;
        l.low = std::min({l.low, bar.y, 0.0});
        l.high = std::max({l.high, bar.y, 0.0});
    }
    if (scene.xRange)
        std::tie(l.left, l.right) = *scene.xRange;
    if (scene.limit)
        l.high = std::max(l.high, *scene.limit);
    if (scene.fromZero)
        l.low = std::min(l.low, 0.0);
    // Nothing is in sight.
    if (l.low > l.high)
        l.low = l.high = 0.0;
    // All the same, as a swirl of none.
    constexpr double flat = 0.01;
    if (l.high - l.low < 1e-9)
        l.high = l.low + (l.high > 0.0 ? flat * l.high : flat);
    // Over bars stands a number.
    const double margin = (scene.bars.empty() ? 0.06 : 0.24) * (l.high - l.low);
    l.high += margin;
    if (!scene.fromZero)
        l.low -= margin;
    return l;
}

/// Title, and the names of the lines in as many rows as they need. Returns the height of it all.
double paintKey(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect)
{
    painter.setFont(font(text::kNormal, true));
    painter.setPen(theme.ink);
    painter.drawText(QRectF(rect.left() + 4, rect.top(), rect.width(), 18), Qt::AlignLeft | Qt::AlignVCenter,
                     scene.title);
    painter.setFont(font(text::kSecond));
    constexpr double rowHeight = 17.0;
    constexpr double sample = 26.0;
    double x = rect.left() + 4;
    double y = rect.top() + 28;
    for (std::size_t i = 0; scene.named && i < scene.lines.size() && scene.lines.size() > 1; ++i) {
        const double wide = painter.fontMetrics().horizontalAdvance(scene.lines[i].name);
        if (x > rect.left() + 4 && x + sample + 5 + wide > rect.right()) {
            x = rect.left() + 4;
            y += rowHeight;
        }
        painter.setPen(penOf(theme, scene.lines[i].style));
        painter.drawLine(QPointF(x, y), QPointF(x + sample, y));
        painter.setPen(theme.ink2);
        painter.drawText(QRectF(x + sample + 5, y - 9, wide + 4, 18), Qt::AlignLeft | Qt::AlignVCenter,
                         scene.lines[i].name);
        x += sample + 5 + wide + 16;
    }
    constexpr double underTitle = 22.0;
    return scene.named ? y - rect.top() + 16 : underTitle;
}

constexpr double kLeft = 58.0;  // of the plot in its rectangle, for the numbers of its axis
constexpr double kRight = 14.0;

/// All lines at one x: a line up, and each value beside its line.
void paintReadings(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& plot, const AxisMap& x,
                   const AxisMap& y)
{
    const double at = x.toPixel(*scene.readAt);
    if (at < plot.left() - 0.5 || at > plot.right() + 0.5)
        return;
    painter.setPen(solidPen(theme.ink2, 1.0));
    painter.drawLine(QPointF(at, plot.top()), QPointF(at, plot.bottom()));
    painter.setFont(font(text::kSecond, true));
    constexpr double high = 16.0;
    std::vector<double> taken;  // heights at which a label stands
    for (const ChartLine& line : scene.lines) {
        const auto value = valueAt(line, *scene.readAt);
        if (!value)
            continue;
        double middle = y.toPixel(*value) - 10.0;
        while (std::ranges::any_of(taken, [&](double other) { return std::abs(other - middle) < high; }))
            middle += high;
        taken.push_back(middle);
        const QString text = QString::fromStdString(units::formatNumber(scene.yKind, *value, scene.units));
        const double wide = painter.fontMetrics().horizontalAdvance(text) + 10.0;
        const bool left = at + wide + 6.0 > plot.right();
        const QRectF box(left ? at - wide - 6.0 : at + 6.0, middle - high / 2.0, wide, high);
        painter.setPen(solidPen(penOf(theme, line.style).color(), 1.0));
        painter.setBrush(theme.panel);
        painter.drawRoundedRect(box, 3, 3);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(theme.ink);
        painter.drawText(box, Qt::AlignCenter, text);
    }
    painter.setFont(font(text::kSecond));
}

/// A band of doubt under a line, told apart by its soft fill.
void paintBand(QPainter& painter, const Theme& theme, const ChartLine& line, const AxisMap& x, const AxisMap& y)
{
    QPolygonF band;
    for (const QPointF& p : line.points)
        band << QPointF(x.toPixel(p.x()), y.toPixel(p.y() * (1.0 + line.doubt)));
    for (auto p = line.points.rbegin(); p != line.points.rend(); ++p)
        band << QPointF(x.toPixel(p->x()), y.toPixel(p->y() * (1.0 - line.doubt)));
    QColor fill = penOf(theme, line.style).color();
    fill.setAlphaF(0.16F);
    painter.setPen(Qt::NoPen);
    painter.setBrush(fill);
    painter.drawPolygon(band);
    painter.setBrush(Qt::NoBrush);
}

void paintDots(QPainter& painter, const Theme& theme, const ChartLine& line, const AxisMap& x, const AxisMap& y)
{
    constexpr double radius = 3.2;
    painter.setPen(solidPen(penOf(theme, line.style).color(), 1.6));
    painter.setBrush(theme.panel);
    for (const QPointF& p : line.points)
        painter.drawEllipse(QPointF(x.toPixel(p.x()), y.toPixel(p.y())), radius, radius);
    painter.setBrush(Qt::NoBrush);
}

void paintBars(QPainter& painter, const Theme& theme, const ChartScene& scene, const AxisMap& x, const AxisMap& y)
{
    constexpr double half = 9.0;
    const double zero = y.toPixel(0.0);
    for (const ChartScene::Bar& bar : scene.bars) {
        const QColor colour = bar.y < 0.0 ? theme.danger : theme.now;
        const double end = y.toPixel(bar.y);
        const QRectF box(x.toPixel(bar.x) - half, std::min(zero, end), 2.0 * half, std::abs(end - zero));
        painter.setPen(solidPen(bar.counts ? colour : theme.ink2, 1.2));
        painter.setBrush(bar.counts ? QBrush(colour) : QBrush(Qt::NoBrush));
        painter.drawRect(box);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(theme.ink);
        const QString text = QString::fromStdString(units::formatNumber(scene.yKind, bar.y, scene.units));
        if (bar.x < x.valueFrom || bar.x > x.valueTo)
            continue;
        paintLabel(painter, painter.viewport(), {box.center().x(), bar.y < 0.0 ? box.bottom() + 9.0 : box.top() - 9.0},
                   text);
    }
    painter.setPen(solidPen(theme.ink2, 1.0));
    painter.drawLine(QPointF(x.pixelFrom, zero), QPointF(x.pixelTo, zero));
}

}  // namespace

AxisMap chartAxis(const ChartScene& scene, const QRectF& rect)
{
    const Limits l = limitsOf(scene);
    return {l.left, l.right, rect.left() + kLeft, rect.right() - kRight};
}

std::optional<double> valueAt(const ChartLine& line, double x)
{
    for (std::size_t i = 1; i < line.points.size(); ++i) {
        const QPointF& a = line.points[i - 1];
        const QPointF& b = line.points[i];
        if (x < a.x() || x > b.x())
            continue;
        return b.x() > a.x() ? a.y() + (b.y() - a.y()) * (x - a.x()) / (b.x() - a.x()) : b.y();
    }
    return std::nullopt;
}

void paintChart(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect)
{
    painter.setRenderHint(QPainter::Antialiasing);
    const double key = paintKey(painter, theme, scene, rect);
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    const Limits l = limitsOf(scene);
    const QRectF plot = rect.adjusted(kLeft, key + (scene.marks.empty() && scene.bars.empty() ? 0.0 : 12.0), -kRight,
                                      scene.xTitle.isEmpty() ? -22 : -36);
    const int steps = std::clamp(static_cast<int>(plot.height() / 13.0), 2, 5);
    const AxisMap x = chartAxis(scene, rect);
    const AxisMap y{l.low, l.high, plot.bottom(), plot.top()};
    painter.setFont(font(text::kSecond));
    paintRules(painter, theme, {y, scene.yKind, scene.units, steps}, plot);
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left(), rect.bottom() - 18, rect.width() - 14, 18), Qt::AlignRight | Qt::AlignVCenter,
                     scene.xTitle);
    if (scene.limit) {
        QPen pen(theme.danger, 1.2);
        pen.setStyle(Qt::DotLine);
        painter.setPen(pen);
        painter.drawLine(QPointF(plot.left(), y.toPixel(*scene.limit)), QPointF(plot.right(), y.toPixel(*scene.limit)));
        painter.setPen(theme.danger);
        painter.drawText(QRectF(plot.left(), y.toPixel(*scene.limit) - 18, plot.width() - 4, 16),
                         scene.marks.empty() ? Qt::AlignRight : Qt::AlignLeft, scene.limitName);
    }
    for (const ChartScene::Mark& mark : scene.marks) {
        painter.setPen(solidPen(theme.ink2, 1.0));
        painter.drawLine(QPointF(x.toPixel(mark.x), plot.top()), QPointF(x.toPixel(mark.x), plot.bottom()));
        paintLabel(painter, rect, {x.toPixel(mark.x), plot.top() - 7}, mark.name);
    }
    painter.save();
    if (scene.xRange)
        painter.setClipRect(QRectF(plot.left() - 6, rect.top(), plot.width() + 12, rect.height()));
    if (!scene.bars.empty())
        paintBars(painter, theme, scene, x, y);
    for (const ChartLine& line : scene.lines) {
        if (line.doubt > 0.0)
            paintBand(painter, theme, line, x, y);
    }
    for (std::size_t i = scene.lines.size(); i-- > 0;) {
        QPolygonF curve;
        for (const QPointF& p : scene.lines[i].points)
            curve << QPointF(x.toPixel(p.x()), y.toPixel(p.y()));
        painter.setPen(penOf(theme, scene.lines[i].style));
        paintLongLine(painter, curve);
        if (scene.lines[i].dots)
            paintDots(painter, theme, scene.lines[i], x, y);
    }
    painter.restore();
    paintNumbersLeft(painter, theme, {y, scene.yKind, scene.units, steps}, rect.left() + 52);
    paintNumbersBelow(painter, theme, {x, scene.xKind, scene.units, 6}, rect, plot.bottom() + 11);
    if (scene.readAt)
        paintReadings(painter, theme, scene, plot, x, y);
}

QRectF chartBox(const QRectF& rect, std::size_t count, std::size_t columns, std::size_t which)
{
    const std::size_t rows = (count + columns - 1) / columns;
    const double wide = rect.width() / static_cast<double>(columns);
    const double high = rect.height() / static_cast<double>(rows);
    return {rect.left() + wide * static_cast<double>(which % columns),
            rect.top() + high * static_cast<double>(which / columns), wide - 8, high - 6};
}

void paintCharts(QPainter& painter, const Theme& theme, const std::vector<ChartScene>& charts, const QRectF& rect,
                 std::size_t columns)
{
    for (std::size_t i = 0; i < charts.size(); ++i)
        paintChart(painter, theme, charts[i], chartBox(rect, charts.size(), columns, i));
}

}  // namespace euryth::drawing
