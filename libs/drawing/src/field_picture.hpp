// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/field_view.hpp"
#include "port_field/viscous_air.hpp"

namespace euryth::drawing {

/// A speed of the picture's port at a place as it is shown: itself, or over that of the field it is set against.
/// `middle`: that of its section.
double shownSpeed(const FieldPicture& picture, double speed, const geometry::Point3& place,
                  const geometry::Point3& middle);

/// The edge of a dead region, on a light line, so that it shows on every colour.
void paintDeadEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel);
/// The edge of weak air, thinner and broken.
void paintWeakEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel);

}  // namespace euryth::drawing
