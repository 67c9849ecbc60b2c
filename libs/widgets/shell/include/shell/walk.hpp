// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "kit/look.hpp"
#include "shell/main_window.hpp"

namespace euryth::widgets {

/// Walks the stages and writes a picture of each to `folder`. Returns what went wrong, or an empty text.
QString walkStages(MainWindow& window, const QString& folder);

}  // namespace euryth::widgets
