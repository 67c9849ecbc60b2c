// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/export_tools.hpp"

namespace euryth::widgets {

QString fileNameOf(const job::Port& port)
{
    return QString::fromStdString(port.id).replace(QLatin1Char('/'), QLatin1Char('-'));
}

void tellExport(Desk& desk, const tl::expected<void, tasks::Error>& written, const QString& title)
{
    if (written)
        return;
    const QString why = desk.workspace().text(written.error().why);
    desk.tell(title, written.error().kind == tasks::Error::Kind::Missing ? QObject::tr("Missing: %1.").arg(why) : why);
}

}  // namespace euryth::widgets
