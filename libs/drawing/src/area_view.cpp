// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <QCoreApplication>

#include "drawing/runner_view.hpp"
#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

constexpr double kHandle = 7.0;
constexpr double kGrab = 14.0;

QString tr(const char* text) { return QCoreApplication::translate("AreaView", text); }

void paintAxes(QPainter& painter, const Theme& theme, const AreaView& view, const RunnerScene& scene)
{
    painter.setFont(font(text::kSecond));
    for (const auto& [value, label] : displayTicks(view.y, units::Kind::Area, scene.units, 6)) {
        const double py = view.y.toPixel(value);
        painter.setPen(solidPen(theme.line));
        painter.drawLine(QPointF(view.plot.left(), py), QPointF(view.plot.right(), py));
        painter.setPen(theme.ink2);
        painter.drawText(QRectF(view.plot.left() - 60, py - 9, 52, 18), Qt::AlignRight | Qt::AlignVCenter, label);
    }
    for (const auto& [value, label] : displayTicks(view.x, units::Kind::Position, scene.units, 8)) {
        const double px = view.x.toPixel(value);
        painter.setPen(solidPen(theme.ink2));
        painter.drawLine(QPointF(px, view.plot.bottom()), QPointF(px, view.plot.bottom() + 4));
        paintLabel(painter, view.plot.adjusted(-30, 0, 30, 30), {px, view.plot.bottom() + 14}, label);
    }
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(view.plot.left() - 60, view.plot.top() - 46, 200, 18), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("net area, %1").arg(symbol(units::Kind::Area, scene.units)));
    painter.drawText(QRectF(view.plot.right() - 220, view.plot.bottom() + 22, 220, 18),
                     Qt::AlignRight | Qt::AlignVCenter,
                     tr("from the window, %1").arg(symbol(units::Kind::Position, scene.units)));
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
            painter.drawPolyline(line);
            line.clear();
        }
    }
    painter.drawPolyline(line);
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

}  // namespace

AreaView::AreaView(const RunnerScene& scene, const QRectF& rect) : plot(rect.adjusted(66, 48, -18, -46))
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
    std::optional<std::size_t> best;
    double nearest = kGrab;
    for (std::size_t i = 0; i < scene.stations.size() && !scene.stations[i].sum; ++i) {
        const QPointF d = handle(scene.stations[i]) - p;
        const double distance = std::hypot(d.x(), d.y());
        if (distance < nearest) {
            nearest = distance;
            best = i;
        }
    }
    return best;
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

    QPolygonF curve;
    for (const auto& at : scene.curve)
        curve << QPointF(x.toPixel(at.s.si()), y.toPixel(at.area.si()));
    painter.setPen(solidPen(theme.now, 2.4));
    painter.drawPolyline(curve);
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
