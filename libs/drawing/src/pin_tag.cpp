// SPDX-License-Identifier: GPL-3.0-or-later
#include "drawing/pin_tag.hpp"

#include "paint_tools.hpp"

namespace euryth::drawing {

PinTag tagOf(const job::Pin& pin, bool chosen)
{
    return {QString::fromStdString(pin.id), pin.kind == job::PinKind::Crack || pin.kind == job::PinKind::Breakthrough,
            pin.asks == job::PinAsks::Leave, pin.asks == job::PinAsks::Cut, chosen};
}

QRectF pinTagBox(QPointF centre) { return {centre.x() - 15.0, centre.y() - 9.0, 30.0, 18.0}; }

QRectF paintPinTag(QPainter& painter, const Theme& theme, const PinTag& tag, QPointF centre)
{
    const QRectF box = pinTagBox(centre);
    const QColor line = tag.danger ? theme.danger : tag.cut ? theme.metal : theme.ink;
    painter.save();
    painter.setPen(Qt::NoPen);
    painter.setBrush(tag.chosen ? theme.nowSoft : theme.panel);
    painter.drawRoundedRect(box, 3, 3);
    if (tag.cut) {
        painter.setBrush(metalHatch(theme));
        painter.drawRect(QRectF(box.left(), box.bottom() - 5.0, box.width(), 5.0));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(solidPen(tag.chosen ? theme.now : line, tag.chosen || tag.danger ? 2.0 : 1.2));
    painter.drawRoundedRect(box, 3, 3);
    if (tag.leave) {
        painter.drawLine(box.topLeft(), box.topLeft() + QPointF(6, 6));
        painter.drawLine(box.topRight(), box.topRight() + QPointF(-6, 6));
        painter.drawLine(box.bottomLeft(), box.bottomLeft() + QPointF(6, -6));
        painter.drawLine(box.bottomRight(), box.bottomRight() + QPointF(-6, -6));
    }
    painter.setPen(tag.danger ? theme.danger : theme.ink);
    painter.setFont(font(text::kSecond, true));
    painter.drawText(box, Qt::AlignCenter, tag.id);
    painter.restore();
    return box;
}

}  // namespace euryth::drawing
