// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "kit/commands.hpp"

class QWidget;

namespace euryth::widgets {

/// All shortcuts, made from the commands.
QString shortcutSheet(const Commands& commands);
/// Shows a text of simple HTML in a window of its own that does not block the main one.
void showHelp(QWidget* parent, const QString& html);

}  // namespace euryth::widgets
