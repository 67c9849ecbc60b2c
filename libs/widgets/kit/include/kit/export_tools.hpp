// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"
#include "tasks/export_port.hpp"

namespace euryth::widgets {

/// A port's id as a file's name.
QString fileNameOf(const job::Port& port);
/// Notes what was written; says under `title` why something is not, where it is not.
void tellExport(Desk& desk, const tl::expected<void, tasks::Error>& written, const QString& title);

/// Shows the preview of sheets, from which they are printed.
void printOnPaper(Desk& desk, const QString& title, const std::vector<paper::Sheet>& sheets);

}  // namespace euryth::widgets
