// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/valve_end_view.hpp"

#include <algorithm>
#include <cmath>

#include "geometry/turn.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

using geometry::index;
using geometry::Sector;
using geometry::SidePoint;

namespace {

SidePoint operator+(SidePoint a, SidePoint b) { return {a.x + b.x, a.z + b.z}; }
SidePoint operator-(SidePoint a, SidePoint b) { return {a.x - b.x, a.z - b.z}; }
SidePoint operator*(SidePoint a, double f) { return {a.x * f, a.z * f}; }
double dotOf(SidePoint a, SidePoint b) { return a.x * b.x + a.z * b.z; }
SidePoint unit(SidePoint a)
{
    const double length = std::hypot(a.x, a.z);
    return length > 0.0 ? a * (1.0 / length) : a;
}

/// How much of the valve's head is drawn below its edge.
constexpr double kHeadThick = 0.0025;

double depthPerRadius(Angle turn) { return 1.0 / cos(turn / 2.0) - 1.0; }

}  // namespace

const EndSize& ValveEndScene::sizeOf(EndHandle handle) const
{
    switch (handle) {
    case EndHandle::Apex: return apex;
    case EndHandle::Radius: return radius;
    case EndHandle::Bowl: return bowl;
    case EndHandle::Throat: break;
    }
    return throat;
}

QString nameOf(EndHandle handle)
{
    switch (handle) {
    case EndHandle::Apex: return tr("apex over the deck");
    case EndHandle::Radius: return tr("short-side radius");
    case EndHandle::Bowl: return tr("bowl");
    case EndHandle::Throat: break;
    }
    return tr("throat");
}

ValveEndScene valveEndScene(const job::Port& port, const analysis::PortAnalysis& analysis)
{
    ValveEndScene scene;
    if (analysis.poses.size() < 3 || !analysis.places.shortSide) {
        scene.missing =
            tr("No drawing yet: it needs three stations with their places in the head, or a runner laid out, "
               "and a turn (Survey, Runner).");
        return scene;
    }
    const std::size_t count = analysis.poses.size();
    std::vector<Angle> turned;
    for (const geometry::Pose& pose : analysis.poses)
        turned.push_back(geometry::turnBetween(analysis.poses.front(), pose));
    constexpr double keeps = 0.05;
    const geometry::TurnStations turn = geometry::turnStations(turned, keeps);
    const std::size_t first = turn.first - (turn.first > 0 ? 1 : 0);
    double highest = -1e9;
    for (std::size_t i = first; i < count; ++i) {
        const geometry::Pose& pose = analysis.poses[i];
        const double half = geometry::boxOf(analysis.sections[i]).height.si() / 2.0;
        ValveEndScene::Station s;
        s.roof = s.plannedRoof = geometry::sidePoint(pose, half);
        s.floor = s.plannedFloor = geometry::sidePoint(pose, -half);
        if (i < analysis.planned.size() && analysis.planned[i]) {
            const auto& growth = analysis.planned[i]->growth;
            s.plannedRoof = geometry::sidePoint(pose, half + growth[index(Sector::Roof)].si());
            s.plannedFloor = geometry::sidePoint(pose, -half - growth[index(Sector::Floor)].si());
            scene.notMet = scene.notMet || !analysis.planned[i]->met;
        }
        if (const auto& wall = port.stations[i].wall.at[index(Sector::Floor)])
            s.floorOutside = geometry::sidePoint(pose, -half - wall->si());
        if (s.floor.z > highest) {
            highest = s.floor.z;
            scene.apexAt = scene.stations.size();
        }
        scene.stations.push_back(s);
    }
    scene.turnAt = *analysis.places.shortSide - first;
    scene.bowlAt = analysis.places.bowl.value_or(count - 2) - first;
    scene.turn = turn.whole;
    return scene;
}

