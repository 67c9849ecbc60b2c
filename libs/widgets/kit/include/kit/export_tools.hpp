// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"
#include "tasks/export_port.hpp"

namespace euryth::widgets {

/// A port's id as a file's name.
QString fileNameOf(const job::Port& port);
/// Says under `title` why something is not written, where it is not.
void tellExport(Desk& desk, const tl::expected<void, tasks::Error>& written, const QString& title);

}  // namespace euryth::widgets
