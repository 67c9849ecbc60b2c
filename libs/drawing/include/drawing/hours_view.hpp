// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QStringList>

#include "drawing/theme.hpp"

namespace euryth::drawing {

/// Hours of a job: a bar for each operation, in pieces for the ports that they went to, over a frame as long as its
/// estimate.
struct HoursScene {
    struct Row {
        QString name;
        QString text;
        std::optional<double> estimate;
        std::vector<double> hours;  ///< of no port, then of each of `ports`
        bool isOver = false;        ///< done or left out
    };
    QStringList ports;
    std::vector<Row> rows;
    QString missing;
};

void paintHours(QPainter& painter, const Theme& theme, const HoursScene& scene, const QRectF& rect);

}  // namespace euryth::drawing
