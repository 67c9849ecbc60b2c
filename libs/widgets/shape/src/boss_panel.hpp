// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"

namespace euryth::widgets {

/// The guide boss: the fin that is planned of it, and the room beside the guide.
QWidget* makeBossPanel(Context context);

}  // namespace euryth::widgets
