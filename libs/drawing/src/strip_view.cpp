// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/strip_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

namespace {

constexpr double kNames = 128.0;  // for the names of the rows
constexpr double kDot = 5.0;

double farthest(const StripScene& scene)
{
    double most = 0.01;
    for (const StripScene::Row& row : scene.rows) {
        most = std::max(most, row.allowed * 1.4);
        for (const StripScene::Dot& dot : row.dots)
            most = std::max(most, std::abs(dot.off));
    }
    return most * 1.12;
}

void paintDot(QPainter& painter, const Theme& theme, const StripScene::Row& row, const StripScene::Dot& dot, QPointF at)
{
    const bool outside = std::abs(dot.off) > row.allowed;
    const QColor colour = outside ? theme.danger : theme.now;
    painter.setPen(solidPen(colour, 1.8));
    painter.setBrush(dot.chosen ? QBrush(colour) : QBrush(theme.panel));
    if (outside) {
        const double r = kDot * 1.35;
        painter.drawPolygon(
            QPolygonF({at + QPointF(0, -r), at + QPointF(r, 0), at + QPointF(0, r), at + QPointF(-r, 0)}));
    } else {
        painter.drawEllipse(at, kDot, kDot);
    }
    painter.setBrush(Qt::NoBrush);
}

/// Names over and under the dots by turns, moved on where they would lie over each other.
void paintNames(QPainter& painter, const Theme& theme, const StripScene::Row& row, const AxisMap& x, double middle,
                const QRectF& rect)
{
    std::vector<const StripScene::Dot*> dots;
    for (const StripScene::Dot& dot : row.dots)
        dots.push_back(&dot);
    std::ranges::stable_sort(dots, {}, [](const auto* dot) { return dot->off; });
    double over = -1e9;
    double under = -1e9;
    for (const StripScene::Dot* dot : dots) {
        painter.setFont(font(text::kSecond, dot->chosen));
        painter.setPen(theme.ink);
        const double wide = painter.fontMetrics().horizontalAdvance(dot->name) + 6.0;
        const double at = x.toPixel(dot->off);
        const bool isOver = at - wide / 2.0 >= over || over <= under;
        double& taken = isOver ? over : under;
        const double from = std::max(taken, at - wide / 2.0);
        paintLabel(painter, rect, {from + wide / 2.0, middle + (isOver ? -15.0 : 15.0)}, dot->name);
        taken = from + wide;
    }
}

}  // namespace

void paintStrip(QPainter& painter, const Theme& theme, const StripScene& scene, const QRectF& rect)
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    const double most = farthest(scene);
    const AxisMap x{-most, most, rect.left() + kNames, rect.right() - 22.0};
    constexpr double foot = 40.0;
    const double high = std::min(64.0, (rect.height() - foot) / static_cast<double>(scene.rows.size()));
    const double bottom = rect.top() + high * static_cast<double>(scene.rows.size());
    painter.setFont(font(text::kSecond));
    for (const auto& [value, label] : displayTicks(x, units::Kind::Percent, scene.units, 6)) {
        painter.setPen(solidPen(theme.line));
        painter.drawLine(QPointF(x.toPixel(value), rect.top()), QPointF(x.toPixel(value), bottom));
        painter.setPen(theme.ink2);
        paintLabel(painter, rect, {x.toPixel(value), bottom + 11.0}, label);
    }
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left(), bottom + 20.0, rect.width() - 14.0, 18.0), Qt::AlignRight | Qt::AlignVCenter,
                     tr("from the middle one, %1").arg(unitText(units::Kind::Percent, scene.units)));
    for (std::size_t i = 0; i < scene.rows.size(); ++i) {
        const StripScene::Row& row = scene.rows[i];
        const double middle = rect.top() + high * (static_cast<double>(i) + 0.5);
        painter.setPen(Qt::NoPen);
        painter.setBrush(theme.nowSoft);
        const double half = std::min(13.0, high * 0.3);
        painter.drawRect(
            QRectF(QPointF(x.toPixel(-row.allowed), middle - half), QPointF(x.toPixel(row.allowed), middle + half)));
        painter.setBrush(Qt::NoBrush);
        painter.setPen(solidPen(theme.ink2));
        painter.drawLine(QPointF(x.pixelFrom, middle), QPointF(x.pixelTo, middle));
        painter.setFont(font(text::kNormal, true));
        painter.setPen(theme.ink);
        painter.drawText(QRectF(rect.left() + 4, middle - 18, kNames - 10, 18), Qt::AlignLeft | Qt::AlignVCenter,
                         row.name);
        painter.setFont(font(text::kSecond));
        painter.setPen(theme.ink2);
        painter.drawText(QRectF(rect.left() + 4, middle, kNames - 10, 18), Qt::AlignLeft | Qt::AlignVCenter,
                         row.middle);
        paintNames(painter, theme, row, x, middle, rect);
        for (const StripScene::Dot& dot : row.dots)
            paintDot(painter, theme, row, dot, {x.toPixel(dot.off), middle});
    }
}

}  // namespace euryth::drawing
