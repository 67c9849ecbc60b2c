// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/shell_commands.hpp"

#include <array>

#include <QApplication>
#include <QSettings>
#include <QUndoView>
#include <QVBoxLayout>

#include "book/book_stage.hpp"
#include "cut/cut_stage.hpp"
#include "help/about.hpp"
#include "help/tour.hpp"
#include "kit/picture_output.hpp"
#include "probe/probe_stage.hpp"
#include "prove/prove_stage.hpp"
#include "shape/shape_stage.hpp"
#include "shell/demo_shop.hpp"
#include "shell/find_dialog.hpp"
#include "shell/help.hpp"
#include "shell/main_window.hpp"
#include "shell/settings_dialog.hpp"
#include "shell/window_keeper.hpp"
#include "survey/survey_stage.hpp"

namespace euryth::widgets {

std::vector<StageInfo> stages()
{
    return {surveyStage(), shapeStage(), probeStage(), cutStage(), proveStage(), bookStage()};
}

CommandId stageCommand(calls::Stage stage)
{
    // Their words are their stages' own.
    return {stage.key};
}

namespace {

/// The shell's own commands work with the window that they were called in, which is the only desk there is.
MainWindow& windowOf(Desk& desk) { return static_cast<MainWindow&>(desk); }

void switchUnits(Desk& desk)
{
    units::DisplayUnits units = desk.workspace().displayUnits();
    units.system = units.system == units::System::Metric ? units::System::Inch : units::System::Metric;
    desk.workspace().setUnits(units);
}

void switchStyle(Desk& desk)
{
    Look& look = desk.context().look;
    look.setStyle(look.style() == drawing::Style::Paper ? drawing::Style::NightShift : drawing::Style::Paper);
}

}  // namespace

namespace {

std::vector<Command> windowCommands()
{
    return {
        {command::NewJob,
         {MenuId::Job, 100},
         QT_TRANSLATE_NOOP("Commands", "&New job…"),
         "Ctrl+N",
         QT_TRANSLATE_NOOP("Commands", "Start a job by a few questions"),
         [](Desk& desk) {
             windowOf(desk).files().newJob();
             desk.focusPage();
         }},
        {command::OpenJob,
         {MenuId::Job, 110},
         QT_TRANSLATE_NOOP("Commands", "&Open…"),
         "Ctrl+O",
         QT_TRANSLATE_NOOP("Commands", "Open a job file"),
         [](Desk& desk) { windowOf(desk).files().openAsked(); }},
        {command::OpenDemo,
         {MenuId::Job, 120},
         QT_TRANSLATE_NOOP("Commands", "Open the &demo job"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Open an invented job to try things on"),
         [](Desk& desk) {
             if (windowOf(desk).files().mayReplace())
                 windowOf(desk).files().openDemo();
         }},
        {command::OpenDemoFour,
         {MenuId::Job, 130},
         QT_TRANSLATE_NOOP("Commands", "Open the &four-cylinder demo job"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Open an invented cast-iron four with eight measured ports"),
         [](Desk& desk) {
             if (windowOf(desk).files().mayReplace())
                 windowOf(desk).files().openDemoFour();
         }},
        {command::OpenDemoSingle,
         {MenuId::Job, 140},
         QT_TRANSLATE_NOOP("Commands", "Open the four-&valve demo job"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Open an invented single whose ports split for pairs of unequal valves"),
         [](Desk& desk) {
             if (windowOf(desk).files().mayReplace())
                 windowOf(desk).files().openDemoSingle();
         }},
        {command::OpenDemoShop,
         {MenuId::Job, 150},
         QT_TRANSLATE_NOOP("Commands", "Open the demo’s sho&p"),
         "",
         QT_TRANSLATE_NOOP("Commands",
                           "Put an invented shop of a dozen jobs into a folder of its own, and open one of them"),
         [](Desk& desk) {
             if (windowOf(desk).files().mayReplace())
                 windowOf(desk).files().openDemoShop(demoShopFolder(desk.session().clock()().toLocalTime().date()));
         }},
        {command::SaveJob,
         {MenuId::Job, 200},
         QT_TRANSLATE_NOOP("Commands", "&Save"),
         "Ctrl+S",
         QT_TRANSLATE_NOOP("Commands", "Save the job"),
         [](Desk& desk) { windowOf(desk).files().save(false); }},
        {command::SaveJobAs,
         {MenuId::Job, 210},
         QT_TRANSLATE_NOOP("Commands", "Save &as…"),
         "Ctrl+Shift+S",
         QT_TRANSLATE_NOOP("Commands", "Save under another name"),
         [](Desk& desk) { windowOf(desk).files().save(true); }},
        {command::EarlierVersions,
         {MenuId::Job, 220},
         QT_TRANSLATE_NOOP("Commands", "&Earlier versions…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Bring a version back that was saved before; it is one step that can be undone"),
         [](Desk& desk) { windowOf(desk).files().bringBack(); }},
        {command::PackJob,
         {MenuId::Job, 340},
         QT_TRANSLATE_NOOP("Commands", "Pac&k into one file…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Put the job with its pictures and runs into one file, to hand it over"),
         [](Desk& desk) { windowOf(desk).files().pack(); }},
        {command::UnpackJob,
         {MenuId::Job, 112},
         QT_TRANSLATE_NOOP("Commands", "Open a pac&ked job…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Unpack a job with its pictures into a folder, and open it"),
         [](Desk& desk) { windowOf(desk).files().unpackAsked(); }},
        {command::Quit,
         {MenuId::Job, 500},
         QT_TRANSLATE_NOOP("Commands", "&Quit"),
         "Ctrl+Q",
         QT_TRANSLATE_NOOP("Commands", "Close Euryth"),
         [](Desk& desk) { desk.window()->close(); }},
        {command::Undo,
         {MenuId::Edit, 100},
         QT_TRANSLATE_NOOP("Commands", "&Undo"),
         "Ctrl+Z",
         QT_TRANSLATE_NOOP("Commands", "Take the last change back"),
         [](Desk& desk) { desk.workspace().document().undoStack().undo(); }},
        {command::Redo,
         {MenuId::Edit, 110},
         QT_TRANSLATE_NOOP("Commands", "&Redo"),
         "Ctrl+Shift+Z",
         QT_TRANSLATE_NOOP("Commands", "Make the change again"),
         [](Desk& desk) { desk.workspace().document().undoStack().redo(); }},
        {command::TakeUsual,
         {MenuId::Edit, 300},
         QT_TRANSLATE_NOOP("Commands", "Take the &usual value"),
         "Ctrl+Shift+U",
         QT_TRANSLATE_NOOP("Commands",
                           "Take the usual value into the empty field in hand, as assumed; of one that is "
                           "assumed it says that it is measured"),
         [](Desk&) {
             QWidget* hand = QApplication::focusWidget();
             auto* field = hand ? qobject_cast<FieldEdit*>(hand->parentWidget()) : nullptr;
             if (field)
                 field->takeUsual();
         }},
        {command::NextTab,
         {MenuId::View, 200},
         QT_TRANSLATE_NOOP("Commands", "Next t&ab of the stage"),
         "Ctrl+PgDown",
         QT_TRANSLATE_NOOP("Commands", "The next view of the stage"),
         [](Desk& desk) { windowOf(desk).stepTab(1); }},
        {command::PreviousTab,
         {MenuId::View, 210},
         QT_TRANSLATE_NOOP("Commands", "Previous tab of the stage"),
         "Ctrl+PgUp",
         QT_TRANSLATE_NOOP("Commands", "The tab before"),
         [](Desk& desk) { windowOf(desk).stepTab(-1); }},
        {command::NextStation,
         {MenuId::View, 300},
         QT_TRANSLATE_NOOP("Commands", "&Next station"),
         "Alt+Right",
         QT_TRANSLATE_NOOP("Commands", "Choose the next station toward the valve"),
         [](Desk& desk) { desk.workspace().stepStation(1); }},
        {command::PreviousStation,
         {MenuId::View, 310},
         QT_TRANSLATE_NOOP("Commands", "Pre&vious station"),
         "Alt+Left",
         QT_TRANSLATE_NOOP("Commands", "Choose the next station toward the window"),
         [](Desk& desk) { desk.workspace().stepStation(-1); }},
        {command::NextPort,
         {MenuId::View, 320},
         QT_TRANSLATE_NOOP("Commands", "Next p&ort"),
         "Alt+Down",
         QT_TRANSLATE_NOOP("Commands", "Choose the next port"),
         [](Desk& desk) { desk.workspace().stepPort(1); }},
        {command::PreviousPort,
         {MenuId::View, 330},
         QT_TRANSLATE_NOOP("Commands", "Previous por&t"),
         "Alt+Up",
         QT_TRANSLATE_NOOP("Commands", "Choose the port before"),
         [](Desk& desk) { desk.workspace().stepPort(-1); }},
        {command::SwitchUnits,
         {MenuId::View, 400},
         QT_TRANSLATE_NOOP("Commands", "Inch or metric &units"),
         "Ctrl+U",
         QT_TRANSLATE_NOOP("Commands", "Show every number in the other units"),
         switchUnits},
        {command::SwitchStyle,
         {MenuId::View, 410},
         QT_TRANSLATE_NOOP("Commands", "&Light or dark"),
         "Ctrl+L",
         QT_TRANSLATE_NOOP("Commands", "Change between the light and the dark style"),
         switchStyle},
        {command::BigDigits,
         {MenuId::View, 420},
         QT_TRANSLATE_NOOP("Commands", "&Big digits"),
         "Ctrl+B",
         QT_TRANSLATE_NOOP("Commands", "Show what is typed so large that it can be read from two metres"),
         [](Desk& desk) { desk.context().look.setBigDigits(!desk.context().look.bigDigits()); }},
        {command::Help,
         {MenuId::Help, 100},
         QT_TRANSLATE_NOOP("Commands", "&Handbook"),
         "F1",
         QT_TRANSLATE_NOOP("Commands", "Open the handbook at what is on screen"),
         [](Desk& desk) { windowOf(desk).showHandbook(); }},
        {command::Shortcuts,
         {MenuId::Help, 110},
         QT_TRANSLATE_NOOP("Commands", "Sheet of &shortcuts"),
         "Shift+F1",
         QT_TRANSLATE_NOOP("Commands", "List all keys"),
         [](Desk& desk) { showHelp(desk.window(), shortcutSheet(windowOf(desk).commands())); }},
    };
}

}  // namespace

namespace {

void showUndoList(Desk& desk)
{
    auto* dialog = new QDialog(desk.window());
    dialog->setObjectName(QStringLiteral("undoDialog"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(QObject::tr("What was done"));
    dialog->resize(360, 460);
    auto* list = new QUndoView(&desk.workspace().document().undoStack());
    list->setObjectName(QStringLiteral("undoList"));
    list->setAccessibleName(QObject::tr("Changes since the job was opened; choosing one goes back or forth to it"));
    list->setEmptyLabel(QObject::tr("as it was opened"));
    auto* column = new QVBoxLayout(dialog);
    column->addWidget(list);
    dialog->show();
    list->setFocus();
}

void changeSettings(Desk& desk)
{
    MainWindow& window = windowOf(desk);
    WindowKeeper* keeper = window.keeper();
    const app::Preferences now = keeper ? keeper->preferences() : app::Preferences{};
    const auto wanted = desk.prompts().settings(&window, now, {window.stages(), window.commands().all()});
    if (wanted && keeper)
        keeper->take(*wanted);
}

void goTo(Desk& desk)
{
    FindDialog dialog(everythingIn(windowOf(desk)), desk.window());
    if (dialog.exec() == QDialog::Accepted && dialog.chosen())
        dialog.chosen()->go();
}

/// What `does` with the picture in hand, or words where there is none.
void withPicture(Desk& desk, void (*does)(QWidget&))
{
    if (QWidget* picture = windowOf(desk).pictureInHand())
        return does(*picture);
    desk.tell(QObject::tr("No picture"), QObject::tr("The view on screen has no picture."));
}

void takeTour(Desk& desk)
{
    MainWindow& window = windowOf(desk);
    const int step = window.settings() ? window.settings()->value(QStringLiteral("tourStep")).toInt() : 0;
    if (desk.workspace().job().ports.empty() || step == 0) {
        if (!window.files().mayReplace())
            return;
        window.files().openDemo();
    }
    window.tour().begin(step);
}

std::vector<Command> everydayCommands()
{
    return {
        {command::PrintView,
         {MenuId::Job, 320},
         QT_TRANSLATE_NOOP("Commands", "Print the vie&w…"),
         "Ctrl+Alt+P",
         QT_TRANSLATE_NOOP("Commands", "Print the view on screen as it is, with a preview"),
         [](Desk& desk) {
             StagePage* page = &windowOf(desk).page();
             desk.prompts().print(desk.window(), stageName(windowOf(desk).stageNow()).remove(QLatin1Char('&')),
                                  [page](QPagedPaintDevice& paper) { printPicture(*page, paper); });
         }},
        {command::PrintPicture,
         {MenuId::Job, 322},
         QT_TRANSLATE_NOOP("Commands", "Print the p&icture…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Print the picture in hand, with a preview"),
         [](Desk& desk) { withPicture(desk, askAndPrintPicture); }},
        {command::SavePicture,
         {MenuId::Job, 324},
         QT_TRANSLATE_NOOP("Commands", "Save the pict&ure…"),
         "Ctrl+Alt+S",
         QT_TRANSLATE_NOOP("Commands", "Write the picture in hand as PNG, SVG or PDF"),
         [](Desk& desk) { withPicture(desk, askAndSavePicture); }},
        {command::UndoList,
         {MenuId::Edit, 120},
         QT_TRANSLATE_NOOP("Commands", "&What was done…"),
         "Ctrl+Alt+Z",
         QT_TRANSLATE_NOOP("Commands", "List all changes since the job was opened, and go back to any of them"),
         showUndoList},
        {command::CopyPicture,
         {MenuId::Edit, 310},
         QT_TRANSLATE_NOOP("Commands", "Copy the &picture"),
         "Ctrl+Alt+C",
         QT_TRANSLATE_NOOP("Commands", "Copy the picture in hand to the clipboard"),
         [](Desk& desk) { withPicture(desk, copyPicture); }},
        {command::Settings,
         {MenuId::Edit, 900},
         QT_TRANSLATE_NOOP("Commands", "&Settings…"),
         "Ctrl+,",
         QT_TRANSLATE_NOOP("Commands", "Choose units and digits, style, size, habits and your own shortcuts"),
         changeSettings},
        {command::GoTo,
         {MenuId::View, 220},
         QT_TRANSLATE_NOOP("Commands", "&Go to…"),
         "Ctrl+J",
         QT_TRANSLATE_NOOP("Commands", "Find a port, station, call, view, command or field by its name"),
         goTo},
        {command::Beside,
         {MenuId::View, 430},
         QT_TRANSLATE_NOOP("Commands", "This view in a window of its &own"),
         "Ctrl+Shift+V",
         QT_TRANSLATE_NOOP("Commands", "Open the view on screen a second time, for another monitor"),
         [](Desk& desk) { windowOf(desk).openBeside(); }},
        {command::FullScreen,
         {MenuId::View, 440},
         QT_TRANSLATE_NOOP("Commands", "&Full screen"),
         "F11",
         QT_TRANSLATE_NOOP("Commands", "Use the whole screen, or go back to a window"),
         [](Desk& desk) { desk.window()->setWindowState(desk.window()->windowState() ^ Qt::WindowFullScreen); }},
        {command::TakeTour,
         {MenuId::Help, 120},
         QT_TRANSLATE_NOOP("Commands", "Guided &tour"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Go through the demo job step by step, from where the tour was left"),
         takeTour},
        {command::TourNext,
         {MenuId::Help, 130},
         QT_TRANSLATE_NOOP("Commands", "&Next step of the tour"),
         "F8",
         QT_TRANSLATE_NOOP("Commands", "Go to the tour’s next step"),
         [](Desk& desk) {
             if (windowOf(desk).tour().isUnderWay())
                 windowOf(desk).tour().next();
         }},
        {command::ShowLog,
         {MenuId::Help, 200},
         QT_TRANSLATE_NOOP("Commands", "&Log…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Show what the program has noted of itself"),
         [](Desk& desk) { AboutDialog(AboutDialog::Tab::Log, desk.window()).exec(); }},
        {command::About,
         {MenuId::Help, 210},
         QT_TRANSLATE_NOOP("Commands", "&About Euryth…"),
         "",
         QT_TRANSLATE_NOOP("Commands", "Show versions and licences, and copy a report"),
         [](Desk& desk) { AboutDialog(AboutDialog::Tab::About, desk.window()).exec(); }},
    };
}

}  // namespace

std::vector<Command> shellCommands()
{
    std::vector<Command> all = windowCommands();
    for (Command& command : everydayCommands())
        all.push_back(std::move(command));
    return all;
}

}  // namespace euryth::widgets
