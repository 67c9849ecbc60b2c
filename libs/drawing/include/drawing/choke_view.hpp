// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// Which places come nearest to the speed of sound: on the bench at the left, on the engine at the right, each as a bar
/// of its Mach number and the same place joined by a line; under them what limits at each lift.
struct ChokeScene {
    struct Place {
        QString name;
        QString from;        ///< "P2, 1.45x the mean" or that only the mean is known
        double bench = 0.0;  ///< Mach, at its fastest point
        double engine = 0.0;
        QString benchText;
        QString engineText;
        std::optional<std::size_t> station;  ///< nothing for the valve
        bool chosen = false;
    };
    std::vector<Place> places;         ///< only those that are shown
    std::vector<std::size_t> onBench;  ///< into `places`, fastest first
    std::vector<std::size_t> onEngine;
    QString benchHead;
    QString engineHead;
    /// What limits from one lift to the next.
    struct Limit {
        double from = 0.0;  ///< lift, m
        double to = 0.0;
        QString name;
        QString mach;  ///< at its ends
    };
    std::vector<Limit> limits;
    std::optional<double> lift;  ///< of the ranking
    QString missing;
    units::DisplayUnits units;
};

class ChokeView {
public:
    ChokeView(const ChokeScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    /// The place whose bar is under a pixel.
    [[nodiscard]] std::optional<std::size_t> placeAt(QPointF p) const;

private:
    void paintSide(QPainter& painter, const Theme& theme, bool engine) const;
    void paintJoints(QPainter& painter, const Theme& theme) const;
    void paintLimits(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] QRectF row(bool engine, std::size_t rank) const;

    const ChokeScene& m_scene;
    QRectF m_rect;
    QRectF m_bars;
    QRectF m_lifts;
    double m_rowHeight = 30.0;
    double m_most = 1.0;  ///< Mach number of a full bar
};

}  // namespace euryth::drawing
