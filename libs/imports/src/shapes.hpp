// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include <tl/expected.hpp>

#include "imports/outline_file.hpp"

namespace euryth::imports {

/// A measured section has some hundred corners; comparing all sides of many more takes minutes.
inline constexpr std::size_t kMostPoints = 5000;

/// What is wrong with a DXF text that announces more corners, knots or the like than it has lines, or nothing.
std::optional<Phrase> absurdCount(std::string_view dxf);

/// Takes the closed shape with the largest area, centred; tells when there is none or it cannot be computed with.
tl::expected<ImportedOutline, Phrase> largestOf(std::vector<geometry::Outline> shapes, bool scaleKnown);

}  // namespace euryth::imports
