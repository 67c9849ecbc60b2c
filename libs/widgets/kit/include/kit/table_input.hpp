// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"

namespace euryth::widgets {

/// What stands in a table's file; nothing where it cannot be read, which is told.
std::optional<QString> readTable(Desk& desk, const QString& path);
/// Asks for a table's file; Cancel takes what the clipboard holds. Nothing where there is none, which is told.
std::optional<QString> askForTable(Desk& desk, const QString& title);

}  // namespace euryth::widgets
