// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "kit/look.hpp"

class QWidget;

/// Widgets that follow the job, and those of hidden pages that need not before they are seen.
namespace euryth::widgets {

/// Calls `shown` whenever the widget is shown.
void whenShown(QWidget* widget, const std::function<void()>& shown);
/// Calls `refresh` when the widget is shown and after each change while it is: for what takes long to work out.
void whileSeen(Context context, QWidget* widget, const std::function<void()>& refresh);
/// Calls `refresh` now and after each change; after changes that were made while the widget's page was hidden, once,
/// when it is shown. Not for a widget that hides itself by what it refreshes: it would never come back.
void keepUpToDate(Context context, QWidget* widget, const std::function<void()>& refresh);

}  // namespace euryth::widgets
