// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/export_tools.hpp"

#include "kit/sheet_printing.hpp"

namespace euryth::widgets {

QString fileNameOf(const job::Port& port)
{
    return QString::fromStdString(port.id).replace(QLatin1Char('/'), QLatin1Char('-'));
}

void tellExport(Desk& desk, const tl::expected<void, tasks::Error>& written, const QString& title)
{
    if (written)
        return desk.session().noteWritten();
    const QString why = desk.workspace().text(written.error().why);
    desk.tell(title, written.error().kind == tasks::Error::Kind::Missing ? QObject::tr("Missing: %1.").arg(why) : why);
}

void printOnPaper(Desk& desk, const QString& title, const std::vector<paper::Sheet>& sheets)
{
    desk.prompts().print(desk.window(), title, [&sheets](QPagedPaintDevice& paper) { printSheets(sheets, paper); });
    desk.session().noteWritten();
}

}  // namespace euryth::widgets
