// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "kit/stage.hpp"

namespace euryth::widgets {

namespace command {
inline constexpr CommandId UseSuggestedPlan{"use-suggested-plan"};
inline constexpr CommandId CopyPlan{"copy-plan"};
inline constexpr CommandId NextPlan{"next-plan"};
inline constexpr CommandId HoldAlike{"hold-alike"};
inline constexpr CommandId LiftTable{"lift-table"};
inline constexpr CommandId HouseFromFile{"house-from-file"};
inline constexpr CommandId HouseToFile{"house-to-file"};
inline constexpr CommandId BenchSheets{"bench-sheets"};
}  // namespace command

/// Shape: what it should be.
StageInfo shapeStage();
/// Commands on plans, cams and house rules, and the sheets for the bench.
std::vector<Command> shapeCommands();
/// Lift tables and house rules.
std::vector<FileTaker> shapeTakers();
/// Shows what a set of house rules would change, and takes it where a person wants it.
void takeHouse(Desk& desk, const job::House& house);

}  // namespace euryth::widgets
