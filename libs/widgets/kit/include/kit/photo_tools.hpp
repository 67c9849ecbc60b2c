// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <string>

#include <QPixmap>
#include <QPushButton>

#include "kit/commands.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// A picture file as its camera held it, turned by `quarterTurns` clockwise on top, no larger than `most`; nothing
/// where it cannot be read, with the reason in `why`.
QPixmap readPicture(const QString& path, QSize most, QString& why, int quarterTurns = 0);

/// Asks for a picture and keeps a copy of it beside the job's file; its name there, or an empty text where that did not
/// come about, which is told.
QString takePhoto(Desk& desk, const QString& title);

/// A picture of the job, small; pressing it shows it as large as the window. `name` is as the job keeps it, empty for
/// no picture: then nothing is seen. A picture that is gone or cannot be read is told in its place.
QPushButton* newPhotoButton(Context context, std::function<std::string()> name);

}  // namespace euryth::widgets
