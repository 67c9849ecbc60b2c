// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"

namespace euryth::drawing {

/// A scanned port from its side, with the planes in which it is cut. Metres, in the frame of the head: x to the right,
/// z up.
struct ScanScene {
    struct Slice {
        QPointF floor;
        QPointF roof;
    };
    std::vector<Slice> slices;        ///< from the window to the valve
    std::vector<std::size_t> chosen;  ///< slices that become stations, rising
    std::size_t hand = 0;             ///< which of them is in the hand
    bool focused = false;
    QString missing;
};

/// Placed in a rectangle, to scale.
class ScanView {
public:
    ScanView(const ScanScene& scene, const QRectF& rect);

    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] QPointF toPixel(QPointF metres) const;
    /// The slice whose plane is nearest to a pixel.
    [[nodiscard]] std::size_t sliceAt(QPointF pixel) const;

private:
    void paintPlane(QPainter& painter, const Theme& theme, std::size_t station) const;

    const ScanScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    QPointF m_middle;  ///< metres, at the rectangle's centre
};

}  // namespace euryth::drawing
