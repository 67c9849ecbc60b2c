// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/parts.hpp"

/// The views of the stage Cut, a file each.
namespace euryth::widgets {

/// A view of which parts give way on a low screen.
class CompactView : public QWidget {
public:
    using QWidget::QWidget;
    virtual void setCompact(bool compact) = 0;
};

/// The wall unrolled, the cuts in the order of work, the chosen section.
CompactView* makeCutPlanView(Context context);
/// Before and after, by the field solved anew.
QWidget* makeCutEffectView(Context context);
/// Element by element over all ports: ticks, how it is done, what was measured again.
QWidget* makeCutWorkView(Context context);
/// Work without a plan of areas.
QWidget* makeLightWorkView(Context context);

/// How much reaching the area, evening the air and saving metal count.
QWidget* makeAimsLine(Context context);

/// Today, as files write it.
QString today(Context context);

}  // namespace euryth::widgets
