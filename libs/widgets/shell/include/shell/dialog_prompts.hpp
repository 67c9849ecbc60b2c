// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/prompts.hpp"

namespace euryth::widgets {

/// The real dialogs.
Prompts dialogPrompts();

}  // namespace euryth::widgets
