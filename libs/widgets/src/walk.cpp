// SPDX-License-Identifier: GPL-3.0-or-later
#include "widgets/walk.hpp"

#include <QAction>
#include <QCoreApplication>
#include <QDir>
#include <QPixmap>

namespace euryth::widgets {

namespace {

void settle()
{
    // Queued repaints and rebuilt lists need a few rounds.
    constexpr int rounds = 6;
    for (int i = 0; i < rounds; ++i)
        QCoreApplication::processEvents();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
}

}  // namespace

QString walkStages(MainWindow& window, Context context, const QString& folder)
{
    if (!QDir().mkpath(folder))
        return MainWindow::tr("The folder %1 cannot be made").arg(folder);
    struct Stop {
        const char* name;
        CommandId stage;
        bool switchUnits;
        bool switchStyle;
    };
    constexpr Stop stops[] = {
        {"survey", CommandId::StageSurvey, false, false},     {"shape", CommandId::StageShape, false, false},
        {"probe", CommandId::StageProbe, false, false},       {"cut", CommandId::StageCut, false, false},
        {"survey-inch", CommandId::StageSurvey, true, false}, {"probe-dark", CommandId::StageProbe, false, true},
        {"cut-dark", CommandId::StageCut, false, true}};
    for (const Stop& stop : stops) {
        const bool unitsDiffer = (context.workspace.displayUnits().system == units::System::Inch) != stop.switchUnits;
        const bool styleDiffers = (context.look.style() == drawing::Style::NightShift) != stop.switchStyle;
        if (unitsDiffer)
            window.action(CommandId::SwitchUnits)->trigger();
        if (styleDiffers)
            window.action(CommandId::SwitchStyle)->trigger();
        window.action(stop.stage)->trigger();
        settle();
        const QString path = QDir(folder).filePath(QString::fromLatin1(stop.name) + QStringLiteral(".png"));
        if (!window.grab().save(path))
            return MainWindow::tr("The picture %1 cannot be written").arg(path);
    }
    return {};
}

}  // namespace euryth::widgets
