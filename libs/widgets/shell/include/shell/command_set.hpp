// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

#include <QKeySequence>
#include <QString>

namespace euryth::widgets {

/// Everything that can be done by menu or key. The menus, the shortcuts and the sheet of shortcuts are made from
/// commands(), so that they cannot differ.
enum class CommandId {
    NewJob,
    OpenJob,
    OpenDemo,
    OpenDemoFour,
    SaveJob,
    SaveJobAs,
    BenchSheets,
    FieldToFile,
    HouseFromFile,
    HouseToFile,
    Quit,
    Undo,
    Redo,
    AddStation,
    RemoveStation,
    AddProbeSet,
    RemoveProbeSet,
    UseSuggestedPlan,
    CopyPlan,
    NextPlan,
    ImportStations,
    LiftTable,
    OutlineFromFile,
    TraceOutline,
    AddPort,
    RemovePort,
    MovePortUp,
    MovePortDown,
    CopyPort,
    MirrorPort,
    SwapPorts,
    SplitPort,
    AddPhoto,
    StageSurvey,
    StageShape,
    StageProbe,
    StageCut,
    NextTab,
    PreviousTab,
    NextStation,
    PreviousStation,
    NextPort,
    PreviousPort,
    SwitchUnits,
    SwitchStyle,
    BigDigits,
    Help,
    Shortcuts
};
inline constexpr std::size_t kCommandCount = static_cast<std::size_t>(CommandId::Shortcuts) + 1;

enum class MenuId { Job, Edit, Port, View, Help };
inline constexpr std::array kMenus{MenuId::Job, MenuId::Edit, MenuId::Port, MenuId::View, MenuId::Help};

struct CommandInfo {
    CommandId id;
    MenuId menu;
    const char* text;      ///< with & for the letter in the menu
    const char* shortcut;  ///< portable text, empty for none
    const char* help;      ///< one sentence for the status tip and the sheet of shortcuts
    bool startsGroup;      ///< a line above it in the menu
};

const std::array<CommandInfo, kCommandCount>& commands();
QString commandText(const CommandInfo& info);
QString commandHelp(const CommandInfo& info);
QString menuText(MenuId menu);

}  // namespace euryth::widgets
