// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/short_side_work.hpp"
#include "app/virtual_probe.hpp"
#include "probe/virtual_canvases.hpp"

/// The views of the Probe stage that show the computed field, each the whole of the page below its switch.
namespace euryth::widgets {

/// Section and long section with the tip, and what it reads.
QWidget* makeVirtualProbeView(Context context, app::VirtualProbe& probe);
/// The wall unrolled and in space with the speed along it, and each wall's boundary layer.
QWidget* makeWallAirView(Context context, app::VirtualProbe& probe);
/// The short side: speed and boundary layer along it, its verdict, other radii and heights, what chokes first.
QWidget* makeShortSideView(Context context, app::VirtualProbe& probe, app::ShortSideWork& work);
/// The port beside another shape of it: walls pushed by hand, the cut plan, the plan.
QWidget* makeWhatIfView(Context context, app::VirtualProbe& probe);

/// A viscous run: how fine, of what, its queue and how it converges; and what it has found: the dead region, where
/// pressure is lost, how much of each section flows, how sure that is.
QWidget* makeViscousView(Context context, app::VirtualProbe& probe, app::ViscousRuns& runs,
                         std::function<void(port_field::Quality)> exportCase);

/// All probe sets beside what the computed field reads at their points.
QWidget* makeBesideView(Context context, app::VirtualProbe& probe);

/// The flow at which the field is read: typed, or where it comes from; with what is under way, and a way to stop it.
QWidget* makeFlowLine(Context context, app::VirtualProbe& probe);

/// Whose speeds are shown: instant field, viscous run, or the difference.
QWidget* makeShowsSwitch(app::VirtualProbe& probe);

/// What the computed field cannot do, in one sentence, with the place behind which it is not to be trusted.
QString fieldLimits(const app::Workspace& workspace, const app::VirtualProbe& probe);

}  // namespace euryth::widgets
