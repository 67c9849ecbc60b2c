// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <iosfwd>
#include <string>
#include <vector>

namespace euryth::commands {

/// Exit codes of euryth-cli.
enum ExitCode : int {
    kDone = 0,
    kJobHasErrors = 1,  ///< or the asked-for thing cannot be worked out from it
    kWrongUsage = 2,    ///< also: a call that is not built yet
    kFileTrouble = 3
};

/// Runs one call of the command line. `arguments` are those after the program's name. Results go to `out`, messages to
/// `err`; nothing else is touched but the files that are named.
int run(const std::vector<std::string>& arguments, std::ostream& out, std::ostream& err);

}  // namespace euryth::commands
