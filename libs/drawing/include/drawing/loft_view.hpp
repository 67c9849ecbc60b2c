// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QColor>
#include <QPainter>
#include <QString>

#include "analysis/port_analysis.hpp"
#include "drawing/pin_tag.hpp"
#include "drawing/theme.hpp"
#include "geometry/loft.hpp"
#include "job/job.hpp"

namespace euryth::drawing {

/// The port in space, prepared for any renderer: a surface of quadrilaterals between the rings of a loft.
struct LoftScene {
    geometry::Loft loft;
    std::vector<std::vector<QColor>>
        colours;                        ///< per ring and point: what stands out (a thin wall), else the plain colour
    std::optional<std::size_t> chosen;  ///< station
    struct Pin {
        geometry::Point3 at;
        PinTag tag;
    };
    std::vector<Pin> pins;  ///< findings with a place on the wall
    QString legend;         ///< of the colours
    QString missing;        ///< why there is nothing to show

    [[nodiscard]] bool empty() const { return loft.rings.size() < 2; }
};

/// The port's own loft; its gauged walls are coloured by what they have to give (spareColour()).
LoftScene loftScene(const job::Port& port, const analysis::PortAnalysis& analysis, std::optional<std::size_t> chosen,
                    const Theme& theme);

/// Looks at the loft from all sides.
class OrbitCamera {
public:
    double yaw = -0.9;   ///< rad, turn about the head's z
    double pitch = 0.5;  ///< rad, from above
    double zoom = 1.0;

    void orbit(QPointF pixels);
    void zoomBy(double steps);

    /// A point turned into the camera's frame: x right, y up, z toward the eye; metres, the loft's middle at 0.
    [[nodiscard]] geometry::Point3 turned(const geometry::Point3& p, const geometry::Point3& middle) const;
    /// Pixels per metre that show a loft of this radius in a rectangle.
    [[nodiscard]] double scaleFor(double radius, const QRectF& rect) const;
};

struct Sphere {
    geometry::Point3 middle;
    double radius = 0.0;
};
Sphere sphereRound(const geometry::Loft& loft);

/// Light on a face: 0 to 1, from its normal in the camera's frame.
double shade(const geometry::Point3& a, const geometry::Point3& b, const geometry::Point3& c);

/// Draws the loft without OpenGL: faces from far to near, shaded flat.
void paintLoft(QPainter& painter, const LoftScene& scene, const OrbitCamera& camera, const QRectF& rect,
               const Theme& theme);
/// The chosen station's ring, and which end is the window, over any rendering.
void paintLoftMarks(QPainter& painter, const LoftScene& scene, const OrbitCamera& camera, const QRectF& rect,
                    const Theme& theme);

}  // namespace euryth::drawing
