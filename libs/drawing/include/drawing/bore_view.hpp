// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include <QPainter>
#include <QString>

#include "analysis/valve_layout.hpp"
#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// The valves of a cylinder as one sees them on the bench, deck up: the intake side on the left.
struct BoreScene {
    std::optional<analysis::ValveLayout> layout;
    std::vector<QString> names;         ///< of the layout's valves
    std::optional<std::size_t> chosen;  ///< of these
    bool focused = false;
    QString missing;
    units::DisplayUnits units;
};

class BoreView {
public:
    BoreView(const BoreScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    /// The valve under a point.
    [[nodiscard]] std::optional<std::size_t> valveAt(QPointF p) const;
    [[nodiscard]] QPointF toPixel(Length x, Length y) const;
    [[nodiscard]] Length xAt(QPointF p) const;
    [[nodiscard]] Length yAt(QPointF p) const;

private:
    void paintValve(QPainter& painter, const Theme& theme, std::size_t i) const;
    void paintGap(QPainter& painter, const Theme& theme, const analysis::ValvePair& pair) const;
    void paintEdge(QPainter& painter, const Theme& theme, const analysis::LaidValve& valve) const;

    const BoreScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;  ///< pixels a metre
    QPointF m_middle;
};

}  // namespace euryth::drawing