ValveEndView::ValveEndView(const ValveEndScene& scene, const QRectF& rect) : m_scene(scene), m_rect(rect)
{
    if (scene.empty())
        return;
    double left = 1e9;
    double right = -1e9;
    double low = 1e9;
    double high = -1e9;
    const auto take = [&](Place p) {
        left = std::min(left, p.x);
        right = std::max(right, p.x);
        low = std::min(low, p.z);
        high = std::max(high, p.z);
    };
    for (const auto& s : scene.stations) {
        take(s.roof);
        take(s.floor);
        take(s.plannedRoof);
    }
    const double deep = (scene.stack ? scene.stack->depth.si() : 0.0) + 2.0 * kHeadThick;
    const double wide = scene.valve.value_or(scene.throat.now.value_or(Length{})).si() * 0.62;
    take(besideAxis(deep, wide));
    take(besideAxis(deep, -wide));
    take({left, scene.deck});
    const QRectF inside = rect.adjusted(14, 22, -14, -18);
    m_scale = std::min(inside.width() / (right - left), inside.height() / (high - low));
    m_origin = QPointF(inside.center().x() - (left + right) / 2.0 * m_scale,
                       inside.center().y() + (low + high) / 2.0 * m_scale);
}

QPointF ValveEndView::toPixel(Place p) const { return {m_origin.x() + p.x * m_scale, m_origin.y() - p.z * m_scale}; }

geometry::SidePoint ValveEndView::toPlace(QPointF p) const
{
    return {(p.x() - m_origin.x()) / m_scale, (m_origin.y() - p.y()) / m_scale};
}

geometry::SidePoint ValveEndView::besideAxis(double into, double out) const
{
    const auto& last = m_scene.stations.back();
    const auto& before = m_scene.stations[m_scene.stations.size() - 2];
    const Place middle = (last.roof + last.floor) * 0.5;
    const Place across = unit(last.roof - last.floor);
    Place axis{across.z, -across.x};
    if (dotOf(axis, middle - (before.roof + before.floor) * 0.5) < 0.0)
        axis = axis * -1.0;
    return middle + axis * into + across * out;
}

std::optional<QPointF> ValveEndView::handle(EndHandle handle) const
{
    const EndSize& size = m_scene.sizeOf(handle);
    if (m_scene.empty() || !size.plan)
        return std::nullopt;
    const auto& stations = m_scene.stations;
    switch (handle) {
    case EndHandle::Apex: return toPixel(stations[m_scene.apexAt].plannedFloor);
    case EndHandle::Radius: return toPixel(stations[m_scene.turnAt].plannedFloor);
    case EndHandle::Bowl: {
        const auto& s = stations[m_scene.bowlAt];
        return toPixel((s.roof + s.floor) * 0.5 + unit(s.roof - s.floor) * (size.plan->si() / 2.0));
    }
    case EndHandle::Throat: break;
    }
    return toPixel(besideAxis(0.0, size.plan->si() / 2.0));
}

std::optional<EndHandle> ValveEndView::handleAt(QPointF p) const
{
    constexpr double reach = 12.0;
    std::optional<EndHandle> nearest;
    double best = reach;
    for (const EndHandle h : kEndHandles) {
        const auto at = handle(h);
        const double away = at ? std::hypot(at->x() - p.x(), at->y() - p.y()) : 1e9;
        if (away < best) {
            best = away;
            nearest = h;
        }
    }
    return nearest;
}

Length ValveEndView::valueAt(EndHandle handle, QPointF p) const
{
    const Place hand = toPlace(p);
    const auto& stations = m_scene.stations;
    switch (handle) {
    case EndHandle::Apex: return Length::fromSi(m_scene.apex.now->si() + hand.z - stations[m_scene.apexAt].floor.z);
    case EndHandle::Radius: {
        const auto& s = stations[m_scene.turnAt];
        const double depth = dotOf(hand - s.floor, unit(s.floor - s.roof));
        return *m_scene.radius.now + Length::fromSi(depth / depthPerRadius(m_scene.turn));
    }
    case EndHandle::Bowl: {
        const auto& s = stations[m_scene.bowlAt];
        return Length::fromSi(2.0 * dotOf(hand - (s.roof + s.floor) * 0.5, unit(s.roof - s.floor)));
    }
    case EndHandle::Throat: break;
    }
    return Length::fromSi(2.0 * dotOf(hand - besideAxis(0.0, 0.0), unit(stations.back().roof - stations.back().floor)));
}

