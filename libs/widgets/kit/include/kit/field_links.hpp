// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>
#include <vector>

#include <QLabel>

#include "app/workspace.hpp"

/// What is missing, with links that put the hand into the field that wants it.
namespace euryth::widgets {

/// The fields, by their names in the register, that end what a phrase says is missing; none where no single field does
/// (a probe set, a station).
std::vector<std::string_view> fieldsFor(const Phrase& missing);

/// What is missing as rich text: its words, and behind them a link for each field that wants something.
QString withLinks(const app::Workspace& workspace, const Phrase& missing);

/// True where a text holds such links.
bool hasLinks(const QString& text);

/// Sets a text that may hold such links; they can be followed by mouse and by key. The window has to be a Desk.
void setLinkedText(QLabel& label, const QString& text);

}  // namespace euryth::widgets
