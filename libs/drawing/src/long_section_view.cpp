// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/long_section_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

LongSectionScene longSectionScene(const job::Port& port, const analysis::PortAnalysis& analysis,
                                  std::optional<std::size_t> chosen, const job::Reading* tip,
                                  const units::DisplayUnits& units)
{
    LongSectionScene scene;
    scene.chosen = chosen;
    scene.airEnters = port.side == job::Side::Intake;
    if (analysis.poses.empty()) {
        const auto placed = [](const job::Station& station) { return station.pose.complete().has_value(); };
        const auto unplaced = std::ranges::find_if_not(port.stations, placed);
        if (std::ranges::any_of(port.stations, placed)) {
            scene.missing = tr("No side view: station %1 has no place in the head (x, y, z, pitch, yaw).")
                                .arg(unplaced - port.stations.begin() + 1);
            return scene;
        }
        scene.missing =
            tr("No side view: give each station its place in the head, or lay the runner out from straight "
               "length, turn, short-side radius and height (Survey, Runner).");
        return scene;
    }
    for (std::size_t i = 0; i < port.stations.size(); ++i) {
        const job::Station& station = port.stations[i];
        const geometry::Pose& pose = analysis.poses[i];
        const geometry::Box box = geometry::boxOf(analysis.sections[i]);
        const double half = box.height.si() / 2.0;
        const auto& roof = station.wall.at[geometry::index(geometry::Sector::Roof)];
        const auto& floor = station.wall.at[geometry::index(geometry::Sector::Floor)];
        LongSectionScene::Station drawn;
        drawn.cut = geometry::sideCut(pose, box.height);
        drawn.roofWall = roof.has_value();
        drawn.floorWall = floor.has_value();
        drawn.roofOutside = geometry::sidePoint(pose, half + roof.value_or(Length{}).si());
        drawn.floorOutside = geometry::sidePoint(pose, -half - floor.value_or(Length{}).si());
        drawn.name = QString::fromStdString(units::render(analysis::stationName(analysis, port, i), units));
        drawn.probed = std::ranges::any_of(analysis.probes, [&](const auto& p) { return p.station == i; });
        scene.stations.push_back(drawn);
        if (tip && chosen == i)
            scene.tip = geometry::sidePoint(pose, tip->v * half);
    }
    if (scene.stations.size() < 2)
        scene.missing = tr("No side view until two stations are measured.");
    return scene;
}

LongSectionView::LongSectionView(const LongSectionScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.stations.size() < 2)
        return;
    double left = 1e9;
    double right = -1e9;
    double low = 1e9;
    double high = -1e9;
    const auto take = [&](geometry::SidePoint p) {
        left = std::min(left, p.x);
        right = std::max(right, p.x);
        low = std::min(low, p.z);
        high = std::max(high, p.z);
    };
    for (const auto& s : scene.stations) {
        for (const auto& p : {s.cut.roof, s.cut.floor, s.roofOutside, s.floorOutside})
            take(p);
    }
    const QRectF inside = rect.adjusted(56, 18, -52, -2);
    m_scale = std::min(inside.width() / (right - left), inside.height() / (high - low));
    m_origin = QPointF(inside.center().x() - (left + right) / 2.0 * m_scale,
                       inside.center().y() + (low + high) / 2.0 * m_scale);
}

QPointF LongSectionView::toPixel(geometry::SidePoint p) const
{
    return {m_origin.x() + p.x * m_scale, m_origin.y() - p.z * m_scale};
}

geometry::SidePoint LongSectionView::toSide(QPointF p) const
{
    return {(p.x() - m_origin.x()) / m_scale, (m_origin.y() - p.y()) / m_scale};
}

void LongSectionView::paint(QPainter& painter, const Theme& theme) const
{
    if (m_scene.stations.size() < 2)
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto& stations = m_scene.stations;
    for (std::size_t i = 0; i + 1 < stations.size(); ++i) {
        const auto& a = stations[i];
        const auto& b = stations[i + 1];
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.nowSoft);
        painter.drawPolygon(
            QPolygonF{toPixel(a.cut.roof), toPixel(b.cut.roof), toPixel(b.cut.floor), toPixel(a.cut.floor)});
        painter.setBrush(theme.casting);
        if (a.roofWall && b.roofWall)
            painter.drawPolygon(
                QPolygonF{toPixel(a.cut.roof), toPixel(b.cut.roof), toPixel(b.roofOutside), toPixel(a.roofOutside)});
        if (a.floorWall && b.floorWall)
            painter.drawPolygon(QPolygonF{toPixel(a.cut.floor), toPixel(b.cut.floor), toPixel(b.floorOutside),
                                          toPixel(a.floorOutside)});
    }
    painter.setBrush(Qt::NoBrush);
    QPolygonF roof;
    QPolygonF floor;
    for (const auto& s : stations) {
        roof << toPixel(s.cut.roof);
        floor << toPixel(s.cut.floor);
    }
    painter.setPen(solidPen(theme.ink, 2.0));
    paintLongLine(painter, roof);
    paintLongLine(painter, floor);
    painter.setFont(font(text::kSecond));
    for (std::size_t i = 0; i < stations.size(); ++i) {
        const bool chosen = m_scene.chosen == i;
        if (!chosen && !stations[i].probed)
            continue;
        painter.setPen(solidPen(chosen ? theme.now : theme.ink2, chosen ? 3.0 : 1.0));
        painter.drawLine(toPixel(stations[i].cut.roof), toPixel(stations[i].cut.floor));
        const QPointF outward = toPixel(stations[i].roofOutside) - toPixel(stations[i].cut.middle);
        const double length = std::hypot(outward.x(), outward.y());
        const QPointF top = toPixel(stations[i].roofOutside) + outward / length * 12.0;
        painter.setPen(chosen ? theme.now : theme.ink2);
        painter.setFont(font(text::kSecond, chosen));
        const double half = painter.fontMetrics().horizontalAdvance(stations[i].name) / 2.0;
        paintLabel(painter, m_rect, top + QPointF(outward.x() / length * half, 0), stations[i].name);
    }
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink2);
    const QPointF window = toPixel(stations.front().cut.middle);
    const bool intake = m_scene.airEnters;
    painter.drawText(QRectF(window.x() - 96, window.y() - 9, 90, 18), Qt::AlignRight | Qt::AlignVCenter,
                     intake ? tr("air in →") : tr("← air out"));
    if (m_scene.tip) {
        painter.setPen(solidPen(theme.now, 2.0));
        painter.drawLine(window, toPixel(*m_scene.tip));
        painter.setBrush(theme.now);
        painter.drawEllipse(toPixel(*m_scene.tip), 5.5, 5.5);
        painter.setBrush(Qt::NoBrush);
    }
}

std::optional<std::size_t> LongSectionView::stationAt(QPointF p) const
{
    std::optional<std::size_t> best;
    double nearest = 1e9;
    for (std::size_t i = 0; i < m_scene.stations.size(); ++i) {
        const QPointF d = toPixel(m_scene.stations[i].cut.middle) - p;
        const double distance = std::hypot(d.x(), d.y());
        if (distance < nearest) {
            nearest = distance;
            best = i;
        }
    }
    return best;
}

}  // namespace euryth::drawing
