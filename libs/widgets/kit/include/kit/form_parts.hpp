// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/entry_view.hpp"
#include "kit/form_builder.hpp"
#include "kit/seen.hpp"

namespace euryth::widgets {

/// Two columns of fields.
QGridLayout* newGrid();
QLabel* heading(const QString& text);
/// A label whose text is worked out anew after every change.
QLabel* liveLabel(Context context, std::function<QString()> text);
/// A table of a fixed number of visible rows.
EntryView* newTable(Context context, app::EntryTable* table, MessageLine& messages, const char* name, int rows);
/// Applies a change to the chosen port as one undo step.
void editPort(Context context, const QString& text, const std::function<void(job::Port&)>& change);
/// The two buttons under a list.
QWidget* listButtons(const QString& add, const QString& remove, const std::function<void()>& adding,
                     const std::function<void()>& removing);

}  // namespace euryth::widgets
