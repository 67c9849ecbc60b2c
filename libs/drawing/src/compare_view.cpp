// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/compare_view.hpp"

#include <algorithm>

#include "geometry/wall_contour.hpp"
#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

QPen penFor(const Theme& theme, const CompareScene::Entry& entry)
{
    if (entry.chosen)
        return solidPen(theme.now, 2.6);
    if (entry.odd) {
        QPen pen(theme.danger, 2.0);
        pen.setDashPattern({5.0, 2.5});
        return pen;
    }
    return solidPen(theme.ink2, 1.0);
}

/// Drawing order: others, odd, chosen on top.
std::vector<const CompareScene::Entry*> ordered(const CompareScene& scene)
{
    std::vector<const CompareScene::Entry*> entries;
    for (const auto& entry : scene.entries)
        entries.push_back(&entry);
    std::ranges::stable_sort(entries, {}, [](const auto* e) { return e->chosen ? 2 : e->odd ? 1 : 0; });
    return entries;
}

void paintSections(QPainter& painter, const Theme& theme, const CompareScene& scene, const QRectF& rect)
{
    Length widest;
    Length highest;
    for (const auto& entry : scene.entries) {
        if (!entry.section)
            continue;
        const geometry::Box box = geometry::boxOf(*entry.section);
        widest = std::max(widest, box.width);
        highest = std::max(highest, box.height);
    }
    if (widest <= Length{})
        return;
    const double scale = std::min(rect.width() / widest.si(), rect.height() / highest.si());
    for (const auto* entry : ordered(scene)) {
        if (!entry->section)
            continue;
        const geometry::Point middle = geometry::boxOf(*entry->section).middle;
        QPolygonF shape;
        for (const geometry::Point& p : geometry::WallContour(*entry->section).outline(200)) {
            shape << QPointF(rect.center().x() - (p.left - middle.left) * scale,
                             rect.center().y() - (p.up - middle.up) * scale);
        }
        painter.setPen(penFor(theme, *entry));
        painter.drawPolygon(shape);
    }
}

QRectF upperHalf(const QRectF& rect)
{
    return {rect.left() + 24, rect.top() + 22, rect.width() - 48, rect.height() * 0.48 - 40};
}

QRectF lowerHalf(const QRectF& rect) { return rect.adjusted(0, rect.height() * 0.48, 0, 0); }

/// The axes of the areas along the runner.
struct AreaAxes {
    QRectF plot;
    AxisMap x;
    AxisMap y;
};

/// Nothing where no port has areas.
std::optional<AreaAxes> areaAxes(const CompareScene& scene, const QRectF& rect)
{
    double end = 0.0;
    double low = 1e9;
    double high = 0.0;
    for (const auto& entry : scene.entries) {
        if (!entry.areas)
            continue;
        end = std::max(end, entry.areas->end().si());
        for (const auto& knot : entry.areas->knots()) {
            low = std::min(low, knot.area.si());
            high = std::max(high, knot.area.si());
        }
    }
    if (high <= 0.0)
        return std::nullopt;
    const QRectF plot = rect.adjusted(52, 8, -8, -34);
    const double margin = 0.08 * (high - low) + 0.01 * high;
    return AreaAxes{
        plot, {0.0, end, plot.left(), plot.right()}, {low - margin, high + margin, plot.bottom(), plot.top()}};
}

void paintAreas(QPainter& painter, const Theme& theme, const CompareScene& scene, const QRectF& rect)
{
    const auto axes = areaAxes(scene, rect);
    if (!axes)
        return;
    const auto& [plot, x, y] = *axes;
    painter.setFont(font(text::kSecond));
    const Numbered areas{y, units::Kind::Area, scene.units, 4};
    paintRules(painter, theme, areas, plot);
    if (scene.s) {
        painter.setPen(solidPen(theme.now, 1.0));
        painter.drawLine(QPointF(x.toPixel(scene.s->si()), plot.top()),
                         QPointF(x.toPixel(scene.s->si()), plot.bottom()));
    }
    for (const auto* entry : ordered(scene)) {
        if (!entry->areas)
            continue;
        QPolygonF curve;
        constexpr int steps = 100;
        for (int i = 0; i <= steps; ++i) {
            const Length s = entry->areas->start() + entry->areas->length() * (static_cast<double>(i) / steps);
            curve << QPointF(x.toPixel(s.si()), y.toPixel(entry->areas->at(s).si()));
        }
        painter.setPen(penFor(theme, *entry));
        paintLongLine(painter, curve);
    }
    paintNumbersLeft(painter, theme, areas, rect.left() + 46);
    paintNumbersBelow(painter, theme, {x, units::Kind::Position, scene.units, 5}, rect, plot.bottom() + 10);
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left(), rect.bottom() - 16, rect.width(), 16), Qt::AlignRight | Qt::AlignVCenter,
                     tr("net area, %1, over distance, %2")
                         .arg(unitText(units::Kind::Area, scene.units), unitText(units::Kind::Position, scene.units)));
}

}  // namespace

void paintCompare(QPainter& painter, const Theme& theme, const CompareScene& scene, const QRectF& rect)
{
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    paintSections(painter, theme, scene, upperHalf(rect));
    paintAreas(painter, theme, scene, lowerHalf(rect));
    painter.setFont(font(text::kSecond));
    double left = rect.left() + 4;
    for (const auto& entry : scene.entries) {
        if (!entry.chosen && !entry.odd)
            continue;
        const QString label = entry.chosen ? tr("%1 chosen").arg(entry.id) : tr("%1 odd one out").arg(entry.id);
        painter.setPen(penFor(theme, entry));
        painter.drawLine(QPointF(left, rect.top() + 9), QPointF(left + 22, rect.top() + 9));
        painter.setPen(entry.odd && !entry.chosen ? theme.danger : theme.ink);
        const double wide = painter.fontMetrics().horizontalAdvance(label);
        painter.drawText(QPointF(left + 27, rect.top() + 13), label);
        left += wide + 42;
    }
    painter.setPen(theme.ink2);
    painter.drawText(QPointF(left, rect.top() + 13), tr("thin: the others"));
}

std::optional<Length> compareDistanceAt(const CompareScene& scene, const QRectF& rect, QPointF p)
{
    const auto axes = scene.missing.isEmpty() ? areaAxes(scene, lowerHalf(rect)) : std::nullopt;
    if (!axes || !axes->plot.contains(p))
        return std::nullopt;
    return Length::fromSi(axes->x.toValue(p.x()));
}

}  // namespace euryth::drawing
