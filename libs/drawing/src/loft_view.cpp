// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/loft_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

using geometry::index;
using geometry::Point3;

constexpr std::size_t kPerSector = 5;
constexpr std::size_t kBetween = 3;

void colourIn(LoftScene& scene, const analysis::WallRooms& walls, const Theme& theme)
{
    const QColor plain = theme.style == Style::Paper ? QColor(0xC9D3EA) : QColor(0x5C6F9E);
    scene.colours.assign(scene.loft.rings.size(), std::vector<QColor>(scene.loft.around, plain));
    for (std::size_t station = 0; station < walls.size(); ++station) {
        const std::size_t ring = scene.loft.stationRings[station];
        const std::size_t from = ring >= 2 ? ring - 2 : 0;
        const std::size_t to = std::min(ring + 2, scene.loft.rings.size() - 1);
        for (std::size_t sector = 0; sector < geometry::kSectorCount; ++sector) {
            const auto spare = walls[station][sector].spare();
            if (!spare)
                continue;
            const QColor colour = spareColour(*spare, plain, theme);
            for (std::size_t r = from; r <= to; ++r) {
                // Half a sector to both sides of its middle.
                for (std::size_t k = 0; k <= kPerSector; ++k) {
                    const std::size_t at = sector * kPerSector + k + scene.loft.around - kPerSector / 2;
                    scene.colours[r][at % scene.loft.around] = colour;
                }
            }
        }
    }
}

struct Face {
    double depth = 0.0;
    QPolygonF shape;
    QColor colour;
};

QColor shaded(const QColor& colour, double light)
{
    return QColor::fromRgbF(static_cast<float>(colour.redF() * light), static_cast<float>(colour.greenF() * light),
                            static_cast<float>(colour.blueF() * light));
}

}  // namespace

namespace {

/// Each on the ring nearest to it, at the middle of its sector; one that goes all round on the roof.
void addPins(const job::Port& port, LoftScene& scene)
{
    const auto& s = scene.loft.s;
    for (const job::Pin& pin : port.pins) {
        if (!pin.s)
            continue;
        const auto nearest = std::ranges::min_element(s, {}, [&](Length at) { return abs(at - *pin.s); });
        const auto& ring = scene.loft.rings[static_cast<std::size_t>(nearest - s.begin())];
        const std::size_t sector = pin.sector ? geometry::index(*pin.sector) : 0;
        scene.pins.push_back({ring[sector * kPerSector], tagOf(pin, false)});
    }
}

}  // namespace

LoftScene loftScene(const job::Port& port, const analysis::PortAnalysis& analysis, std::optional<std::size_t> chosen,
                    const Theme& theme)
{
    LoftScene scene;
    scene.chosen = chosen;
    if (analysis.sections.size() < 2) {
        scene.missing = tr("No shape in space until two stations are measured.");
        return scene;
    }
    if (analysis.poses.empty()) {
        scene.missing = tr("No shape in space: lay the runner out (Survey, Runner), or give each station its place.");
        return scene;
    }
    std::vector<geometry::PlacedSection> placed;
    for (std::size_t i = 0; i < analysis.sections.size(); ++i)
        placed.push_back({port.stations[i].s, analysis.poses[i], analysis.sections[i]});
    scene.loft = geometry::loftOf(placed, kPerSector, kBetween);
    colourIn(scene, analysis.walls, theme);
    addPins(port, scene);
    scene.legend = tr("Spare metal: red gives nothing, the browner the more; grey is not gauged.");
    return scene;
}

void OrbitCamera::orbit(QPointF pixels)
{
    constexpr double radiansPerPixel = 0.01;
    yaw += pixels.x() * radiansPerPixel;
    pitch = std::clamp(pitch + pixels.y() * radiansPerPixel, -1.5, 1.5);
}

void OrbitCamera::zoomBy(double steps)
{
    constexpr double perStep = 1.15;
    zoom = std::clamp(zoom * std::pow(perStep, steps), 0.3, 12.0);
}

Point3 OrbitCamera::turned(const Point3& p, const Point3& middle) const
{
    const double x = p.x - middle.x;
    const double y = p.y - middle.y;
    const double z = p.z - middle.z;
    // The runner's x lies across the picture; yaw turns it about the head's z.
    const double across = x * std::cos(yaw) + y * std::sin(yaw);
    const double away = -x * std::sin(yaw) + y * std::cos(yaw);
    return {across, z * std::cos(pitch) + away * std::sin(pitch), z * std::sin(pitch) - away * std::cos(pitch)};
}

double OrbitCamera::scaleFor(double radius, const QRectF& rect) const
{
    return radius > 0.0 ? zoom * 0.46 * std::min(rect.width(), rect.height()) / radius : 1.0;
}

