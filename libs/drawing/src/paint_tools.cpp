// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint_tools.hpp"

#include <algorithm>
#include <cmath>

#include <QCoreApplication>

#include "units/format.hpp"

namespace euryth::drawing {

QString tr(const char* text) { return QCoreApplication::translate("Drawing", text); }

/// Tick labels in display units: the ticks are round in what is shown, not in SI.
std::vector<std::pair<double, QString>> displayTicks(const AxisMap& axis, units::Kind kind,
                                                     const units::DisplayUnits& units, int wanted)
{
    const units::Unit unit = units::unitFor(kind, units);
    std::vector<std::pair<double, QString>> ticks;
    const auto shown = roundTicks(axis.valueFrom / unit.factor, axis.valueTo / unit.factor, wanted);
    const double step = shown.size() > 1 ? shown[1] - shown[0] : 1.0;
    const int decimals = std::max(0, static_cast<int>(-std::floor(std::log10(step) + 1e-9)));
    for (const double value : shown) {
        ticks.emplace_back(value * unit.factor, QString::fromStdString(units::formatPlain(value, decimals, units)));
    }
    return ticks;
}

void paintLongLine(QPainter& painter, const QPolygonF& line)
{
    if (painter.paintEngine()->type() != QPaintEngine::Raster)
        return painter.drawPolyline(line);  // in a file it stays one line
    const QPen whole = painter.pen();
    const bool dashed = whole.style() != Qt::SolidLine;
    QPen pen = whole;
    if (!dashed)
        pen.setCapStyle(Qt::RoundCap);  // pieces meet without a notch
    constexpr double wide = 64.0;
    double behind = 0.0;
    for (qsizetype from = 0; from + 1 < line.size();) {
        qsizetype to = from + 1;
        double length = QLineF(line[from], line[to]).length();
        while (to + 1 < line.size() && std::abs(line[to + 1].x() - line[from].x()) < wide) {
            length += QLineF(line[to], line[to + 1]).length();
            ++to;
        }
        if (dashed)
            pen.setDashOffset(whole.dashOffset() + behind / std::max(1.0, whole.widthF()));
        painter.setPen(pen);
        painter.drawPolyline(line.constData() + from, static_cast<int>(to - from + 1));
        behind += length;
        from = to;
    }
    painter.setPen(whole);
}

QRectF inSight(const QPainter& painter)
{
    const QPaintDevice* device = painter.device();
    return painter.transform().inverted().mapRect(QRectF(0.0, 0.0, device->width(), device->height()));
}

int ticksInSight(const QPainter& painter, const AxisMap& axis, Qt::Orientation orientation, int wanted)
{
    const QRectF seen = inSight(painter);
    const double whole = std::abs(axis.pixelTo - axis.pixelFrom);
    const double part = orientation == Qt::Horizontal ? seen.width() : seen.height();
    return static_cast<int>(wanted * std::max(1.0, whole / std::max(part, 1.0)));
}

void paintNumbersLeft(QPainter& painter, const Theme& theme, const Numbered& y, double right)
{
    constexpr double wide = 52.0;
    const QRectF seen = inSight(painter);
    const double end = std::max(right, seen.left() + wide);
    painter.setFont(font(text::kSecond));
    if (end > right)
        painter.fillRect(QRectF(seen.left(), seen.top(), wide + 8.0, seen.height()), theme.panel);
    painter.setPen(theme.ink2);
    const int wanted = ticksInSight(painter, y.axis, Qt::Vertical, y.wanted);
    for (const auto& [value, label] : displayTicks(y.axis, y.kind, y.units, wanted))
        painter.drawText(QRectF(end - wide, y.axis.toPixel(value) - 9, wide, 18), Qt::AlignRight | Qt::AlignVCenter,
                         label);
}

void paintRules(QPainter& painter, const Theme& theme, const Numbered& y, const QRectF& plot)
{
    painter.setPen(solidPen(theme.line));
    const int wanted = ticksInSight(painter, y.axis, Qt::Vertical, y.wanted);
    for (const auto& [value, label] : displayTicks(y.axis, y.kind, y.units, wanted)) {
        const double height = y.axis.toPixel(value);
        painter.drawLine(QPointF(plot.left(), height), QPointF(plot.right(), height));
    }
}

void paintNumbersBelow(QPainter& painter, const Theme& theme, const Numbered& x, const QRectF& bounds, double top)
{
    constexpr double high = 22.0;
    const QRectF seen = inSight(painter);
    const double middle = std::min(top, seen.bottom() - high / 2.0);
    painter.setFont(font(text::kSecond));
    if (middle < top)
        painter.fillRect(QRectF(seen.left(), seen.bottom() - high, seen.width(), high), theme.panel);
    painter.setPen(theme.ink2);
    const int wanted = ticksInSight(painter, x.axis, Qt::Horizontal, x.wanted);
    for (const auto& [value, label] : displayTicks(x.axis, x.kind, x.units, wanted))
        paintLabel(painter, bounds, {x.axis.toPixel(value), middle}, label);
}

QString unitText(units::Kind kind, const units::DisplayUnits& units)
{
    return QString::fromStdString(units::symbol(kind, units));
}

QString valueText(units::Kind kind, double si, const units::DisplayUnits& units)
{
    return QString::fromStdString(units::formatWithUnit(kind, si, units));
}

QColor severityColour(const Theme& theme, calls::Severity severity)
{
    switch (severity) {
    case calls::Severity::Danger: return theme.danger;
    case calls::Severity::Warning: return theme.metal;
    case calls::Severity::Note: return theme.ink2;
    }
    return theme.ink2;
}

void paintSeverity(QPainter& painter, const Theme& theme, calls::Severity severity, QPointF centre, double size)
{
    const QColor colour = severityColour(theme, severity);
    const double half = size / 2.0;
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    switch (severity) {
    case calls::Severity::Danger:
        painter.drawPolygon(QPolygonF{centre + QPointF(-half, -half * 0.9), centre + QPointF(half, -half * 0.9),
                                      centre + QPointF(0.0, half)});
        break;
    case calls::Severity::Warning:
        painter.drawRect(QRectF(centre - QPointF(half, half) * 0.8, QSizeF(size, size) * 0.8));
        break;
    case calls::Severity::Note:
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(colour, 2.0));
        painter.drawEllipse(centre, half * 0.7, half * 0.7);
        break;
    }
    painter.restore();
}

