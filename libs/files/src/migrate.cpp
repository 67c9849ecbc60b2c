// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/migrate.hpp"

#include <stdexcept>

namespace euryth::files {

const std::map<int, Migration>& migrations()
{
    static const std::map<int, Migration> steps;
    return steps;
}

void migrate(nlohmann::ordered_json& root, int wanted, const std::map<int, Migration>& steps,
             std::vector<std::string>& notes)
{
    for (int version = root.at("version").get<int>(); version < wanted; ++version) {
        const auto step = steps.find(version);
        if (step == steps.end())
            throw std::invalid_argument("no way from version " + std::to_string(version) + " to the next");
        step->second(root, notes);
        root["version"] = version + 1;
    }
}

}  // namespace euryth::files
