// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

#include "job/job.hpp"

/// The plans of a port by name: one is current and stands in the stations, the others are put aside.
namespace euryth::job {

/// What the current plan wishes, as a plan of its own. An unnamed plan is called "plan".
NamedPlan currentPlan(const Port& port);

/// Makes `plan` the current one. Its stations go to those within half a millimetre of the same distance; a station that
/// it does not name has no wish. What was current is lost: put it aside first.
void setPlan(Port& port, const NamedPlan& plan);

/// Changes the current plan over with the one put aside at `index`.
void makeCurrent(Port& port, std::size_t index);

/// Puts a copy of the current plan aside under its name and goes on under `name`.
void copyPlan(Port& port, const std::string& name);

/// A name that no plan of the port has: "plan 2", "plan 3", ...
std::string freePlanName(const Port& port);

}  // namespace euryth::job
