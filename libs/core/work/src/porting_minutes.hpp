// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <string>

#include "job/port.hpp"

namespace euryth::work {

/// Minutes that were typed at the ticks of a port, by the operation that its elements and light work belong to.
std::map<std::string, double> portingMinutes(const job::Port& port);

}  // namespace euryth::work
