// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"

/// The views of the Probe stage that belong to the work at the bench.
namespace euryth::widgets {

/// A page of the work at the bench, which gives way on a low screen.
class SessionView : public QWidget {
public:
    /// Without the long section.
    virtual void setCompact(bool compact) = 0;
};

/// The morning: what is to be probed, where the tip must be now, and what it reads in digits for two metres.
SessionView* makeSessionView(Context context, const Commands& commands);
/// What chokes first, on bench and engine, and what limits at each lift.
QWidget* makeRankingView(Context context);
/// Findings pinned to places of the port.
QWidget* makeFindingsView(Desk& desk, const Commands& commands);
/// The benches of the house: set-up, plates, factor.
QWidget* makeBenchView(Context context);

}  // namespace euryth::widgets
