// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QMarginsF>
#include <QPainter>
#include <QString>

#include "drawing/scale.hpp"
#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// How a curve is drawn; they are told apart without colour too: plain and strong, dashed long, dash and dot, and the
/// same three thin for a second quantity.
enum class LineStyle { Now, Plan, Other, NowThin, PlanThin, OtherThin };

/// A curve of a chart. SI values.
struct ChartLine {
    QString name;
    LineStyle style = LineStyle::Now;
    std::vector<QPointF> points;  ///< x and y in SI
    bool dots = false;            ///< each point was measured
    double doubt = 0.0;           ///< by which y may be off, as a share: a band round the line
};

/// One chart with its axes in display units.
struct ChartScene {
    QString title;
    QString xTitle;
    units::Kind xKind = units::Kind::Number;
    units::Kind yKind = units::Kind::Number;
    std::vector<ChartLine> lines;
    struct Mark {
        double x = 0.0;
        QString name;
    };
    std::vector<Mark> marks;
    /// A change at x, drawn as a bar from 0; hollow where it does not count.
    struct Bar {
        double x = 0.0;
        double y = 0.0;
        bool counts = true;
    };
    std::vector<Bar> bars;
    std::optional<double> limit;  ///< a y that is not to be passed
    QString limitName;
    bool fromZero = true;
    bool named = true;                                ///< the names of its lines stand over it
    std::optional<std::pair<double, double>> xRange;  ///< else as far as the lines go
    std::optional<double> readAt;                     ///< an x at which all lines are read off
    QString missing;
    units::DisplayUnits units;
};

/// The x axis of a chart in a rectangle, as it is painted there.
AxisMap chartAxis(const ChartScene& scene, const QRectF& rect);

/// A line's y at an x, straight between its points; nothing beyond its ends.
std::optional<double> valueAt(const ChartLine& line, double x);

void paintChart(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect);
/// Round the plot of a chart, about: what its axes and titles take.
inline constexpr QMarginsF kChartEdges{58.0, 22.0, 22.0, 40.0};
/// Where one of several charts is painted in a rectangle, row by row.
QRectF chartBox(const QRectF& rect, std::size_t count, std::size_t columns, std::size_t which);
/// Several in a grid, row by row.
void paintCharts(QPainter& painter, const Theme& theme, const std::vector<ChartScene>& charts, const QRectF& rect,
                 std::size_t columns);

}  // namespace euryth::drawing
