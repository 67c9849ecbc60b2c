// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include <QImage>
#include <QPainter>

#include "drawing/theme.hpp"
#include "port_field/air_field.hpp"
#include "units/units.hpp"

namespace euryth::drawing {

/// Ends of the colour scale of a computed field: of what a pitot can reach, the fastest place, and what all but the
/// slowest places exceed.
struct SpeedScale {
    double low = 0.0;  ///< m/s
    double high = 1.0;
    bool difference = false;  ///< of two speeds: slower, none, faster
    [[nodiscard]] QColor colour(double speed) const;
};
/// The scale with its ends, under a picture.
void paintSpeedBar(QPainter& painter, const Theme& theme, const QRectF& rect, const SpeedScale& scale,
                   const units::DisplayUnits& units);

/// The speed at a place of a sheet, that of the nearest place in it; nothing where no air is near.
std::optional<double> speedAt(const port_field::AirSheet& sheet, geometry::Point at);

/// Fills the faces with the colours of their speeds, even within each of their triangles' corners, and draws lines of
/// equal speed over them at round values with their numbers.
void paintSheet(QPainter& painter, const Theme& theme, const port_field::AirSheet& sheet,
                const std::function<QPointF(geometry::Point)>& toPixel, const SpeedScale& scale, const QRectF& clip,
                const units::DisplayUnits& units);

/// The computed field in one section, roof up, as seen from the window.
struct FieldSectionScene {
    port_field::AirSheet sheet;
    std::vector<geometry::Point> wall;       ///< closed
    std::vector<geometry::Point> reach;      ///< how far out the pitot's tip can go
    std::vector<geometry::Point> otherWall;  ///< of the port that it is compared with, drawn dashed; or empty
    SpeedScale scale;
    std::optional<geometry::Point> tip;
    struct Handle {
        geometry::Point at;
        QString label;
        bool chosen = false;
    };
    std::vector<Handle> handles;  ///< walls that can be pushed
    bool roomForHandles = false;  ///< even where there are none, so that two pictures are of one size
    bool otherIsPlan = true;      ///< the other wall is metal to remove; else what was there before
    bool doubtful = false;        ///< the air has let go before here
    /// Edge of the dead region, where a viscous run knows it.
    std::vector<std::array<geometry::Point, 2>> dead;
    std::vector<std::array<geometry::Point, 2>> weak;  ///< and of the weak air round it
    QString missing;
    units::DisplayUnits units;
};
/// What is drawn of a port, and on which scale.
struct FieldPicture {
    const port_field::AirField& air;
    SpeedScale scale;
    units::DisplayUnits units;
};
/// The section at `s`.
FieldSectionScene fieldSection(const FieldPicture& picture, Length s);
SpeedScale speedScale(const port_field::SpeedRange& range);

class FieldSectionView {
public:
    FieldSectionView(const FieldSectionScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] QPointF toPixel(geometry::Point p) const;
    [[nodiscard]] geometry::Point toSection(QPointF p) const;
    [[nodiscard]] double pixelsPerMetre() const { return m_scale; }
    [[nodiscard]] std::optional<std::size_t> handleAt(QPointF p) const;

private:
    const FieldSectionScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    geometry::Point m_middle;
};

/// The computed field in the upright middle of the port, from its right side. SI units; points are x from the window
/// and z up, in the place of left and up.
struct FieldLongScene {
    port_field::AirSheet sheet;
    std::vector<geometry::Point> roof;
    std::vector<geometry::Point> floor;
    std::vector<std::vector<geometry::Point>> streamlines;
    SpeedScale scale;
    std::optional<geometry::Point> tip;
    geometry::Point tipRoof;  ///< ends of the section in which the tip is
    geometry::Point tipFloor;
    std::vector<geometry::Point> doubtful;  ///< what lies behind a place where the air lets go, closed
    std::optional<geometry::Point> letsGo;  ///< that place, on the wall where that is roof or floor
    std::optional<geometry::Point> fastest;
    std::vector<std::array<geometry::Point, 2>> dead;  ///< edge of the dead region of a viscous run
    std::vector<std::array<geometry::Point, 2>> weak;  ///< and of the weak air round it
    std::vector<geometry::Point> deadNames;            ///< a place in each
    bool airEnters = true;                             ///< at the window
    QString missing;
    units::DisplayUnits units;
};
FieldLongScene fieldLong(const FieldPicture& picture, const std::optional<port_field::TipPlace>& tip);

class FieldLongView {
public:
    FieldLongView(const FieldLongScene& scene, const QRectF& rect);
    void paint(QPainter& painter, const Theme& theme) const;
    [[nodiscard]] QPointF toPixel(geometry::Point p) const;
    [[nodiscard]] geometry::Point toSide(QPointF p) const;

private:
    const FieldLongScene& m_scene;
    QRectF m_rect;
    double m_scale = 1.0;
    QPointF m_origin;
};

/// The place of the tip that belongs to a point of the side view (x, z), in the section's upright middle.
port_field::TipPlace tipFromSide(const port_field::AirField& air, geometry::Point side);

}  // namespace euryth::drawing
