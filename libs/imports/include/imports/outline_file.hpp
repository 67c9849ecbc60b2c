// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

#include <tl/expected.hpp>

#include "geometry/outline.hpp"
#include "units/units.hpp"

namespace euryth::imports {

/// An outline out of a file.
struct ImportedOutline {
    geometry::Outline outline;  ///< its box centred on the origin; metres where the scale is known
    bool scaleKnown = false;    ///< false: only the proportions are, one known length gives the rest
    std::size_t shapes = 1;     ///< closed shapes that the file has; the one with the largest area was taken
};

/// A table of points, one a line: left and roof (CSV, or pasted). Numbers may carry units; without one they are in the
/// length unit of `units`. A first line without numbers is taken as headings. Errors name row and column.
tl::expected<ImportedOutline, Phrase> outlineFromTable(std::string_view text, const units::DisplayUnits& units);

/// Largest closed shape of an SVG drawing: path, polygon, polyline, rect, circle or ellipse. Curves are split so that
/// they are off by less than a thousandth of the drawing. The scale is known where the drawing says its size in mm, cm
/// or in and has a viewBox. Drawings with transforms are refused: the wanted shape would stand elsewhere.
tl::expected<ImportedOutline, Phrase> outlineFromSvg(std::string_view text);

/// Largest closed shape of a DXF drawing: closed polylines (also with arcs), circles, or lines and arcs that join end
/// to end. The scale is known where the drawing states millimetres or inches.
tl::expected<ImportedOutline, Phrase> outlineFromDxf(const std::filesystem::path& path);

/// Any of the three, by the file's ending (.svg, .dxf; everything else is a table).
tl::expected<ImportedOutline, Phrase> outlineFromFile(const std::filesystem::path& path,
                                                      const units::DisplayUnits& units);

}  // namespace euryth::imports
