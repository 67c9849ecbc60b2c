// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exports/flow_case.hpp"
#include "kit/instrument_line.hpp"
#include "kit/stage.hpp"

namespace euryth::widgets {

namespace command {
inline constexpr CommandId AddProbeSet{"add-probe-set"};
inline constexpr CommandId RemoveProbeSet{"remove-probe-set"};
inline constexpr CommandId NextRound{"next-round"};
inline constexpr CommandId AddFinding{"add-finding"};
inline constexpr CommandId RemoveFinding{"remove-finding"};
inline constexpr CommandId SaveInstrumentLog{"save-instrument-log"};
inline constexpr CommandId FieldToFile{"field-to-file"};
inline constexpr CommandId SolidToFile{"solid-to-file"};
inline constexpr CommandId ImportProbes{"import-probes"};
}  // namespace command

/// Probe: what the air does.
StageInfo probeStage();
/// Commands on probe sets, and the computed field as a file.
std::vector<Command> probeCommands();
/// Tables of probe sets.
std::vector<FileTaker> probeTakers();
/// Asks where to, suggesting a name of that ending, and writes the port's field, or its surface.
void exportField(Desk& desk, const QString& suffix, port_field::Quality quality);

}  // namespace euryth::widgets
