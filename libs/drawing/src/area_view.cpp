// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "drawing/runner_view.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

constexpr double kHandle = 7.0;
constexpr double kGrab = 14.0;
constexpr int kAreaTicks = 6;
constexpr int kPlaceTicks = 8;

void paintAxes(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene)
{
    painter.setFont(font(text::kSecond));
    paintRules(painter, theme, {view.y, units::Kind::Area, scene.units, kAreaTicks}, view.plot);
    painter.setPen(solidPen(theme.ink2));
    const int columns = ticksInSight(painter, view.x, Qt::Horizontal, kPlaceTicks);
    for (const auto& [value, label] : displayTicks(view.x, units::Kind::Position, scene.units, columns)) {
        const double px = view.x.toPixel(value);
        painter.drawLine(QPointF(px, view.plot.bottom()), QPointF(px, view.plot.bottom() + 4));
    }
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(view.plot.left() - 60, view.plot.top() - 46, 200, 18), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("net area, %1").arg(unitText(units::Kind::Area, scene.units)));
    painter.drawText(QRectF(view.plot.right() - 220, view.plot.bottom() + 22, 220, 18),
                     Qt::AlignRight | Qt::AlignVCenter,
                     tr("from the window, %1").arg(unitText(units::Kind::Position, scene.units)));
    painter.setPen(solidPen(theme.ink2));
    painter.drawLine(view.plot.bottomLeft(), view.plot.bottomRight());
}

/// A polyline through one value per station, interrupted where the value is not known.
template <class F>
void paintLine(QPainter& painter, const AreaView& view, const RunnerScene& scene, F value)
{
    QPolygonF line;
    for (const auto& station : scene.stations) {
        const std::optional<double> v = value(station);
        if (v) {
            line << QPointF(view.x.toPixel(station.s), view.y.toPixel(*v));
        } else {
            paintLongLine(painter, line);
            line.clear();
        }
    }
    paintLongLine(painter, line);
}

void paintHandle(QPainter& painter, const Theme& theme, QPointF c, double r, bool filled)
{
    QPolygonF diamond;
    diamond << c + QPointF(0, -r) << c + QPointF(r, 0) << c + QPointF(0, r) << c + QPointF(-r, 0);
    painter.setPen(solidPen(theme.plan, 1.8));
    painter.setBrush(filled ? theme.plan : theme.panel);
    painter.drawPolygon(diamond);
}

void paintWanted(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene)
{
    if (!scene.wanted)
        return;
    const double py = view.y.toPixel(*scene.wanted);
    QPen pen(theme.ink2, 1.2);
    pen.setStyle(Qt::DotLine);
    painter.setPen(pen);
    painter.drawLine(QPointF(view.plot.left(), py), QPointF(view.plot.right(), py));
    painter.setFont(font(text::kSecond));
    painter.setPen(theme.ink2);
    painter.drawText(
        QRectF(view.plot.right() - 330, py + 2, 322, 18), Qt::AlignRight | Qt::AlignVCenter,
        tr("the engine asks for %1 at least")
            .arg(QString::fromStdString(units::formatWithUnit(units::Kind::Area, *scene.wanted, scene.units))));
}

/// The stretch that goes small, big, small, filled down to the larger of its two ends, with its name.
void paintBulge(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene,
                const RunnerScene::Bulge& bulge)
{
    const auto value = [&](const RunnerScene::Station& s) { return bulge.planned ? s.plan.value_or(s.area) : s.area; };
    QPolygonF hump;
    double base = 0.0;
    double top = 0.0;
    for (const auto& s : scene.stations) {
        if (s.s < bulge.from || s.s > bulge.to)
            continue;
        hump << QPointF(view.x.toPixel(s.s), view.y.toPixel(value(s)));
        top = std::max(top, value(s));
        if (s.s == bulge.from || s.s == bulge.to)
            base = std::max(base, value(s));
    }
    painter.save();
    painter.setClipRect(
        QRectF(QPointF(view.plot.left(), view.plot.top()), QPointF(view.plot.right(), view.y.toPixel(base))));
    hump << QPointF(view.x.toPixel(bulge.to), view.y.toPixel(base))
         << QPointF(view.x.toPixel(bulge.from), view.y.toPixel(base));
    QColor fill = theme.danger;
    fill.setAlphaF(0.28f);
    painter.setPen(Qt::NoPen);
    painter.setBrush(fill);
    painter.drawPolygon(hump);
    painter.restore();
    const QString text =
        tr("\u25bc small, big, small: %1 too big")
            .arg(QString::fromStdString(units::formatWithUnit(units::Kind::Percent, bulge.excess, scene.units)));
    painter.setFont(font(text::kNormal, true));
    const double wide = painter.fontMetrics().horizontalAdvance(text) + 12;
    const QPointF at(view.x.toPixel(bulge.at), std::max(view.y.toPixel(top) - 24, view.plot.top() + 4));
    QRectF box(at.x() - wide / 2, at.y() - 10, wide, 20);
    box.moveLeft(std::clamp(box.left(), view.plot.left(), view.plot.right() - wide));
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.danger);
    painter.drawRoundedRect(box, 3, 3);
    painter.setPen(theme.panel);
    painter.drawText(box, Qt::AlignCenter, text);
    painter.setBrush(Qt::NoBrush);
}

