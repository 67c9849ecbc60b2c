// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "kit/parts.hpp"

namespace euryth::widgets {

/// A button row of which one is down. The group that holds its buttons is its child.
QWidget* makeSwitch(const QStringList& names, const std::function<void(int)>& choose, const QString& objectName);

/// A form or text in a frameless area that scrolls down where the window is too low for it.
QWidget* scrolled(QWidget* content);

/// How one types into tables and fields, as a part of a help text.
QString entryHelp();

/// The choice whose speeds the ports are judged by.
QWidget* makeJudgeBy(Context context);

/// "Station 5, pinch, 36.0 mm from the window".
QString stationTitle(const app::Workspace& workspace);

}  // namespace euryth::widgets
