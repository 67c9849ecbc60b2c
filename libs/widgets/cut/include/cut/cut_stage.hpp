// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

/// Cut: where to take metal.
StageInfo cutStage();

}  // namespace euryth::widgets
