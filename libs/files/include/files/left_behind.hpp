// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string_view>

namespace euryth::files {

/// Removes from `folder` every file and folder whose name is `prefix` followed by the number of a process of this
/// machine that no longer runs: what one that was killed could not remove itself. What cannot be removed stays.
void removeLeftBehind(const std::filesystem::path& folder, std::string_view prefix);

}  // namespace euryth::files