/// A plan put aside, with its name where it is farthest from what is there.
void paintOtherPlan(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene,
                    const RunnerScene::OtherPlan& other)
{
    QPolygonF line;
    QPointF at;
    double farthest = -1.0;
    for (const auto& [s, area] : other.areas) {
        line << QPointF(view.x.toPixel(s), view.y.toPixel(area));
        for (const auto& station : scene.stations) {
            const double off = std::abs(station.s - s) < 1e-6 ? std::abs(area - station.area) : -1.0;
            if (off > farthest) {
                farthest = off;
                at = line.last();
            }
        }
    }
    QPen pen(theme.ink2, 1.2);
    pen.setStyle(Qt::DashDotLine);
    painter.setPen(pen);
    paintLongLine(painter, line);
    const double wide = painter.fontMetrics().horizontalAdvance(other.name) + 6;
    const QRectF box(std::min(at.x() + 6, view.plot.right() - wide), at.y() - 22, wide, 16);
    painter.fillRect(box, theme.panel);
    painter.drawText(box, Qt::AlignCenter, other.name);
}

void paintOtherPlans(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene)
{
    painter.setFont(font(text::kSecond));
    for (const auto& other : scene.others) {
        if (other.areas.size() >= 2)
            paintOtherPlan(painter, theme, view, scene, other);
    }
}

/// What the chosen handle means, in a box beside it.
void paintHandleLines(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene)
{
    if (scene.handleLines.isEmpty() || !scene.chosen || *scene.chosen >= scene.stations.size())
        return;
    painter.setFont(font(text::kSecond));
    double wide = 0;
    for (const QString& line : scene.handleLines)
        wide = std::max(wide, static_cast<double>(painter.fontMetrics().horizontalAdvance(line)));
    const double high = 16.0 * static_cast<double>(scene.handleLines.size()) + 8;
    const QPointF handle = view.handle(scene.stations[*scene.chosen]);
    QRectF box(handle.x() + 14, handle.y() + 12, wide + 14, high);
    if (box.right() > view.plot.right())
        box.moveRight(handle.x() - 14);
    box.moveTop(std::clamp(box.top(), view.plot.top() + 2, view.plot.bottom() - high - 2));
    painter.setPen(solidPen(theme.plan, 1.2));
    painter.setBrush(theme.panel);
    painter.drawRoundedRect(box, 3, 3);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(theme.ink);
    double y = box.top() + 4;
    for (const QString& line : scene.handleLines) {
        painter.drawText(QRectF(box.left() + 7, y, wide + 4, 16), Qt::AlignLeft | Qt::AlignVCenter, line);
        y += 16;
    }
}

}  // namespace

AreaView::AreaView(const RunnerScene& scene, const QRectF& rect) : plot(rect.marginsRemoved(kAreaEdges))
{
    if (scene.empty())
        return;
    double low = 1e9;
    double high = 0.0;
    for (const auto& s : scene.stations) {
        low = std::min({low, s.area, s.plan.value_or(s.area), scene.wanted.value_or(s.area)});
        high = std::max({high, s.area, s.plan.value_or(0.0), std::min(s.reachable.value_or(0.0), s.area * 1.25)});
    }
    const double margin = (high - low) * 0.12 + high * 0.01;
    x = {scene.stations.front().s, scene.stations.back().s, plot.left(), plot.right()};
    y = {low - margin, high + margin, plot.bottom(), plot.top()};
}

QPointF AreaView::handle(const RunnerScene::Station& station) const
{
    return {x.toPixel(station.s), y.toPixel(station.plan.value_or(station.area))};
}

std::optional<std::size_t> AreaView::handleAt(const RunnerScene& scene, QPointF p) const
{
    std::vector<QPointF> handles;
    for (std::size_t i = 0; i < scene.stations.size() && !scene.stations[i].sum; ++i)
        handles.push_back(handle(scene.stations[i]));
    return underFinger(handles, p, kGrab);
}

AreasAt areasAt(const RunnerScene& scene, double s)
{
    AreasAt areas;
    // Straight between two neighbours, of whatever kind, that have a value.
    const auto between = [s](double fromS, double toS, double from, double to) {
        return toS > fromS ? from + (to - from) * (s - fromS) / (toS - fromS) : to;
    };
    for (std::size_t i = 1; i < scene.curve.size() && !areas.now; ++i) {
        const auto& a = scene.curve[i - 1];
        const auto& b = scene.curve[i];
        if (s >= a.s.si() && s <= b.s.si())
            areas.now = between(a.s.si(), b.s.si(), a.area.si(), b.area.si());
    }
    for (std::size_t i = 1; i < scene.stations.size() && !areas.plan; ++i) {
        const auto& a = scene.stations[i - 1];
        const auto& b = scene.stations[i];
        if (a.plan && b.plan && s >= a.s && s <= b.s)
            areas.plan = between(a.s, b.s, *a.plan, *b.plan);
    }
    return areas;
}

