// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <utility>
#include <vector>

/// What the records of a job have in common.
namespace euryth::job {

/// Keys of the file that this version does not know, as JSON text, kept so that saving loses nothing.
using UnknownKeys = std::vector<std::pair<std::string, std::string>>;

enum class Side { Intake, Exhaust };

/// A side as seen from the window.
enum class Across { Left, Right };

}  // namespace euryth::job
