// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// Things that ought to be alike: a row for each quantity, in it a dot for each thing at its distance from the middle
/// one, over the band that the house lets them differ by. Chosen dots are filled, those outside the band are diamonds.
struct StripScene {
    struct Dot {
        QString name;
        double off = 0.0;  ///< from the middle one, as a share
        bool chosen = false;
    };
    struct Row {
        QString name;
        QString middle;        ///< what the middle one has
        double allowed = 0.0;  ///< half the band, as a share
        std::vector<Dot> dots;
    };
    std::vector<Row> rows;
    QString missing;
    units::DisplayUnits units;
};

void paintStrip(QPainter& painter, const Theme& theme, const StripScene& scene, const QRectF& rect);

}  // namespace euryth::drawing
