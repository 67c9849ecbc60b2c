// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/seat_view.hpp"

#include <algorithm>
#include <cmath>

#include "geometry/valve_end.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

/// Radius and height (down positive) of the corners of the stack, from the outside in, metres.
std::vector<QPointF> cornersOf(const geometry::SeatStack& stack)
{
    std::vector<QPointF> corners;
    for (const geometry::PlacedCut& cut : stack.cuts) {
        const double rise = cut.face.width.si() * sin(cut.face.angle);
        const double bottom = cut.depth.si();
        if (corners.empty())
            corners.push_back({cut.outer.si() / 2.0, bottom - rise});
        corners.push_back({cut.inner.si() / 2.0, bottom});
    }
    return corners;
}

}  // namespace

void paintSeat(QPainter& painter, const Theme& theme, const SeatScene& scene, const QRectF& rect)
{
    if (!scene.stack)
        return paintEmpty(painter, theme, rect, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto corners = cornersOf(*scene.stack);
    const QRectF plot = rect.adjusted(64, 26, -100, -26);
    const double wide = corners.front().x() - corners.back().x();
    const double deep = corners.back().y() - corners.front().y();
    const double below = 0.35 * deep;  // some throat wall under the last cut
    const double scale = std::min(plot.width() / (wide * 1.3), plot.height() / (deep + below));
    const double left = plot.center().x() - wide * scale / 2.0;
    const auto pixel = [&](QPointF p) {
        return QPointF(left + (p.x() - corners.back().x()) * scale, plot.top() + (p.y() - corners.front().y()) * scale);
    };
    // The insert: from the top cut's outer edge down the cuts, and down the throat's wall.
    QPolygonF metal;
    metal << QPointF(rect.right(), pixel(corners.front()).y());
    for (const QPointF& corner : corners)
        metal << pixel(corner);
    metal << QPointF(pixel(corners.back()).x(), plot.bottom()) << QPointF(rect.right(), plot.bottom());
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.casting);
    painter.drawPolygon(metal);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.drawPolyline(metal);

    painter.setFont(font(text::kSecond));
    for (std::size_t i = 0; i < scene.stack->cuts.size(); ++i) {
        const geometry::PlacedCut& cut = scene.stack->cuts[i];
        const QPointF a = pixel(corners[i]);
        const QPointF b = pixel(corners[i + 1]);
        const bool seat = i == scene.stack->seat;
        if (seat) {
            painter.setPen(solidPen(theme.now, 4.0));
            painter.drawLine(a, b);
        }
        painter.setPen(seat ? theme.now : theme.ink);
        painter.setFont(font(text::kSecond, seat));
        const QString label = tr("%1  %2").arg(valueText(units::Kind::Angle, cut.face.angle.si(), scene.units),
                                               valueText(units::Kind::Length, cut.face.width.si(), scene.units));
        const QPointF middle = (a + b) / 2.0;
        painter.drawText(QRectF(middle.x() + 16, middle.y() - 9, 140, 18), Qt::AlignLeft | Qt::AlignVCenter, label);
    }
    painter.setFont(font(text::kSecond));
    // The scribed line, and the valve's edge.
    const double lineDepth = (scene.stack->cuts[scene.stack->seat].depth + scene.scribeBelow).si();
    auto on = std::ranges::find_if(corners, [&](QPointF c) { return c.y() >= lineDepth; });
    double radius = corners.back().x();
    if (on != corners.end() && on != corners.begin() && on->y() > std::prev(on)->y()) {
        const QPointF before = *std::prev(on);
        radius = before.x() + (on->x() - before.x()) * (lineDepth - before.y()) / (on->y() - before.y());
    }
    const QPointF limit = pixel({radius, lineDepth});
    painter.setPen(planPen(theme, 1.6));
    painter.drawLine(QPointF(rect.left() + 6, limit.y()), limit);
    painter.setPen(theme.plan);
    painter.drawText(QRectF(rect.left() + 6, limit.y() - 20, 130, 18), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("scribe line"));
    const double edge = pixel({scene.valve.si() / 2.0, 0.0}).x();
    painter.setPen(solidPen(theme.ink2, 1.0));
    painter.drawLine(QPointF(edge, rect.top() + 18), QPointF(edge, pixel({0.0, 0.0}).y()));
    paintLabel(painter, rect, {edge, rect.top() + 9}, tr("valve edge"));
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left() + 6, rect.bottom() - 20, rect.width() - 12, 18),
                     Qt::AlignLeft | Qt::AlignVCenter, tr("cut through the valve; its axis is at the left"));
}

