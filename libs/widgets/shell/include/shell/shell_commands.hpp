// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

namespace command {
inline constexpr CommandId NewJob{"new-job"};
inline constexpr CommandId OpenJob{"open-job"};
inline constexpr CommandId OpenDemo{"open-demo"};
inline constexpr CommandId OpenDemoFour{"open-demo-four"};
inline constexpr CommandId OpenDemoSingle{"open-demo-single"};
inline constexpr CommandId OpenDemoShop{"open-demo-shop"};
inline constexpr CommandId EarlierVersions{"earlier-versions"};
inline constexpr CommandId PackJob{"pack-job"};
inline constexpr CommandId UnpackJob{"unpack-job"};
inline constexpr CommandId SaveJob{"save-job"};
inline constexpr CommandId SaveJobAs{"save-job-as"};
inline constexpr CommandId Quit{"quit"};
inline constexpr CommandId Undo{"undo"};
inline constexpr CommandId Redo{"redo"};
inline constexpr CommandId TakeUsual{"take-usual"};
inline constexpr CommandId NextTab{"next-tab"};
inline constexpr CommandId PreviousTab{"previous-tab"};
inline constexpr CommandId NextStation{"next-station"};
inline constexpr CommandId PreviousStation{"previous-station"};
inline constexpr CommandId NextPort{"next-port"};
inline constexpr CommandId PreviousPort{"previous-port"};
inline constexpr CommandId SwitchUnits{"switch-units"};
inline constexpr CommandId SwitchStyle{"switch-style"};
inline constexpr CommandId BigDigits{"big-digits"};
inline constexpr CommandId Help{"help"};
inline constexpr CommandId Shortcuts{"shortcuts"};
inline constexpr CommandId GoTo{"go-to"};
inline constexpr CommandId UndoList{"undo-list"};
inline constexpr CommandId Settings{"settings"};
inline constexpr CommandId CopyPicture{"copy-picture"};
inline constexpr CommandId SavePicture{"save-picture"};
inline constexpr CommandId PrintPicture{"print-picture"};
inline constexpr CommandId PrintView{"print-view"};
inline constexpr CommandId Beside{"beside"};
inline constexpr CommandId FullScreen{"full-screen"};
inline constexpr CommandId TakeTour{"tour"};
inline constexpr CommandId TourNext{"tour-next"};
inline constexpr CommandId About{"about"};
inline constexpr CommandId ShowLog{"show-log"};
}  // namespace command

/// The stages of the work, in its order: what is added here is in the whole window.
std::vector<StageInfo> stages();
/// Commands of the window itself, and one for each stage.
std::vector<Command> shellCommands();
/// The command that goes to a stage.
CommandId stageCommand(calls::Stage stage);

}  // namespace euryth::widgets
