// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <utility>
#include <vector>

#include <QPainter>
#include <QPainterPath>
#include <QString>

#include "calls/calls.hpp"
#include "drawing/paint_empty.hpp"
#include "drawing/scale.hpp"
#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// A text of a picture in the language of the window.
QString tr(const char* text);

inline QPen solidPen(const QColor& colour, double width = 1.0) { return {colour, width}; }

/// The plan's line: long dashes.
inline QPen planPen(const Theme& theme, double width = 2.0)
{
    QPen pen(theme.plan, width);
    pen.setDashPattern({6.0, 3.0});
    return pen;
}

/// The line of metal to remove: short dashes.
inline QPen metalPen(const Theme& theme, double width = 1.6)
{
    QPen pen(theme.metal, width);
    pen.setDashPattern({3.0, 2.0});
    return pen;
}

/// The hatch of metal to remove.
/// A line that goes far across the picture, with the painter's pen, on a screen in pieces: the time to paint a smooth
/// line there goes with the box around it, and many small boxes are less than one large one. Dashes go on from piece to
/// piece.
void paintLongLine(QPainter& painter, const QPolygonF& line);

inline QBrush metalHatch(const Theme& theme) { return {theme.metal, Qt::BDiagPattern}; }

/// Tick values (SI) with labels in display units: the ticks are round in what is shown, not in SI.
std::vector<std::pair<double, QString>> displayTicks(const AxisMap& axis, units::Kind kind,
                                                     const units::DisplayUnits& units, int wanted);
/// The part of the picture that is in sight, where one looks nearer.
QRectF inSight(const QPainter& painter);
/// As many ticks as `wanted` in what is in sight of an axis.
int ticksInSight(const QPainter& painter, const AxisMap& axis, Qt::Orientation orientation, int wanted);
/// An axis and how it is numbered.
struct Numbered {
    AxisMap axis;
    units::Kind kind;
    const units::DisplayUnits& units;
    int wanted;
};
/// Numbers left of a plot, ending at `right`, or at the bottom under `top`. Where one looks nearer they stay in sight,
/// Lines across a plot at the numbers of its upright axis; painted before the curves, the numbers after them.
void paintRules(QPainter& painter, const Theme& theme, const Numbered& y, const QRectF& plot);
/// over the lines: to be painted after these.
void paintNumbersLeft(QPainter& painter, const Theme& theme, const Numbered& y, double right);
void paintNumbersBelow(QPainter& painter, const Theme& theme, const Numbered& x, const QRectF& bounds, double top);
/// The symbol of a kind's display unit.
QString unitText(units::Kind kind, const units::DisplayUnits& units);
/// A value with the symbol.
QString valueText(units::Kind kind, double si, const units::DisplayUnits& units);

QColor severityColour(const Theme& theme, calls::Severity severity);
/// A mark that differs by shape: danger a filled triangle, warning a filled square, note a ring.
void paintSeverity(QPainter& painter, const Theme& theme, calls::Severity severity, QPointF centre, double size);

/// Index of the point nearest to a pixel within a finger's width, in pixels; nothing where none is.
std::optional<std::size_t> underFinger(const std::vector<QPointF>& points, QPointF p, double finger = 22.0);

/// Text centred on a point, kept inside `bounds` from side to side.
void paintLabel(QPainter& painter, const QRectF& bounds, QPointF centre, const QString& text);

}  // namespace euryth::drawing
