// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QImage>
#include <QPainter>
#include <QString>

#include "analysis/port_analysis.hpp"
#include "cutting/cut_problem.hpp"
#include "drawing/pin_tag.hpp"
#include "drawing/scale.hpp"
#include "drawing/theme.hpp"
#include "job/job.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// One section as a picture: from the window toward the valve, roof up, to scale. SI units.
struct SectionScene {
    job::Station station;
    geometry::Section shape;  ///< of the station
    bool showSizes = false;   ///< width and height with arrows
    bool showWalls = true;
    geometry::PerSector<Length> cut{};
    geometry::PerSector<cutting::Hold> hold{};
    /// How deep each wall may be cut; empty: not shown. Nothing where the wall is not known.
    std::optional<geometry::PerSector<std::optional<Length>>> may;
    const probing::SpeedMap* map = nullptr;
    const probing::Traverse* traverse = nullptr;
    double speedLow = 0.0;  ///< m/s, ends of the colour scale
    double speedHigh = 1.0;
    std::optional<std::size_t> chosenPoint;
    /// Manifold and gasket, drawn over the window's section.
    struct Opening {
        geometry::RoundedRectangle shape;
        geometry::Point middle;  ///< against the section's
        QString name;
    };
    std::vector<Opening> openings;
    /// The outline that the plan asks for, in the frame of the section; empty where there is none.
    std::vector<geometry::Point> planned;
    std::optional<geometry::Sector> chosenSector;  ///< where a wall is being entered
    /// Findings at the station; one without a sector stands in the middle.
    struct Pin {
        std::optional<geometry::Sector> sector;
        PinTag tag;
    };
    std::vector<Pin> pins;
    units::DisplayUnits units;
    Theme theme;
};

/// The colour scale that all maps of a port share: from its slowest to its fastest reading.
std::pair<double, double> speedRange(const analysis::PortAnalysis& analysis);

/// Placed in a rectangle. Left in the picture is left as seen from the window.
class SectionView {
public:
    SectionView(const SectionScene& scene, const QRectF& rect);

    void paint(QPainter& painter) const;
    [[nodiscard]] QPointF toPixel(geometry::Point p) const;
    [[nodiscard]] geometry::Point toSection(QPointF p) const;
    [[nodiscard]] double pixelsPerMetre() const { return m_scale; }
    /// Index of the reading under a pixel.
    [[nodiscard]] std::optional<std::size_t> readingAt(QPointF p) const;
    /// The wall whose number is nearest to a pixel, within a finger's width.
    [[nodiscard]] std::optional<geometry::Sector> wallAt(QPointF p) const;

private:
    void paintCasting(QPainter& painter) const;
    void paintAir(QPainter& painter) const;
    void paintOpenings(QPainter& painter) const;
    void paintCut(QPainter& painter) const;
    void paintLimit(QPainter& painter) const;
    void paintPlanned(QPainter& painter) const;
    void paintWallLabels(QPainter& painter) const;
    void paintSizes(QPainter& painter) const;
    void paintReadings(QPainter& painter) const;
    void paintScale(QPainter& painter) const;
    void paintPins(QPainter& painter) const;
    /// Where the number of a wall stands, for a text of this width.
    [[nodiscard]] QPointF wallLabelAt(geometry::Sector sector, double halfWidth) const;
    [[nodiscard]] QRectF readingBox(std::size_t reading) const;
    /// Size of every reading's box, in pixels: smaller where the readings stand close together.
    [[nodiscard]] QSizeF readingSize() const;
    [[nodiscard]] QPolygonF polygon(const std::vector<geometry::Point>& points) const;

    const SectionScene& m_scene;
    QRectF m_rect;
    geometry::Box m_box;
    double m_scale = 1.0;
    QPointF m_middle;
};

/// The speed scale as a bar with its ends and unit.
void paintSpeedBar(QPainter& painter, const Theme& theme, const QRectF& rect, double low, double high,
                   const units::DisplayUnits& units, QColor (*colour)(double) = speedColour);

/// A small section filled with its speeds, for the overview of sets.
QImage speedImage(const geometry::Section& section, const probing::SpeedMap& map, double low, double high,
                  double pixelsPerMetre);

}  // namespace euryth::drawing
