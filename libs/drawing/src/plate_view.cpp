// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/plate_view.hpp"

#include <algorithm>
#include <cmath>

#include "paint_tools.hpp"
#include "units/format.hpp"

namespace euryth::drawing {

void paintPlates(QPainter& painter, const Theme& theme, const PlateScene& scene, const QRectF& rect)
{
    painter.setRenderHint(QPainter::Antialiasing);
    if (!scene.missing.isEmpty() || scene.plates.empty())
        return paintEmpty(painter, theme, rect, scene.missing);
    const QRectF plot = rect.adjusted(52, 10, -12, -36);
    double most = 0.0;
    double off = scene.uncertainty.value_or(0.0) * scene.factor;
    for (const auto& plate : scene.plates) {
        most = std::max(most, plate.flow);
        off = std::max(off, std::abs(plate.factor - scene.factor));
    }
    off = std::max({off, std::abs(1.0 - scene.factor), 0.01}) * 1.25;
    const AxisMap x{0.0, most * 1.1, plot.left(), plot.right()};
    const AxisMap y{scene.factor - off, scene.factor + off, plot.bottom(), plot.top()};
    painter.setFont(font(text::kSecond));
    for (const double value : roundTicks(y.valueFrom, y.valueTo, 4)) {
        painter.setPen(solidPen(theme.line));
        painter.drawLine(QPointF(plot.left(), y.toPixel(value)), QPointF(plot.right(), y.toPixel(value)));
        painter.setPen(theme.ink2);
        painter.drawText(QRectF(rect.left(), y.toPixel(value) - 9, 46, 18), Qt::AlignRight | Qt::AlignVCenter,
                         QString::fromStdString(units::formatPlain(value, 3, scene.units)));
    }
    paintNumbersBelow(painter, theme, {x, units::Kind::Flow, scene.units, 5}, rect, plot.bottom() + 10);
    if (scene.uncertainty) {
        const double half = *scene.uncertainty * scene.factor;
        painter.fillRect(QRectF(QPointF(plot.left(), y.toPixel(scene.factor + half)),
                                QPointF(plot.right(), y.toPixel(scene.factor - half))),
                         theme.nowSoft);
    }
    painter.setPen(solidPen(theme.now, 2.0));
    painter.drawLine(QPointF(plot.left(), y.toPixel(scene.factor)), QPointF(plot.right(), y.toPixel(scene.factor)));
    for (const auto& plate : scene.plates) {
        const QPointF at(x.toPixel(plate.flow), y.toPixel(plate.factor));
        painter.setPen(solidPen(theme.panel, 1.5));
        painter.setBrush(theme.ink);
        painter.drawEllipse(at, 5.0, 5.0);
        painter.setPen(theme.ink);
        paintLabel(painter, rect, at - QPointF(0, 14), plate.name);
    }
    painter.setPen(theme.ink2);
    painter.drawText(QRectF(rect.left(), rect.bottom() - 16, rect.width(), 16), Qt::AlignRight | Qt::AlignVCenter,
                     tr("true flow over the bench's, over flow, %1").arg(unitText(units::Kind::Flow, scene.units)));
}

}  // namespace euryth::drawing
