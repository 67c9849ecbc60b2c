// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/given_file.hpp"

namespace euryth::widgets {

class MainWindow;

/// True where somebody may take one of these files.
bool anyTaken(MainWindow& window, const QStringList& paths);

/// Hands files that were dropped on the window to those who take them: jobs and packed jobs, and what the stages take.
/// Where several may take a file the person is asked; of jobs the first is opened; what nobody takes is told.
void takeGiven(MainWindow& window, const QStringList& paths);

}  // namespace euryth::widgets
