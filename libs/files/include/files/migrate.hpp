// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <map>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

namespace euryth::files {

/// Brings the tree of a job from one version to the next, noting for the user what has changed in meaning.
using Migration = std::function<void(nlohmann::ordered_json& root, std::vector<std::string>& notes)>;

/// The step from each version to the next one. Version 1 is the first, so there is none yet; all that has been added
/// since are keys that may be absent.
const std::map<int, Migration>& migrations();

/// Walks `root` from its version to `wanted`, one step after the other, and sets its version. Throws
/// std::invalid_argument where a step is missing.
void migrate(nlohmann::ordered_json& root, int wanted, const std::map<int, Migration>& steps,
             std::vector<std::string>& notes);

}  // namespace euryth::files
