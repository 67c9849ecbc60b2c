// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include <tl/expected.hpp>

#include "paper/sheet.hpp"
#include "words/phrase.hpp"

namespace euryth::paper {

/// A page each, full size (Cairo), with the shipped font in the file.
std::string pdfText(const std::vector<Sheet>& sheets);
/// The sheets below each other; one user unit is a millimetre.
std::string svgText(const std::vector<Sheet>& sheets);
/// The sheets beside each other in millimetres, y up, a layer for each ink (dxflib, AC1015).
tl::expected<std::string, Phrase> dxfText(const std::vector<Sheet>& sheets);
/// Cells with what would split them in quotes (RFC 4180).
std::string csvText(const std::vector<std::vector<std::string>>& rows);

enum class Kind { Csv, Svg, Dxf, Pdf };
/// By the file's ending, whatever its case.
std::optional<Kind> kindOf(const std::filesystem::path& path);

}  // namespace euryth::paper