void ValveEndView::paintPassage(QPainter& painter, const Theme& theme) const
{
    QPolygonF roof;
    QPolygonF floor;
    QPolygonF plannedRoof;
    QPolygonF plannedFloor;
    QPolygonF outside;
    for (const auto& s : m_scene.stations) {
        roof << toPixel(s.roof);
        floor << toPixel(s.floor);
        plannedRoof << toPixel(s.plannedRoof);
        plannedFloor << toPixel(s.plannedFloor);
        if (s.floorOutside)
            outside << toPixel(*s.floorOutside);
    }
    painter.setPen(Qt::NoPen);
    // The metal of the short side: between the floor and the deck.
    QPolygonF metal = floor;
    metal << toPixel({m_scene.stations.back().floor.x, m_scene.deck})
          << toPixel({m_scene.stations.front().floor.x, m_scene.deck});
    painter.setBrush(theme.casting);
    painter.drawPolygon(metal);
    QPolygonF air = roof;
    for (auto it = floor.crbegin(); it != floor.crend(); ++it)
        air << *it;
    painter.setBrush(theme.nowSoft);
    painter.drawPolygon(air);
    // What the plan takes.
    for (const auto& [line, planned] : {std::pair{&roof, &plannedRoof}, std::pair{&floor, &plannedFloor}}) {
        QPolygonF taken = *line;
        for (auto it = planned->crbegin(); it != planned->crend(); ++it)
            taken << *it;
        painter.setBrush(metalHatch(theme));
        painter.drawPolygon(taken);
    }
    painter.setBrush(Qt::NoBrush);
    if (outside.size() > 1) {
        QPen pen(theme.ink2, 1.0);
        pen.setStyle(Qt::DotLine);
        painter.setPen(pen);
        painter.drawPolyline(outside);
    }
    painter.setPen(planPen(theme, 2.0));
    painter.drawPolyline(plannedRoof);
    painter.drawPolyline(plannedFloor);
    painter.setPen(solidPen(theme.ink, 2.0));
    painter.drawPolyline(roof);
    painter.drawPolyline(floor);
    painter.setPen(solidPen(theme.ink2, 1.4));
    const double deck = toPixel({0.0, m_scene.deck}).y();
    painter.drawLine(QPointF(m_rect.left() + 6, deck), QPointF(m_rect.right() - 6, deck));
    painter.setFont(font(text::kSecond));
    painter.drawText(QRectF(m_rect.left() + 8, deck - 18, 80, 16), Qt::AlignLeft, tr("deck"));
}

void ValveEndView::paintSeat(QPainter& painter, const Theme& theme) const
{
    if (!m_scene.stack)
        return;
    const geometry::SeatStack& stack = *m_scene.stack;
    const double bottom = stack.depth.si();  // of the last cut's inner edge, which lies in the throat's plane
    for (const double side : {-1.0, 1.0}) {
        QPolygonF profile;
        for (const geometry::PlacedCut& cut : stack.cuts) {
            const double rise = cut.face.width.si() * sin(cut.face.angle);
            if (profile.isEmpty())
                profile << toPixel(besideAxis(bottom - cut.depth.si() + rise, side * cut.outer.si() / 2.0));
            profile << toPixel(besideAxis(bottom - cut.depth.si(), side * cut.inner.si() / 2.0));
        }
        painter.setPen(solidPen(theme.ink, 2.4));
        painter.drawPolyline(profile);
    }
    const double line = (stack.cuts[stack.seat].depth + m_scene.scribeBelow).si();
    painter.setPen(planPen(theme, 1.2));
    painter.drawLine(toPixel(besideAxis(bottom - line, -stack.throat.si() / 2.0)),
                     toPixel(besideAxis(bottom - line, stack.throat.si() / 2.0)));
    if (!m_scene.valve)
        return;
    const double half = m_scene.valve->si() / 2.0;
    QPolygonF head;
    head << toPixel(besideAxis(bottom, -half)) << toPixel(besideAxis(bottom + kHeadThick, -half))
         << toPixel(besideAxis(bottom + kHeadThick, half)) << toPixel(besideAxis(bottom, half));
    painter.setPen(solidPen(theme.ink2, 1.2));
    painter.setBrush(theme.panel);
    painter.drawPolygon(head);
    painter.setBrush(Qt::NoBrush);
    QPen axis(theme.ink2, 1.0);
    axis.setStyle(Qt::DashDotLine);
    painter.setPen(axis);
    painter.drawLine(toPixel(besideAxis(bottom + 2.0 * kHeadThick, 0.0)), toPixel(besideAxis(-0.02, 0.0)));
}