Sphere sphereRound(const geometry::Loft& loft)
{
    Sphere sphere;
    double count = 0.0;
    for (const auto& ring : loft.rings) {
        for (const Point3& p : ring) {
            sphere.middle.x += p.x;
            sphere.middle.y += p.y;
            sphere.middle.z += p.z;
            count += 1.0;
        }
    }
    sphere.middle = {sphere.middle.x / count, sphere.middle.y / count, sphere.middle.z / count};
    for (const auto& ring : loft.rings) {
        for (const Point3& p : ring) {
            const Point3& m = sphere.middle;
            sphere.radius = std::max(sphere.radius, std::hypot(p.x - m.x, p.y - m.y, p.z - m.z));
        }
    }
    return sphere;
}

double shade(const Point3& a, const Point3& b, const Point3& c)
{
    const Point3 u{b.x - a.x, b.y - a.y, b.z - a.z};
    const Point3 v{c.x - a.x, c.y - a.y, c.z - a.z};
    const Point3 n{u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x};
    const double length = std::hypot(n.x, n.y, n.z);
    if (length == 0.0)
        return 1.0;
    // Both sides are lit: one looks into the port as well as at its outside. The lamp is up and to the left.
    const double light = std::abs(-0.35 * n.x + 0.5 * n.y + 0.79 * n.z) / length;
    return 0.45 + 0.55 * light;
}

void paintLoft(QPainter& painter, const LoftScene& scene, const OrbitCamera& camera, const QRectF& rect,
               const Theme& theme)
{
    if (scene.empty())
        return paintEmpty(painter, theme, rect, scene.missing);
    const Sphere sphere = sphereRound(scene.loft);
    const double scale = camera.scaleFor(sphere.radius, rect);
    const auto pixel = [&](const Point3& p) {
        return QPointF(rect.center().x() + p.x * scale, rect.center().y() - p.y * scale);
    };
    std::vector<std::vector<Point3>> turned;
    for (const auto& ring : scene.loft.rings) {
        auto& row = turned.emplace_back();
        for (const Point3& p : ring)
            row.push_back(camera.turned(p, sphere.middle));
    }
    std::vector<Face> faces;
    for (std::size_t i = 0; i + 1 < turned.size(); ++i) {
        for (std::size_t j = 0; j < scene.loft.around; ++j) {
            const std::size_t k = (j + 1) % scene.loft.around;
            const Point3& a = turned[i][j];
            const Point3& b = turned[i][k];
            const Point3& c = turned[i + 1][k];
            const Point3& d = turned[i + 1][j];
            faces.push_back({a.z + b.z + c.z + d.z, QPolygonF{pixel(a), pixel(b), pixel(c), pixel(d)},
                             shaded(scene.colours[i][j], shade(a, b, d))});
        }
    }
    std::ranges::sort(faces, {}, &Face::depth);
    painter.setRenderHint(QPainter::Antialiasing, false);
    for (const Face& face : faces) {
        painter.setPen(QPen(face.colour, 1.0));  // closes the hairlines between faces
        painter.setBrush(face.colour);
        painter.drawPolygon(face.shape);
    }
    painter.setBrush(Qt::NoBrush);
    paintLoftMarks(painter, scene, camera, rect, theme);
}

void paintLoftMarks(QPainter& painter, const LoftScene& scene, const OrbitCamera& camera, const QRectF& rect,
                    const Theme& theme)
{
    if (scene.empty())
        return;
    painter.setRenderHint(QPainter::Antialiasing);
    const Sphere sphere = sphereRound(scene.loft);
    const double scale = camera.scaleFor(sphere.radius, rect);
    const auto ringShape = [&](std::size_t ring) {
        QPolygonF shape;
        for (const Point3& p : scene.loft.rings[ring]) {
            const Point3 t = camera.turned(p, sphere.middle);
            shape << QPointF(rect.center().x() + t.x * scale, rect.center().y() - t.y * scale);
        }
        return shape;
    };
    painter.setPen(solidPen(theme.ink2, 1.2));
    const QPolygonF window = ringShape(0);
    painter.drawPolygon(window);
    painter.drawPolygon(ringShape(scene.loft.rings.size() - 1));
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink);
    paintLabel(painter, rect, {window.boundingRect().center().x(), window.boundingRect().top() - 10.0}, tr("window"));
    painter.setPen(theme.ink2);
    painter.drawText(rect.adjusted(4, 0, -4, -2), Qt::AlignLeft | Qt::AlignBottom | Qt::TextWordWrap, scene.legend);
    if (scene.chosen && *scene.chosen < scene.loft.stationRings.size()) {
        painter.setPen(solidPen(theme.now, 3.0));
        painter.drawPolygon(ringShape(scene.loft.stationRings[*scene.chosen]));
    }
    for (const LoftScene::Pin& pin : scene.pins) {
        const Point3 t = camera.turned(pin.at, sphere.middle);
        paintPinTag(painter, theme, pin.tag, {rect.center().x() + t.x * scale, rect.center().y() - t.y * scale});
    }
}

}  // namespace euryth::drawing
