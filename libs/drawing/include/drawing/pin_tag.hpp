// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"
#include "job/air_read.hpp"

namespace euryth::drawing {

/// A finding in a picture: its id in a frame. One that asks for a cut is hatched like metal to remove, one that forbids
/// a cut is struck through its corners, a crack or a breakthrough has the mark of danger.
struct PinTag {
    QString id;
    bool danger = false;
    bool leave = false;
    bool cut = false;
    bool chosen = false;
};
PinTag tagOf(const job::Pin& pin, bool chosen);

/// Paints it round a point; returns what it covers.
QRectF paintPinTag(QPainter& painter, const Theme& theme, const PinTag& tag, QPointF centre);
QRectF pinTagBox(QPointF centre);

}  // namespace euryth::drawing
