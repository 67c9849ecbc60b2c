// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/commands.hpp"

namespace euryth::widgets {

/// Asks for a picture and keeps a copy of it beside the job's file; its name there, or an empty text where that did not
/// come about, which is told.
QString takePhoto(Desk& desk, const QString& title);

}  // namespace euryth::widgets
