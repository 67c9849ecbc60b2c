// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "analysis/joined.hpp"
#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// The passage through the gasket plane: what is joined to the port on the left, the port on the right; below it the
/// flange as one sees it from the manifold's side. SI units.
struct JoinedScene {
    bool intake = true;
    std::vector<analysis::JoinedAt> joined;  ///< outward from the flange; empty: only the flange is drawn
    std::vector<geometry::AreaAt> port;      ///< net areas of its stations
    std::vector<std::optional<double>> plan;
    /// Openings that meet at the flange, in the frame of the window's section.
    struct Face {
        std::vector<geometry::Point> outline;
        QString name;
    };
    std::vector<geometry::Point> window;
    std::optional<Face> opening;  ///< of manifold or header
    std::optional<Face> gasket;
    QString missing;  ///< why there is nothing to draw of what is joined
    units::DisplayUnits units;
};
void paintJoined(QPainter& painter, const Theme& theme, const JoinedScene& scene, const QRectF& rect);

/// The area over which a pixel lies, with its distance from the gasket plane: under 0 in what is joined. Nothing beside
/// the chart, and where nothing is measured.
std::optional<geometry::AreaAt> joinedAreaAt(const JoinedScene& scene, const QRectF& rect, QPointF p);

}  // namespace euryth::drawing
