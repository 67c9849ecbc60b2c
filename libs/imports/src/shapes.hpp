// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include <tl/expected.hpp>

#include "imports/outline_file.hpp"

namespace euryth::imports {

/// Takes the closed shape with the largest area, centred; tells when there is none or it cannot be computed with.
tl::expected<ImportedOutline, std::string> largestOf(std::vector<geometry::Outline> shapes, bool scaleKnown);

}  // namespace euryth::imports
