// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/photo_tools.hpp"

#include "app/language.hpp"
#include "files/photos.hpp"

namespace euryth::widgets {

QString takePhoto(Desk& desk, const QString& title)
{
    const QString job = desk.workspace().document().path();
    if (job.isEmpty()) {
        desk.tell(QObject::tr("Save the job first"), QObject::tr("Photos are kept in a folder beside the job's file."));
        return {};
    }
    const QString path = desk.prompts().takeFrom(desk.window(), title,
                                                 QObject::tr("Pictures (*.png *.jpg *.jpeg *.bmp);;All files (*)"));
    if (path.isEmpty())
        return {};
    const auto name = files::takePhoto(job.toStdString(), path.toStdString());
    if (!name) {
        desk.tell(QObject::tr("The photo is not kept"), app::shown(name.error()));
        return {};
    }
    return QString::fromStdString(*name);
}

}  // namespace euryth::widgets
