// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "geometry/any_section.hpp"
#include "paper/bench_sheets.hpp"

/// What the sheets have in common.
namespace euryth::paper {

inline constexpr double kMargin = 14.0;
inline constexpr double kTop = 34.0;      ///< below the title
inline constexpr double kBottom = 256.0;  ///< above the check length

/// A sheet with its title, a line about port and job, and the check length.
Sheet newSheet(const BenchPaper& paper, std::string_view title);

/// Text broken into lines of about `letters`, written downward; returns where the next line would stand.
double writeLines(Sheet& sheet, Spot at, const std::string& text, std::size_t letters, double height = 3.5);

/// The outline of a section in full size, its origin at `middle`. Left in the section is left on the paper.
Stroke outlineAt(const geometry::Section& section, Spot middle, geometry::Point shift, Ink ink);

std::vector<Sheet> planSheets(const BenchPaper& paper);
std::vector<Sheet> scribeCards(const BenchPaper& paper);
std::vector<Sheet> windowSheets(const BenchPaper& paper);
std::vector<Sheet> templateSheets(const BenchPaper& paper);
/// The cuts in the order of work, the sections with their depths in full size, and the elements over all ports; none
/// where nothing is to be cut.
std::vector<Sheet> cutSheets(const BenchPaper& paper);
/// A page for each flow test that can be worked out.
std::vector<Sheet> flowSheets(const BenchPaper& paper);

}  // namespace euryth::paper
