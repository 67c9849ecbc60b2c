// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "analysis/port_analysis.hpp"

/// The cuts as a hand makes them.
namespace euryth::cut_work {

/// What calipers show at a place once a pass is done; only what the cut changes.
struct Caliper {
    Length s;
    std::optional<Length> width;
    std::optional<Length> height;
};
/// "width 35.86 mm at 36.0 mm"; empty where nothing changes.
Phrase said(const Caliper& caliper);

/// One pass with one tool.
struct Pass {
    Phrase name;    ///< rough, blend, finish
    Phrase tool;    ///< and its grit
    Length leaves;  ///< off each wall, for the passes after it
    Caliper size;   ///< where the cut is deepest
};

/// How a cut is made: common practice, no source.
struct CutHow {
    Phrase way;  ///< from where the hand works, and toward what
    std::vector<Pass> passes;
    Phrase lubricant;
    Phrase checks;                  ///< while one cuts
    std::vector<Caliper> calipers;  ///< at every station of the cut, once it is done
};
/// `cut` is one of the analysis' plan (index).
CutHow howTo(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis, std::size_t cut);

/// From which depth on a cut is roughed out first, and what roughing and blending leave (common practice, no source).
inline constexpr Length kRoughFrom = lengthFromMm(1.0);
inline constexpr Length kBlendFrom = lengthFromMm(0.4);
inline constexpr Length kRoughLeaves = lengthFromMm(0.4);
inline constexpr Length kBlendLeaves = lengthFromMm(0.1);

}  // namespace euryth::cut_work
