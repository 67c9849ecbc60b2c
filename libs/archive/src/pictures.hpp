// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <set>
#include <string>

#include "job/job.hpp"

namespace euryth::archive {

/// Names of all pictures that a job holds, as it keeps them.
std::set<std::string> picturesOf(const job::Job& job);

/// A relative name of plain parts that leads nowhere out of its folder, on any system.
bool staysInside(const std::string& name);

}  // namespace euryth::archive
