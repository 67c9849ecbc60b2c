// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"

namespace euryth::widgets {

/// The house's wall rules, a row each: material, place, wall to leave, what is done where that is not there.
QWidget* makeWallRules(Context context);

}  // namespace euryth::widgets
