// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

namespace command {
inline constexpr CommandId AddStation{"add-station"};
inline constexpr CommandId RemoveStation{"remove-station"};
inline constexpr CommandId ImportStations{"import-stations"};
inline constexpr CommandId ImportTouch{"import-touch"};
inline constexpr CommandId ScanStations{"scan-stations"};
inline constexpr CommandId OutlineFromFile{"outline-from-file"};
inline constexpr CommandId TraceOutline{"trace-outline"};
inline constexpr CommandId AddPort{"add-port"};
inline constexpr CommandId RemovePort{"remove-port"};
inline constexpr CommandId MovePortUp{"move-port-up"};
inline constexpr CommandId MovePortDown{"move-port-down"};
inline constexpr CommandId CopyPort{"copy-port"};
inline constexpr CommandId MirrorPort{"mirror-port"};
inline constexpr CommandId SwapPorts{"swap-ports"};
inline constexpr CommandId SplitPort{"split-port"};
inline constexpr CommandId AddPhoto{"add-photo"};
}  // namespace command

/// Survey: what the port is.
StageInfo surveyStage();
/// Commands on stations, outlines and whole ports.
std::vector<Command> surveyCommands();
/// Tables of stations and of touched points, scans, drawings of a section.
std::vector<FileTaker> surveyTakers();

}  // namespace euryth::widgets
