// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// The calibration plates of a bench: true flow over what it reads, over the flow; their mean with its range.
struct PlateScene {
    struct Plate {
        double flow = 0.0;  ///< m3/s
        double factor = 1.0;
        QString name;
    };
    std::vector<Plate> plates;
    double factor = 1.0;
    std::optional<double> uncertainty;  ///< share, half the width
    QString missing;
    units::DisplayUnits units;
};

void paintPlates(QPainter& painter, const Theme& theme, const PlateScene& scene, const QRectF& rect);

}  // namespace euryth::drawing
