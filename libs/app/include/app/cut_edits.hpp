// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/row_tables.hpp"
#include "cut_work/progress.hpp"
#include "cutting/element.hpp"

/// Changes of the cuts: what is settled by hand, what is done, what was measured while cutting.
namespace euryth::app {

/// The depth that is settled at a place of the chosen port; a depth over what the wall allows is refused with the
/// number. Nothing where there is no cut plan.
std::optional<FieldBinding> settledDepth(const Workspace& workspace, std::size_t station, geometry::Sector sector);

/// Takes a cut (index into the plan) out: its places are settled at nothing. One undo step; returns what is wrong, or
/// an empty text.
QString leaveOut(Workspace& workspace, std::size_t cut);
/// Lets the plan decide again at all places of the chosen port that were settled by hand.
QString unsettle(Workspace& workspace);
/// True where something is settled by hand in the chosen port.
bool anySettled(const Workspace& workspace);

/// How far every element has come on every port.
cut_work::Board cutBoard(const Workspace& workspace);
/// Ticks an element off on a port, or takes the tick back.
QString tickElement(Workspace& workspace, std::size_t port, cutting::Element element, bool done, const QString& when);
/// Minutes spent on an element of a port.
FieldBinding minutesSpent(std::size_t port, cutting::Element element);
QString tickLightWork(Workspace& workspace, job::LightTask task, bool done, const QString& when);

/// The stations of an element on the chosen port: the size that the plan wants, what was measured again last, and what
/// is left. Typing measures again. `element` is asked anew each time; nothing for none.
RowTable* makeRemeasureTable(Workspace& workspace, std::function<std::optional<cutting::Element>()> element,
                             QObject* parent);

}  // namespace euryth::app
