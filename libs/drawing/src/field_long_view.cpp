// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <cmath>
#include <tuple>

#include "field_picture.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

using geometry::Point;
using geometry::Point3;

Point sideOf(const Point3& p) { return {p.x, p.z}; }

/// Roof to floor behind the place where the air lets go, as far as the end that it flows to.
std::vector<Point> behind(const port_field::AirField& air, const port_field::AirLongSection& section)
{
    std::vector<Point> shape;
    std::vector<Point> floor;
    for (std::size_t i = 0; i < section.s.size(); ++i) {
        if (air.isTrustedAt(section.s[i]))
            continue;
        shape.push_back(section.roof(i));
        floor.push_back(section.floor(i));
    }
    shape.insert(shape.end(), floor.rbegin(), floor.rend());
    return shape;
}

/// A place in the middle of the dead region toward the roof and of that toward the floor.
std::vector<Point> deadMiddles(const port_field::AirLongSection& section)
{
    const auto& sheet = section.sheet;
    if (sheet.onward.empty())
        return {};
    std::vector<bool> inAir(sheet.onward.size(), false);  // and not in the metal of boss or stem
    for (const auto& face : sheet.faces) {
        for (const std::uint32_t corner : face)
            inAir[corner] = true;
    }
    std::vector<Point> middles;
    for (const bool roof : {true, false}) {
        Point sum;
        double count = 0.0;
        for (std::size_t i = 0; i < sheet.onward.size(); ++i) {
            const bool inHalf = (i % section.across < section.across / 2) == roof;
            if (!inAir[i] || sheet.onward[i] >= port_field::kDeadShare || !inHalf)
                continue;
            sum = {sum.left + sheet.places[i].left, sum.up + sheet.places[i].up};
            count += 1.0;
        }
        constexpr double few = 6.0;  // a node or two in a corner need no name
        if (count >= few)
            middles.push_back({sum.left / count, sum.up / count});
    }
    return middles;
}

/// The middles of roof and floor at `s`, from the side. A wall begins one sector before the middle of the roof.
std::pair<Point, Point> endsOf(const port_field::AirField& air, Length s)
{
    const std::vector<Point> wall = air.wallAt(s);
    const geometry::Frame frame = air.frameAt(s);
    const auto middleOf = [&](geometry::Sector sector) {
        return sideOf(frame.toHead(wall[(geometry::index(sector) + 1) * wall.size() / geometry::kSectorCount]));
    };
    return {middleOf(geometry::Sector::Roof), middleOf(geometry::Sector::Floor)};
}

void addDoubt(FieldLongScene& scene, const port_field::AirField& air, const port_field::AirLongSection& section)
{
    const auto to = air.trustedTo();
    if (!to)
        return;
    scene.doubtful = behind(air, section);
    const auto row = std::ranges::lower_bound(section.s, to->s) - section.s.begin();
    const auto i = static_cast<std::size_t>(std::min(row, std::ssize(section.s) - 1));
    if (to->wall == geometry::Sector::Floor)
        scene.letsGo = section.floor(i);
    if (to->wall == geometry::Sector::Roof)
        scene.letsGo = section.roof(i);
}

}  // namespace

FieldLongScene fieldLong(const FieldPicture& picture, const std::optional<port_field::TipPlace>& tip)
{
    const port_field::AirField& air = picture.air;
    FieldLongScene scene;
    scene.units = picture.units;
    scene.scale = picture.scale;
    scene.airEnters = !air.shape().airFromValve;
    port_field::AirLongSection section = air.longSection();
    for (std::size_t i = 0; i < section.s.size(); ++i) {
        scene.roof.push_back(section.roof(i));
        scene.floor.push_back(section.floor(i));
    }
    WakeEdges edges = wakeEdges(section.sheet);
    scene.dead = std::move(edges.dead);
    scene.weak = std::move(edges.weak);
    scene.deadNames = deadMiddles(section);
    addDoubt(scene, air, section);
    for (const auto& way : air.ways()) {
        auto& drawn = scene.streamlines.emplace_back();
        std::ranges::transform(way, std::back_inserter(drawn), sideOf);
    }
    const auto inSide = [&](Length s, Point at) { return sideOf(air.frameAt(s).toHead(at)); };
    scene.fastest = inSide(air.fastest().s, air.fastest().at);
    if (tip) {
        scene.tip = inSide(tip->s, tip->at);
        std::tie(scene.tipRoof, scene.tipFloor) = endsOf(air, tip->s);
    }
    scene.sheet = std::move(section.sheet);
    return scene;
}

port_field::TipPlace tipFromSide(const port_field::AirField& air, Point side)
{
    const port_field::AirLongSection section = air.longSection();
    const auto nearest = std::ranges::min_element(
        section.sheet.places, {}, [&](const Point& p) { return std::hypot(p.left - side.left, p.up - side.up); });
    const auto i = static_cast<std::size_t>(nearest - section.sheet.places.begin());
    const Length s = section.s[i / section.across];
    return {s, air.frameAt(s).toSection({side.left, section.inHead[i].y, side.up})};
}

