// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <sstream>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

#include "commands/run.hpp"

/// A call of the command line and what came of it.
struct Outcome {
    int code;
    std::string out;
    std::string err;
    nlohmann::json json() const { return nlohmann::json::parse(out); }
};

inline Outcome call(const std::vector<std::string>& arguments)
{
    std::ostringstream out;
    std::ostringstream err;
    const int code = euryth::commands::run(arguments, out, err);
    return {code, out.str(), err.str()};
}
