// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "air/isentropic.hpp"
#include "drawing/field_view.hpp"
#include "field_picture.hpp"
#include "geometry/iso_lines.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

using geometry::Point;

/// The wall moved in by the pitot's distance.
std::vector<Point> drawnIn(const std::vector<Point>& wall)
{
    std::vector<Point> inside;
    for (std::size_t i = 0; i < wall.size(); ++i) {
        const Point& a = wall[(i + wall.size() - 1) % wall.size()];
        const Point& b = wall[(i + 1) % wall.size()];
        // Clockwise as seen, with left to the left: the inside lies to the right of the way.
        const double length = std::hypot(b.left - a.left, b.up - a.up);
        const Point inward{-(b.up - a.up) / length, (b.left - a.left) / length};
        const double distance = air::kPitotDistance.si();
        inside.push_back({wall[i].left + inward.left * distance, wall[i].up + inward.up * distance});
    }
    return inside;
}

QPolygonF polygonOf(const FieldSectionView& view, const std::vector<Point>& points)
{
    QPolygonF shape;
    for (const Point& p : points)
        shape << view.toPixel(p);
    return shape;
}

}  // namespace

SpeedScale speedScale(const port_field::SpeedRange& range)
{
    // In a straight pipe nothing differs; the scale still needs two ends.
    constexpr double narrowest = 0.9;
    return {std::min(range.low.si(), narrowest * range.high.si()), range.high.si(), range.difference};
}

WakeEdges wakeEdges(const port_field::AirSheet& sheet)
{
    if (sheet.onward.empty())
        return {};
    const std::array edges{port_field::kDeadShare, port_field::kWeakShare};
    auto lines = geometry::isoLines(sheet.places, sheet.onward, sheet.faces, edges);
    return {std::move(lines.front().pieces), std::move(lines.back().pieces)};
}

FieldSectionScene fieldSection(const FieldPicture& picture, Length s)
{
    FieldSectionScene scene;
    scene.units = picture.units;
    scene.scale = picture.scale;
    port_field::AirSection section = picture.air.sectionAt(s);
    WakeEdges edges = wakeEdges(section.sheet);
    scene.dead = std::move(edges.dead);
    scene.weak = std::move(edges.weak);
    scene.sheet = std::move(section.sheet);
    scene.reach = drawnIn(section.wall);
    scene.wall = std::move(section.wall);
    scene.doubtful = !picture.air.isTrustedAt(s);
    return scene;
}

FieldSectionView::FieldSectionView(const FieldSectionScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.wall.empty())
        return;
    std::vector<Point> all = scene.wall;
    all.insert(all.end(), scene.otherWall.begin(), scene.otherWall.end());
    const auto [left, right] = std::ranges::minmax(all, {}, &Point::left);
    const auto [low, high] = std::ranges::minmax(all, {}, &Point::up);
    m_middle = {(left.left + right.left) / 2.0, (low.up + high.up) / 2.0};
    const double margin = scene.roomForHandles ? 34.0 : 12.0;
    m_scale = std::max(1.0, std::min((rect.width() - 2 * margin) / (right.left - left.left),
                                     (rect.height() - 2 * margin) / (high.up - low.up)));
}

QPointF FieldSectionView::toPixel(Point p) const
{
    return m_rect.center() + QPointF(-(p.left - m_middle.left) * m_scale, -(p.up - m_middle.up) * m_scale);
}

Point FieldSectionView::toSection(QPointF p) const
{
    const QPointF d = p - m_rect.center();
    return {m_middle.left - d.x() / m_scale, m_middle.up - d.y() / m_scale};
}

std::optional<std::size_t> FieldSectionView::handleAt(QPointF p) const
{
    std::vector<QPointF> places;
    for (const auto& item : m_scene.handles)
        places.push_back(toPixel(item.at));
    return underFinger(places, p);
}

void FieldSectionView::paint(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.missing.isEmpty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const QPolygonF wall = polygonOf(*this, m_scene.wall);
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.casting);  // what is no air is metal: a guide boss, a stem
    painter.drawPolygon(wall);
    painter.setBrush(Qt::NoBrush);
    paintSheet(
        painter, theme, m_scene.sheet, [this](Point p) { return toPixel(p); }, m_scene.scale, m_rect, m_scene.units);
    if (m_scene.doubtful) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(QBrush(theme.danger, Qt::BDiagPattern));
        painter.drawPolygon(wall);
        painter.setBrush(Qt::NoBrush);
    }
    paintWeakEdge(painter, theme, m_scene.weak, [this](Point p) { return toPixel(p); });
    paintDeadEdge(painter, theme, m_scene.dead, [this](Point p) { return toPixel(p); });
    QPen reach(QColor(255, 255, 255, 150), 1.0);
    reach.setStyle(Qt::DotLine);
    painter.setPen(reach);
    painter.drawPolygon(polygonOf(*this, m_scene.reach));
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.drawPolygon(wall);
    if (!m_scene.otherWall.empty()) {
        painter.setPen(m_scene.otherIsPlan ? metalPen(theme, 2.0) : solidPen(theme.ink2, 1.0));
        painter.drawPolygon(polygonOf(*this, m_scene.otherWall));
    }
    painter.setFont(font(text::kSecond));
    for (const auto& handle : m_scene.handles) {
        const QPointF at = toPixel(handle.at);
        painter.setBrush(handle.chosen ? theme.now : theme.panel);
        painter.setPen(solidPen(theme.now, 2.0));
        painter.drawRect(QRectF(at.x() - 5, at.y() - 5, 10, 10));
        painter.setBrush(Qt::NoBrush);
        const QPointF out = at - m_rect.center();
        const double length = std::max(1.0, std::hypot(out.x(), out.y()));
        painter.setPen(handle.chosen ? theme.now : theme.ink2);
        paintLabel(painter, m_rect, at + out / length * QPointF(0, 18).y(), handle.label);
    }
    if (m_scene.tip) {
        const QPointF at = toPixel(*m_scene.tip);
        for (const auto& [colour, width] : {std::pair{QColor(Qt::white), 5.0}, std::pair{theme.ink.darker(), 2.0}}) {
            painter.setPen(solidPen(colour, width));
            painter.drawLine(at + QPointF(-13, 0), at + QPointF(-5, 0));
            painter.drawLine(at + QPointF(5, 0), at + QPointF(13, 0));
            painter.drawLine(at + QPointF(0, -13), at + QPointF(0, -5));
            painter.drawLine(at + QPointF(0, 5), at + QPointF(0, 13));
            painter.drawEllipse(at, 5.0, 5.0);
        }
    }
    if (m_scene.doubtful) {
        painter.setFont(font(text::kSecond, true));
        const QString words = tr("the air has let go before here: do not trust it");
        const QRectF plate(m_rect.center().x() - painter.fontMetrics().horizontalAdvance(words) / 2.0 - 6,
                           m_rect.top() + 1, painter.fontMetrics().horizontalAdvance(words) + 12, 18);
        painter.fillRect(plate, theme.panel);
        painter.setPen(theme.danger);
        painter.drawText(plate, Qt::AlignCenter, words);
    }
}

}  // namespace euryth::drawing
