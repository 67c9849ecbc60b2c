// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"
#include "virtual_parts.hpp"

/// The parts of the view of viscous runs.
namespace euryth::widgets {

QString qualityName(port_field::Quality quality);

/// Quality, cores, what is run; the buttons; the queue and how the run converges.
QWidget* makeRunPanel(Context context, app::VirtualProbe& probe, app::ViscousRuns& runs,
                      const std::function<void(port_field::Quality)>& exportCase);
/// What the run has found, in numbers or along the runner.
QWidget* makeFoundPanel(Context context, app::VirtualProbe& probe, app::ViscousRuns& runs);

}  // namespace euryth::widgets
