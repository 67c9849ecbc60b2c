// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/look.hpp"

namespace euryth::widgets {

/// The plan for probing of the chosen port in one line: grid, places, lifts, state of the port, and the usual one.
QWidget* makeProbePlanLine(Context context);

}  // namespace euryth::widgets
