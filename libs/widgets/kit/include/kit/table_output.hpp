// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

class QAbstractItemView;
class QContextMenuEvent;
class QObject;

/// Tables elsewhere: as text for a spreadsheet, and the menu that every table has.
namespace euryth::widgets {

/// All of a table, or what is chosen in it, as it is shown: a line a row, the cells apart by `between`. All of it has
/// the headings in front. A cell with the separator, a quote or a line break is put in quotes (RFC 4180).
QString tableText(const QAbstractItemView& table, bool chosenOnly, QChar between);
/// Copy, the whole table, save as CSV; in a table that is typed into, paste and clear too. False where `watched` is no
/// table's.
bool showTableMenu(QObject* watched, QContextMenuEvent& event);

}  // namespace euryth::widgets
