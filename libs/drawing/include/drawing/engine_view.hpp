// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// A curve of a chart. SI values; the styles tell lines apart without colour: the first strong, the second dashed, the
/// third thin.
struct ChartLine {
    QString name;
    std::vector<QPointF> points;  ///< x and y in SI
};

/// One chart with its axes in display units.
struct ChartScene {
    QString title;
    QString xTitle;
    units::Kind xKind = units::Kind::Number;
    units::Kind yKind = units::Kind::Number;
    std::vector<ChartLine> lines;
    std::optional<double> mark;  ///< an x to be marked, and what it is
    QString markName;
    std::optional<double> limit;  ///< a y that is not to be passed
    QString limitName;
    bool fromZero = true;
    QString missing;
    units::DisplayUnits units;
};

void paintChart(QPainter& painter, const Theme& theme, const ChartScene& scene, const QRectF& rect);

}  // namespace euryth::drawing
