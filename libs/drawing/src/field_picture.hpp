// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "drawing/field_view.hpp"
#include "port_field/viscous_air.hpp"

namespace euryth::drawing {

/// Edges of dead and of weak air on a sheet; none where its field knows no wake.
struct WakeEdges {
    std::vector<std::array<geometry::Point, 2>> dead;
    std::vector<std::array<geometry::Point, 2>> weak;
};
WakeEdges wakeEdges(const port_field::AirSheet& sheet);

/// The edge of a dead region, on a light line, so that it shows on every colour.
void paintDeadEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel);
/// The edge of weak air, thinner and broken.
void paintWeakEdge(QPainter& painter, const Theme& theme, const std::vector<std::array<geometry::Point, 2>>& pieces,
                   const std::function<QPointF(geometry::Point)>& toPixel);

}  // namespace euryth::drawing
