// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <iosfwd>
#include <stop_token>
#include <string>
#include <vector>

namespace euryth::commands {

/// euryth-sim: plays a bench with a hidden port until it is stopped. `arguments` are those after the program's name;
/// the address at which it is reached goes to `out` when it is. Exit codes as those of euryth-cli (commands/run.hpp).
int simulate(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err,
             const std::stop_token& stop);

}  // namespace euryth::commands