FieldLongView::FieldLongView(const FieldLongScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.sheet.places.empty())
        return;
    const auto [left, right] = std::ranges::minmax(scene.sheet.places, {}, &Point::left);
    const auto [low, high] = std::ranges::minmax(scene.sheet.places, {}, &Point::up);
    const QRectF inside = rect.adjusted(64, 16, -14, -12);
    m_scale = std::min(inside.width() / (right.left - left.left), inside.height() / (high.up - low.up));
    m_origin = QPointF(inside.center().x() - (left.left + right.left) / 2.0 * m_scale,
                       inside.center().y() + (low.up + high.up) / 2.0 * m_scale);
}

QPointF FieldLongView::toPixel(Point p) const
{
    return {m_origin.x() + p.left * m_scale, m_origin.y() - p.up * m_scale};
}

Point FieldLongView::toSide(QPointF p) const
{
    return {(p.x() - m_origin.x()) / m_scale, (m_origin.y() - p.y()) / m_scale};
}

void FieldLongView::paint(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.missing.isEmpty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto polygon = [&](const std::vector<Point>& points) {
        QPolygonF shape;
        for (const Point& p : points)
            shape << toPixel(p);
        return shape;
    };
    std::vector<Point> air = m_scene.roof;
    air.insert(air.end(), m_scene.floor.rbegin(), m_scene.floor.rend());
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.casting);  // what is no air is metal: a guide boss, a stem
    painter.drawPolygon(polygon(air));
    painter.setBrush(Qt::NoBrush);
    paintSheet(
        painter, theme, m_scene.sheet, [this](Point p) { return toPixel(p); }, m_scene.scale, m_rect, m_scene.units);
    // The ways of the air go on before the window and behind the throat, where nothing is measured.
    QPainterPath inside;
    inside.addPolygon(polygon(air));
    painter.save();
    painter.setClipPath(inside);
    painter.setPen(QPen(QColor(255, 255, 255, 150), 1.0));
    for (const auto& way : m_scene.streamlines)
        paintLongLine(painter, polygon(way));
    painter.restore();
    if (!m_scene.doubtful.empty()) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QBrush(theme.danger, Qt::BDiagPattern));
        painter.drawPolygon(polygon(m_scene.doubtful));
        painter.setBrush(Qt::NoBrush);
    }
    paintWeakEdge(painter, theme, m_scene.weak, [this](Point p) { return toPixel(p); });
    paintDeadEdge(painter, theme, m_scene.dead, [this](Point p) { return toPixel(p); });
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.drawPolyline(polygon(m_scene.roof));
    painter.drawPolyline(polygon(m_scene.floor));
    painter.setFont(font(text::kSecond));
    if (m_scene.letsGo) {
        const QPointF at = toPixel(*m_scene.letsGo);
        paintSeverity(painter, theme, calls::Severity::Danger, at, 13.0);
        painter.setPen(theme.danger);
        painter.drawText(at + QPointF(-70, 20), tr("lets go"));
    }
    for (const Point& place : m_scene.deadNames) {
        const QString name = tr("dead");
        QRectF plate(0, 0, painter.fontMetrics().horizontalAdvance(name) + 6, 15);
        plate.moveCenter(toPixel(place));
        painter.fillRect(plate, theme.panel);
        painter.setPen(theme.danger);
        painter.drawText(plate, Qt::AlignCenter, name);
    }
    if (m_scene.fastest) {
        painter.setPen(solidPen(theme.panel, 4.0));
        painter.drawEllipse(toPixel(*m_scene.fastest), 6.0, 6.0);
        painter.setPen(solidPen(theme.ink, 1.6));
        painter.drawEllipse(toPixel(*m_scene.fastest), 6.0, 6.0);
    }
    painter.setPen(theme.ink2);
    const QPointF window = toPixel({(m_scene.roof.front().left + m_scene.floor.front().left) / 2.0,
                                    (m_scene.roof.front().up + m_scene.floor.front().up) / 2.0});
    painter.drawText(QRectF(window.x() - 70, window.y() - 9, 64, 18), Qt::AlignRight | Qt::AlignVCenter,
                     m_scene.airEnters ? tr("air in →") : tr("← air out"));
    if (m_scene.tip) {
        painter.setPen(solidPen(theme.panel, 4.0));
        painter.drawLine(toPixel(m_scene.tipRoof), toPixel(m_scene.tipFloor));
        painter.setPen(solidPen(theme.now, 2.0));
        painter.drawLine(toPixel(m_scene.tipRoof), toPixel(m_scene.tipFloor));
        painter.setBrush(theme.now);
        painter.setPen(solidPen(theme.panel, 1.5));
        painter.drawEllipse(toPixel(*m_scene.tip), 6.0, 6.0);
        painter.setBrush(Qt::NoBrush);
    }
}

}  // namespace euryth::drawing
