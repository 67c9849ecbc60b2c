// SPDX-License-Identifier: GPL-3.0-or-later
#include "widgets/walk.hpp"

#include <utility>

#include <QAction>
#include <QCoreApplication>
#include <QDir>
#include <QPixmap>

#include "widgets/pages.hpp"

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
    using Tab = SurveyPage::Tab;
    using View = ShapePage::View;
    struct Stop {
        const char* name;
        CommandId stage;
        std::optional<Tab> tab = {};
        View view = View::Area;
        bool inch = false;
        bool dark = false;
        bool big = false;
        bool four = false;  ///< in the four-cylinder demo job
    };
    constexpr std::size_t kTrapPort = 2;  // I2 and I3 of the four-cylinder demo job
    constexpr std::size_t kTrapTwin = 5;
    bool inFour = false;
    constexpr CommandId survey = CommandId::StageSurvey;
    const Stop stops[] = {{"survey", survey, Tab::Sections},
                          {"survey-walls", survey, Tab::Walls},
                          {"survey-valve-end", survey, Tab::ValveEnd},
                          {"survey-runner", survey, Tab::Runner},
                          {"survey-volumes", survey, Tab::Volumes},
                          {"survey-big-digits", survey, Tab::Sections, View::Area, true, false, true},
                          {"shape", CommandId::StageShape},
                          {"shape-sections", CommandId::StageShape, {}, View::Sections},
                          {"shape-valve-end", CommandId::StageShape, {}, View::ValveEnd},
                          {"shape-engine", CommandId::StageShape, {}, View::Engine},
                          {"shape-filling", CommandId::StageShape, {}, View::Filling},
                          {"shape-house", CommandId::StageShape, {}, View::House},
                          {"probe", CommandId::StageProbe},
                          {"cut", CommandId::StageCut},
                          {"cut-dark", CommandId::StageCut, {}, View::Area, false, true},
                          {"four-compare", survey, Tab::Compare, View::Area, false, false, false, true},
                          {"four-window", survey, Tab::Sections, View::Area, false, false, false, true},
                          {"four-space", survey, Tab::Runner, View::Area, false, false, false, true},
                          {"four-trap", CommandId::StageShape, {}, View::RunnerFlow, false, false, false, true}};
    for (const Stop& stop : stops) {
        if ((context.workspace.displayUnits().system == units::System::Inch) != stop.inch)
            window.action(CommandId::SwitchUnits)->trigger();
        if ((context.look.style() == drawing::Style::NightShift) != stop.dark)
            window.action(CommandId::SwitchStyle)->trigger();
        context.look.setBigDigits(stop.big);
        window.action(stop.stage)->trigger();
        if (stop.four && !std::exchange(inFour, true)) {
            window.openDemoFour();
            context.workspace.choosePort(5);  // the port whose core is shifted
        }
        if (stop.four)
            context.workspace.chooseStation(stop.tab == Tab::Sections ? 0 : 3);
        auto* shape = window.findChild<ShapePage*>();
        shape->showView(stop.view);
        if (stop.stage == CommandId::StageShape && !stop.four && context.workspace.analysis().places.pinch)
            context.workspace.chooseStation(*context.workspace.analysis().places.pinch);
        if (stop.four && stop.view == View::RunnerFlow) {
            // The two ports that only the engine can tell apart.
            context.workspace.choosePort(kTrapPort);
            shape->engine().setOther(kTrapTwin);
            context.workspace.refresh();
        }
        if (stop.tab)
            window.findChild<SurveyPage*>()->showTab(*stop.tab);
        if (stop.four && stop.tab == Tab::Runner)
            window.findChild<SurveyPage*>()->showInSpace();
        settle();
        const QString path = QDir(folder).filePath(QString::fromLatin1(stop.name) + QStringLiteral(".png"));
        if (!window.grab().save(path))
            return MainWindow::tr("The picture %1 cannot be written").arg(path);
    }
    return {};
}

}  // namespace euryth::widgets
