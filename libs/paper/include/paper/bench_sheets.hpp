// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "analysis/port_analysis.hpp"
#include "paper/sheet.hpp"
#include "units/format.hpp"

namespace euryth::paper {

/// What is to be drawn, and for whom.
struct BenchPaper {
    const job::Job& job;
    const job::Port& port;
    const analysis::PortAnalysis& analysis;
    units::DisplayUnits units;  ///< of the numbers that are told; the drawings themselves are full size

    [[nodiscard]] std::string words(const Phrase& phrase) const { return units::render(phrase, units); }
};

struct Parts {
    bool plan = true;       ///< the plan of all stations in numbers
    bool scribe = true;     ///< scribe and seat card
    bool window = true;     ///< the window with what meets it
    bool cuts = true;       ///< the cuts in the order of work, sections with their depths, all ports
    bool templates = true;  ///< each section, to be cut from shim
    bool flow = true;       ///< a page for each flow test that can be worked out
};

/// The sheets of a port in that order. Sections are drawn in full size as they are planned (as they are, where there is
/// no plan), seen from the window; each with the present wall inside and a cross in the middle of the present section.
/// Every sheet has the check length.
std::vector<Sheet> benchSheets(const BenchPaper& paper, const Parts& parts);

/// The plan of all stations as a table with headings, one row a station, lengths in mm and areas in mm2 as in the job
/// file; an empty cell is unknown.
std::vector<std::vector<std::string>> planTable(const job::Port& port, const analysis::PortAnalysis& analysis);

}  // namespace euryth::paper
