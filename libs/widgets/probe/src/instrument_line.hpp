// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"

namespace euryth::widgets {

/// One line for the instrument at the bench: its address, how it is, and a set of nine at the chosen station taken from
/// it.
QWidget* makeInstrumentLine(Context context, const Commands& commands);

}  // namespace euryth::widgets
