// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "app/workspace.hpp"

class QWidget;

namespace euryth::widgets {

/// Help on a stage as simple HTML: what one does there, with which keys, what can hurt.
QString stageHelp(app::Stage stage);
/// All shortcuts, made from the command set.
QString shortcutSheet();
/// Shows it in a window of its own that does not block the main one.
void showHelp(QWidget* parent, const QString& html);

}  // namespace euryth::widgets
