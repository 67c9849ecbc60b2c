// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

/// Prove: what the work gained.
StageInfo proveStage();

}  // namespace euryth::widgets