void AreaView::paint(QPainter& painter, const Theme& theme, const RunnerScene& scene,
                     std::optional<std::size_t> grabbed) const
{
    if (scene.empty())
        return paintEmpty(painter, theme, plot, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    paintAxes(painter, theme, *this, scene);
    painter.save();
    painter.setClipRect(plot.adjusted(-10, -30, 10, 1));

    // Where the walls end: everything above is hatched as out of reach.
    QPolygonF beyond{plot.topRight(), plot.topLeft()};
    for (const auto& s : scene.stations) {
        const double py = s.reachable ? y.toPixel(*s.reachable) : plot.top();
        beyond << QPointF(x.toPixel(s.s), std::max(py, plot.top()));
    }
    QColor beyondColour = theme.danger;
    beyondColour.setAlphaF(0.35f);
    painter.setPen(Qt::NoPen);
    painter.setBrush(QBrush(beyondColour, Qt::FDiagPattern));
    painter.drawPolygon(beyond);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(theme.danger, 1.0));
    paintLine(painter, *this, scene, [](const auto& s) { return s.reachable; });

    paintWanted(painter, theme, *this, scene);
    paintOtherPlans(painter, theme, *this, scene);

    QPolygonF curve;
    for (const auto& at : scene.curve)
        curve << QPointF(x.toPixel(at.s.si()), y.toPixel(at.area.si()));
    painter.setPen(solidPen(theme.now, 2.4));
    paintLongLine(painter, curve);
    painter.setPen(metalPen(theme));
    paintLine(painter, *this, scene, [](const auto& s) { return s.afterCut; });
    painter.setPen(planPen(theme));
    paintLine(painter, *this, scene, [](const auto& s) { return s.plan; });

    for (std::size_t i = 0; i < scene.stations.size(); ++i) {
        const auto& s = scene.stations[i];
        const bool chosen = scene.chosen == i;
        if (chosen) {
            painter.setPen(solidPen(theme.now, 1.0));
            painter.drawLine(QPointF(x.toPixel(s.s), plot.top()), QPointF(x.toPixel(s.s), plot.bottom()));
        }
        painter.setPen(solidPen(theme.now, 1.4));
        painter.setBrush(theme.panel);
        painter.drawEllipse(QPointF(x.toPixel(s.s), y.toPixel(s.area)), 3.0, 3.0);
        if (!s.sum)
            paintHandle(painter, theme, handle(s), grabbed == i ? kHandle + 2 : kHandle, grabbed == i || chosen);
        painter.setBrush(Qt::NoBrush);
        if (s.name.isEmpty())
            continue;
        painter.setFont(font(text::kSecond, true));
        painter.setPen(chosen ? theme.now : theme.ink);
        paintLabel(painter, plot.adjusted(-8, -30, 8, 0), {x.toPixel(s.s), plot.top() - 10}, s.name);
    }
    painter.restore();
    paintNumbersLeft(painter, theme, {y, units::Kind::Area, scene.units, kAreaTicks}, plot.left() - 8);
    paintNumbersBelow(painter, theme, {x, units::Kind::Position, scene.units, kPlaceTicks},
                      plot.adjusted(-30, 0, 30, 30), plot.bottom() + 14);
    for (const auto& bulge : scene.bulges)
        paintBulge(painter, theme, *this, scene, bulge);
    paintHandleLines(painter, theme, *this, scene);
}

void paintAreaKey(QPainter& painter, const Theme& theme, QPointF at)
{
    painter.setFont(font(text::kSecond));
    struct Entry {
        QPen pen;
        QString text;
    };
    const std::array entries{Entry{solidPen(theme.now, 2.4), tr("as it is")},
                             Entry{planPen(theme), tr("plan: drag a diamond")},
                             Entry{metalPen(theme), tr("after the cuts")},
                             Entry{solidPen(theme.danger, 1.0), tr("as far as the walls allow")}};
    for (const Entry& entry : entries) {
        painter.setPen(entry.pen);
        painter.drawLine(at, at + QPointF(30, 0));
        painter.setPen(theme.ink2);
        const double width = painter.fontMetrics().horizontalAdvance(entry.text);
        painter.drawText(QRectF(at.x() + 36, at.y() - 10, width + 4, 20), Qt::AlignLeft | Qt::AlignVCenter, entry.text);
        at.rx() += 36 + width + 20;
    }
}

}  // namespace euryth::drawing
