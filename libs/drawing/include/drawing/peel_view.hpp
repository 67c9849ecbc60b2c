// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QPainter>

#include "cutting/cut_plan.hpp"
#include "drawing/pin_tag.hpp"
#include "drawing/scale.hpp"
#include "drawing/theme.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// Spare is what the wall still has to give. Three are of the boundary layer: shape factor, momentum thickness,
/// friction coefficient. The shear on the wall is that of a viscous run.
enum class PeelShows {
    Spare,
    CutDepth,
    WallLeft,
    Speed,
    FieldSpeed,
    LayerShape,
    LayerThickness,
    LayerFriction,
    WallShear,
    Findings  ///< nothing but the places of findings
};

/// The port's wall unrolled: along the runner to the right, round the wall downward, starting with the roof; or
/// `upright`, along the runner downward, a row for each station. SI units.
struct PeelScene {
    struct Cell {
        std::optional<double>
            value;  ///< depth or wall in m, ratio to the mean, speed in m/s, or what tells the boundary layer
        cutting::Hold hold = cutting::Hold::None;
        bool doubtful = false;  ///< the air has let go of the wall before here
        bool settled = false;   ///< a hand has settled the depth
        bool reckoned = false;  ///< by drawing and core shift, not gauged
        QString behind;         ///< what lies behind the wall, or empty
    };
    struct Tag {
        std::size_t station = 0;
        geometry::Sector sector{};
        QString id;
    };
    /// A finding; one without a sector goes for the whole section.
    struct Pin {
        double s = 0.0;
        std::optional<geometry::Sector> sector;
        PinTag tag;
    };
    PeelShows shows = PeelShows::CutDepth;
    std::vector<Pin> pins;
    std::vector<double> s;
    std::vector<geometry::PerSector<Cell>> cells;  ///< per station
    std::vector<Tag> tags;                         ///< cuts at their deepest place
    std::vector<QString> names;                    ///< of the stations, or empty
    std::optional<std::size_t> chosenStation;
    std::optional<geometry::Sector> chosenSector;
    double speedLow = 0.0;  ///< m/s, ends of the colour scale of the computed speed
    double speedHigh = 1.0;
    bool upright = false;
    QString missing;
    units::DisplayUnits units;
};

class PeelView {
public:
    PeelView(const PeelScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    struct Place {
        std::size_t station;
        geometry::Sector sector;
    };
    [[nodiscard]] std::optional<Place> placeAt(QPointF p) const;
    /// Place and value of the cell under a pixel, in words; empty where there is none.
    [[nodiscard]] QString textAt(QPointF p) const;
    [[nodiscard]] QRectF cell(std::size_t station, geometry::Sector sector) const;
    /// Index of the finding under a pixel.
    [[nodiscard]] std::optional<std::size_t> pinAt(QPointF p) const;
    /// How far along the runner a pixel is, in m.
    [[nodiscard]] double alongAt(QPointF p) const;

private:
    [[nodiscard]] QPointF pinPlace(std::size_t pin) const;
    void paintSectorNames(QPainter& painter, const Theme& theme) const;
    void paintStationNames(QPainter& painter, const Theme& theme) const;
    void paintCell(QPainter& painter, const Theme& theme, std::size_t station, geometry::Sector sector,
                   double greatest) const;

    const PeelScene& m_scene;
    QRectF m_rect;
    QRectF m_body;
    AxisMap m_x;
    std::vector<double> m_edges;  ///< half way between stations, pixels
};

}  // namespace euryth::drawing
