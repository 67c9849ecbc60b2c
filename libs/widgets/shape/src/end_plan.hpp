// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>

#include "app/answer.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::widgets {

/// The plan of the valve end with what follows.
struct EndResults {
    plans::ValveEndPlan end;
    Known<plans::ShroudPlan> shroud;
    Known<Area> opening;
};

/// That of the chosen port.
using EndPlan = app::Answer<EndResults>;
using SharedEndPlan = std::shared_ptr<EndPlan>;

/// One for all that show something of it on one page.
SharedEndPlan makeEndPlan(const app::Workspace& workspace);

}  // namespace euryth::widgets
