// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include "kit/commands.hpp"

namespace euryth::widgets {

namespace command {
inline constexpr CommandId SimulateBench{"simulate-bench"};
}

/// What a line for the instrument takes from it.
struct InstrumentTakes {
    QString name;  ///< of the line, with which its parts' object names begin
    QString take;  ///< on its button
    QString stop;
    QString tip;
    QString there;                   ///< on the button that says that the hand is done
    std::function<QString()> begin;  ///< returns what is missing, or an empty text
};

/// One line for the instrument at the bench: its address, how it is, and what is taken from it.
QWidget* makeInstrumentLine(Context context, const Commands& commands, InstrumentTakes takes);

}  // namespace euryth::widgets
