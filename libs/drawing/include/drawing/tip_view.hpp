// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "geometry/any_section.hpp"

namespace euryth::drawing {

/// Where the tip of a pitot has to be in a section, to scale as seen from the window: points that are read, those that
/// are left, and the one in hand with its distance from the wall.
struct TipScene {
    struct Point {
        geometry::Point at;
        QString reading;  ///< empty where there is none
        bool inHand = false;
        bool chosen = false;
    };
    std::optional<geometry::Section> section;
    std::vector<Point> points;
    QString fromWall;  ///< of the one in hand
    QString empty;     ///< what stands there where there is no section
};

class TipView {
public:
    TipView(const TipScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] QPointF toPixel(geometry::Point p) const;
    /// The place in the section under a pixel; nothing outside it.
    [[nodiscard]] std::optional<geometry::Point> placeAt(QPointF p) const;
    [[nodiscard]] std::optional<std::size_t> pointAt(QPointF p) const;

private:
    void paintPoint(QPainter& painter, const Theme& theme, const TipScene::Point& point) const;
    void paintInHand(QPainter& painter, const Theme& theme, const TipScene::Point& point) const;

    const TipScene& m_scene;
    QRectF m_rect;
    geometry::Box m_box;
    double m_scale = 1.0;
};

/// The rounds of a plan for probing as a table to look at: a column a place, a row a lift.
struct RoundsScene {
    struct Cell {
        std::size_t round = 0;
        std::size_t read = 0;
        std::size_t points = 0;  ///< of its set; 0 where it has none yet
        QString mean;            ///< empty where nothing is read
        bool next = false;
        bool chosen = false;
    };
    std::vector<QString> places;
    std::vector<QString> lifts;  ///< one row at least; an empty name where the plan has no lift
    std::vector<Cell> cells;     ///< row by row
    QString empty;
};

class RoundsView {
public:
    RoundsView(const RoundsScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] std::optional<std::size_t> roundAt(QPointF p) const;

private:
    [[nodiscard]] QRectF cell(std::size_t index) const;

    const RoundsScene& m_scene;
    QRectF m_rect;
    QRectF m_body;
};

}  // namespace euryth::drawing
