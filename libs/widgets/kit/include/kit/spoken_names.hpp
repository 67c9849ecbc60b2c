// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QWidget;

namespace euryth::widgets {

/// Gives every control in `root` that has no name for a screen reader the one that people see: the label before it in
/// its row, else the title of its panel, else what its tooltip begins with.
void nameControls(QWidget& root);

}  // namespace euryth::widgets
