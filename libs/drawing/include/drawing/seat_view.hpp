// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "geometry/seat_stack.hpp"
#include "geometry/valve_opening.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// The seat stack to scale: the right half of a cut through the valve's axis, valve edge at the top right.
struct SeatScene {
    std::optional<geometry::SeatStack> stack;
    Length valve;
    Length scribeBelow;  ///< the line, below the seat's inner edge
    QString missing;
    units::DisplayUnits units;
};
void paintSeat(QPainter& painter, const Theme& theme, const SeatScene& scene, const QRectF& rect);

/// Smallest area of the valve's opening against lift, with the lift from which the throat is the smallest.
struct OpeningScene {
    std::optional<geometry::ValveGeometry> valve;
    Length greatestLift = lengthFromMm(15.0);
    std::vector<QPointF> curve;  ///< lift and smallest area, SI (reckonOpening())
    std::optional<Length> throatFrom;
    QString missing;
    units::DisplayUnits units;
};
/// Works out the curve and the lift from which the throat is the smallest; nothing without a valve.
void reckonOpening(OpeningScene& scene);
void paintOpening(QPainter& painter, const Theme& theme, const OpeningScene& scene, const QRectF& rect);
/// Lift and smallest area over which a pixel lies, SI; nothing beside the plot.
std::optional<QPointF> openingUnder(const OpeningScene& scene, const QRectF& rect, QPointF p);

}  // namespace euryth::drawing
