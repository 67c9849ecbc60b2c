// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/entry_view.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// The forms of the Survey stage beside its two tables. Each fills a tab.

/// Valve, throat, bowl, run-out and distances; the seat's cuts as a table with their picture; the opening over lift.
QWidget* makeValveEndForm(Context context, MessageLine& messages);
/// What the port is and how it lies: name, cylinder, casting; layout of the runner.
QWidget* makeRunnerForm(Context context);
/// The window's flange: manifold or header and gasket against it, and what is joined there.
QWidget* makeFlangeForm(Context context, MessageLine& messages);
/// Burette, chambers, what closes them, compression; castings and the wall gauge.
QWidget* makeVolumesForm(Context context, MessageLine& messages);
/// What else is known of the chosen station: guide boss and stem, the parts of a sectioned head with the saw's kerf,
/// and where a breakthrough could not be welded.
QWidget* makeStationForm(Context context);
/// The line below the walls: the gauge on its block.
QWidget* makeGaugeLine(Context context);

}  // namespace euryth::widgets
