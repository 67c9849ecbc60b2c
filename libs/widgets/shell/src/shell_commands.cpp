// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/shell_commands.hpp"

#include <array>

#include <QApplication>

#include "book/book_stage.hpp"
#include "cut/cut_stage.hpp"
#include "probe/probe_stage.hpp"
#include "prove/prove_stage.hpp"
#include "shape/shape_stage.hpp"
#include "shell/demo_shop.hpp"
#include "shell/help.hpp"
#include "shell/main_window.hpp"
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

std::vector<Command> shellCommands()
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
         QT_TRANSLATE_NOOP("Commands", "&Help on this stage"),
         "F1",
         QT_TRANSLATE_NOOP("Commands", "Explain the stage on screen"),
         [](Desk& desk) { showHelp(desk.window(), windowOf(desk).stageHelp()); }},
        {command::Shortcuts,
         {MenuId::Help, 110},
         QT_TRANSLATE_NOOP("Commands", "Sheet of &shortcuts"),
         "Shift+F1",
         QT_TRANSLATE_NOOP("Commands", "List all keys"),
         [](Desk& desk) { showHelp(desk.window(), shortcutSheet(windowOf(desk).commands())); }},
    };
}

}  // namespace euryth::widgets
