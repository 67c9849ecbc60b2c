// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/hours_view.hpp"

#include <algorithm>
#include <numeric>

#include "paint_tools.hpp"

namespace euryth::drawing {

namespace {

constexpr double kHourNames = 118.0;
constexpr double kHourTexts = 92.0;

double mostHours(const HoursScene& scene)
{
    double most = 0.5;
    for (const HoursScene::Row& row : scene.rows) {
        most = std::max(most, row.estimate.value_or(0.0));
        most = std::max(most, std::accumulate(row.hours.begin(), row.hours.end(), 0.0));
    }
    return most;
}

}  // namespace

void paintHours(QPainter& painter, const Theme& theme, const HoursScene& scene, const QRectF& rect)
{
    if (!scene.missing.isEmpty())
        return paintEmpty(painter, theme, rect, scene.missing);
    painter.setRenderHint(QPainter::Antialiasing);
    const double scale = (rect.width() - kHourNames - kHourTexts) / mostHours(scene);
    constexpr double foot = 20.0;
    const double high = std::min(30.0, (rect.height() - foot) / static_cast<double>(scene.rows.size()));
    const double left = rect.left() + kHourNames;
    for (std::size_t i = 0; i < scene.rows.size(); ++i) {
        const HoursScene::Row& row = scene.rows[i];
        const double top = rect.top() + high * static_cast<double>(i);
        const double middle = top + high / 2.0;
        painter.setFont(font(text::kSecond, !row.isOver));
        painter.setPen(row.isOver ? theme.ink2 : theme.ink);
        painter.drawText(QRectF(rect.left(), top, kHourNames - 8, high), Qt::AlignRight | Qt::AlignVCenter, row.name);
        const double half = std::max(2.0, high * 0.28);
        double x = left;
        for (std::size_t k = 0; k < row.hours.size(); ++k) {
            const double wide = row.hours[k] * scale;
            if (!(wide > 0.0))
                continue;
            const QRectF piece(x, middle - half, wide, 2.0 * half);
            painter.setPen(solidPen(theme.panel));
            painter.setBrush(k == 0 ? theme.ink2 : theme.now);
            painter.drawRect(piece);
            const QString port = k == 0 ? QString() : scene.ports.value(static_cast<int>(k) - 1);
            if (painter.fontMetrics().horizontalAdvance(port) + 4.0 < wide && half > 6.0) {
                painter.setPen(theme.onNow);
                painter.drawText(piece, Qt::AlignCenter, port);
            }
            x += wide;
        }
        painter.setBrush(Qt::NoBrush);
        if (row.estimate) {
            painter.setPen(planPen(theme, 1.6));
            painter.drawRect(QRectF(left, middle - half - 2, *row.estimate * scale, 2.0 * half + 4));
        }
        painter.setPen(theme.ink);
        painter.setFont(font(text::kSecond));
        painter.drawText(QRectF(rect.right() - kHourTexts + 4, top, kHourTexts - 8, high),
                         Qt::AlignRight | Qt::AlignVCenter, row.text);
    }
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(left, rect.bottom() - foot, rect.width() - kHourNames - 8, foot),
                     Qt::AlignLeft | Qt::AlignVCenter, tr("dashed: estimated, filled: worked, in pieces for ports"));
}

}  // namespace euryth::drawing