void reckonOpening(OpeningScene& scene)
{
    scene.curve.clear();
    scene.throatFrom.reset();
    if (!scene.valve)
        return;
    constexpr int steps = 60;
    for (int i = 0; i <= steps; ++i) {
        const Length lift = scene.greatestLift * (static_cast<double>(i) / steps);
        scene.curve.emplace_back(lift.si(), geometry::openingAt(*scene.valve, lift).area.si());
    }
    scene.throatFrom = geometry::throatTakesOver(*scene.valve);
}

namespace {

QRectF openingPlot(const QRectF& rect) { return rect.adjusted(58, 22, -16, -36); }

AxisMap liftAxis(const OpeningScene& scene, const QRectF& plot)
{
    return {0.0, scene.greatestLift.si(), plot.left(), plot.right()};
}

}  // namespace

std::optional<QPointF> openingUnder(const OpeningScene& scene, const QRectF& rect, QPointF p)
{
    const QRectF plot = openingPlot(rect);
    if (scene.curve.size() < 2 || !plot.contains(p))
        return std::nullopt;
    const double lift = liftAxis(scene, plot).toValue(p.x());
    const auto after = std::ranges::lower_bound(scene.curve, lift, {}, &QPointF::x);
    if (after == scene.curve.begin() || after == scene.curve.end())
        return std::nullopt;
    const QPointF& before = *std::prev(after);
    const double share = (lift - before.x()) / (after->x() - before.x());
    return QPointF(lift, std::lerp(before.y(), after->y(), share));
}

void paintOpening(QPainter& painter, const Theme& theme, const OpeningScene& scene, const QRectF& rect)
{
    if (!scene.valve)
        return paintEmpty(painter, theme, rect, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const geometry::ValveGeometry& valve = *scene.valve;
    const QRectF plot = openingPlot(rect);
    const double throat = geometry::throatNetArea(valve.throat, valve.stem).si();
    const AxisMap x = liftAxis(scene, plot);
    const AxisMap y{0.0, throat * 1.15, plot.bottom(), plot.top()};
    painter.setFont(font(text::kSecond));
    const Numbered areas{y, units::Kind::Area, scene.units, 4};
    paintRules(painter, theme, areas, plot);
    QPolygonF curve;
    QPolygonF curtain;
    for (const QPointF& at : scene.curve) {
        curve << QPointF(x.toPixel(at.x()), y.toPixel(at.y()));
        const double area = geometry::curtain(valve.head, Length::fromSi(at.x())).si();
        if (area <= y.valueTo)
            curtain << QPointF(x.toPixel(at.x()), y.toPixel(area));
    }
    painter.setPen(solidPen(theme.ink2, 1.2));
    paintLongLine(painter, curtain);
    painter.setPen(solidPen(theme.now, 2.2));
    paintLongLine(painter, curve);
    if (scene.throatFrom && *scene.throatFrom < scene.greatestLift) {
        const double px = x.toPixel(scene.throatFrom->si());
        painter.setPen(planPen(theme, 1.4));
        painter.drawLine(QPointF(px, plot.top()), QPointF(px, plot.bottom()));
        painter.setPen(theme.plan);
        paintLabel(
            painter, rect, {px, rect.top() + 10},
            tr("throat takes over at %1").arg(valueText(units::Kind::Length, scene.throatFrom->si(), scene.units)));
    }
    paintNumbersLeft(painter, theme, areas, rect.left() + 52);
    paintNumbersBelow(painter, theme, {x, units::Kind::Length, scene.units, 6}, rect, plot.bottom() + 11);
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left(), rect.bottom() - 18, rect.width(), 18), Qt::AlignRight | Qt::AlignVCenter,
                     tr("lift, %1; opening (thick) and curtain (thin), %2")
                         .arg(unitText(units::Kind::Length, scene.units), unitText(units::Kind::Area, scene.units)));
}

}  // namespace euryth::drawing
