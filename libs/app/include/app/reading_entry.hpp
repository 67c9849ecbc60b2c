// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/binding.hpp"
#include "app/workspace.hpp"

namespace euryth::app {

/// The speed of a reading (indices into job, port and set): as typed, or from the pitot's impact pressure.
FieldBinding readingBinding(std::size_t port, std::size_t set, std::size_t reading);

/// Puts typed text into a reading as one undo step: a speed, or with its unit a pitot's pressure (`26.5 inH2O`). Says
/// what is wrong, or an empty text.
QString commitReading(Workspace& workspace, std::size_t port, std::size_t set, std::size_t reading,
                      const QString& text);

}  // namespace euryth::app
