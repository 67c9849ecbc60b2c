// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>
#include <QString>

#include "drawing/theme.hpp"

namespace euryth::drawing {

/// Text in the middle of an area that has nothing else to show: what is missing, and how to get it. A text with
/// links (HTML) is left out: whoever has it lays a label over the picture.
void paintEmpty(QPainter& painter, const Theme& theme, const QRectF& rect, const QString& text);

}  // namespace euryth::drawing