std::optional<std::size_t> underFinger(const std::vector<QPointF>& points, QPointF p, double finger)
{
    std::optional<std::size_t> nearest;
    double least = finger;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const QPointF away = points[i] - p;
        if (const double distance = std::hypot(away.x(), away.y()); distance < least) {
            least = distance;
            nearest = i;
        }
    }
    return nearest;
}

void paintLabel(QPainter& painter, const QRectF& bounds, QPointF centre, const QString& text)
{
    QRectF box = painter.fontMetrics().boundingRect(text);
    box.setWidth(painter.fontMetrics().horizontalAdvance(text) + 2.0);
    box.moveCenter(centre);
    if (box.left() < bounds.left())
        box.moveLeft(bounds.left());
    if (box.right() > bounds.right())
        box.moveRight(bounds.right());
    painter.drawText(box, Qt::AlignCenter | Qt::TextDontClip, text);
}

void paintEmpty(QPainter& painter, const Theme& theme, const QRectF& rect, const QString& text)
{
    if (text.contains(QLatin1String("<a href=")))
        return;  // a label that can be followed stands there
    painter.setPen(theme.ink2);
    painter.setFont(font(text::kNormal));
    painter.drawText(rect.adjusted(16, 16, -16, -16), Qt::AlignCenter | Qt::TextWordWrap, text);
}

}  // namespace euryth::drawing
