// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "job/check.hpp"

namespace euryth::job {

/// The name of an entry in a path: its id where it has one, else its number.
template <class T>
std::string entryName(const T& item, std::size_t number)
{
    if constexpr (requires { item.id; }) {
        if (!item.id.empty())
            return item.id;
    }
    return std::to_string(number);
}

/// Where a port stands in the file.
inline std::string portPath(const Port& port, std::size_t number)
{
    return port.isBranch() ? "ports/" + port.parent + "/branches/" + branchName(port)
                           : "ports/" + entryName(port, number);
}

/// Notes every number outside its field's range, by the job's description.
void checkRanges(const Job& job, std::vector<Problem>& problems);
void checkRanges(const Shop& shop, std::vector<Problem>& problems);

}  // namespace euryth::job
