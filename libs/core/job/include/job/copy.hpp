// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string_view>

#include "job/job.hpp"

namespace euryth::job {

/// Copies what a record keeps under some of its keys, as its description names them ("wall_mm"), from another one; what
/// stands under other keys stays. Throws std::invalid_argument for a key that the record does not have.
void copyParts(const Station& from, Station& to, std::span<const std::string_view> keys);
void copyParts(const Port& from, Port& to, std::span<const std::string_view> keys);

}  // namespace euryth::job