void ValveEndView::paintHandles(QPainter& painter, const Theme& theme) const
{
    painter.setFont(font(text::kSecond, true));
    const auto shown = [&](Length length) {
        return QString::fromStdString(units::formatWithUnit(units::Kind::Length, length.si(), m_scene.units));
    };
    std::vector<QRectF> labels;
    for (const EndHandle h : kEndHandles) {
        const auto at = handle(h);
        if (!at)
            continue;
        const EndSize& size = m_scene.sizeOf(h);
        const bool chosen = m_scene.chosen == h;
        constexpr double r = 7.0;
        QPolygonF diamond;
        diamond << *at + QPointF(0, -r) << *at + QPointF(r, 0) << *at + QPointF(0, r) << *at + QPointF(-r, 0);
        painter.setPen(solidPen(theme.plan, chosen && m_scene.focused ? 3.0 : 1.8));
        painter.setBrush(chosen ? theme.plan : theme.panel);
        painter.drawPolygon(diamond);
        painter.setBrush(Qt::NoBrush);
        QString label = nameOf(h) + QStringLiteral(" ") + shown(*size.plan);
        if (size.now && *size.now != *size.plan)
            label = tr("%1 (now %2)").arg(label, shown(*size.now));
        const double wide = painter.fontMetrics().horizontalAdvance(label) + 8;
        // Sizes of the floor stand in the metal on its left, those of bowl and throat beside their handles.
        const bool onFloor = h == EndHandle::Apex || h == EndHandle::Radius;
        const bool fitsRight = at->x() + 12 + wide < m_rect.right();
        double x = onFloor || !fitsRight ? at->x() - wide - 12 : at->x() + 12;
        // A floor's handle at the very left has its size under it.
        x = std::clamp(x, m_rect.left() + 2, m_rect.right() - wide - 2);
        // Inside the passage the throat's size stands higher, so that the floor's have room.
        constexpr double beside = -9.0;
        const double below = h == EndHandle::Radius              ? 8.0
                             : h == EndHandle::Apex              ? -28.0
                             : fitsRight || h == EndHandle::Bowl ? beside
                                                                 : -30.0;
        QRectF box(x, at->y() + below, wide, 18);
        const auto covers = [&](const QRectF& other) { return other.intersects(box); };
        for (int step = 0; step < 4 && std::ranges::any_of(labels, covers); ++step)
            box.translate(0, 20);  // where handles lie close to each other, their sizes stand below each other
        labels.push_back(box);
        painter.fillRect(box, QColor(theme.panel.red(), theme.panel.green(), theme.panel.blue(), 215));
        painter.setPen(theme.plan);
        painter.drawText(box, Qt::AlignCenter, label);
    }
}

void ValveEndView::paint(QPainter& painter, const Theme& theme) const
{
    if (m_scene.empty())
        return paintEmpty(painter, theme, m_rect, m_scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.save();
    painter.setClipRect(m_rect);
    paintPassage(painter, theme);
    paintSeat(painter, theme);
    paintHandles(painter, theme);
    painter.restore();
}

}  // namespace euryth::drawing
