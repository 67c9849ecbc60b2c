// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "flow/fittings.hpp"
#include "geometry/area_curve.hpp"
#include "job/job.hpp"
#include "words/known.hpp"

/// The manifold's runner or the exhaust's primary, joined to the port at its window.
namespace euryth::analysis {

struct PortAnalysis;

/// One place of what is joined.
struct JoinedAt {
    Length s;  ///< from the flange, away from the port; 0 at the flange
    geometry::Section section;
    Area area;
    /// The least area with which the passage is as it should be up to here: of a manifold's runner steadily smaller
    /// toward the planned window, by the house's taper at least; a primary is never smaller than the planned window
    /// (both common practice, no source). Never less than what is there: nothing is put on.
    Area wanted;
    Length depth;  ///< all round, by which the wall has to go out for it: (wanted - area) / perimeter, to first order

    [[nodiscard]] bool asksForMetal() const;
};

/// The passage before (of an exhaust port behind) the window.
struct JoinedPassage {
    std::vector<JoinedAt> places;  ///< outward from the flange, whose own opening is the first where it is known
    Area window;                   ///< planned, else as it is
    Volume volume;
    Length length;  ///< from the flange to the last place
    /// Of its far end: how far it is rounded over its hydraulic diameter, and what it costs (flow::mouthLoss()). A
    /// primary has no mouth that air comes in by.
    std::optional<double> roundness;
    std::optional<double> mouthLoss;

    /// The place at which it is narrower than somewhere nearer to the window, or than the window: the one that asks for
    /// most area; nothing where it is as it should be.
    [[nodiscard]] const JoinedAt* tightest() const;
};

/// Nothing where no place is measured, or the port has no window.
Known<JoinedPassage> joinedPassage(const job::Job& job, const job::Port& port, const PortAnalysis& analysis);

/// The rounding of a mouth from which more of it hardly gains: 0.2 of the diameter costs 0.11 of the dynamic pressure
/// (Rennels & Hudson, as flow::mouthLoss()).
inline constexpr double kWellRounded = 0.2;

/// What is joined as the air meets it, before the window's own station: of a manifold's runner from its mouth on, of a
/// primary from the window's flange on. Distances rise along the air's way from 0. Empty where nothing is joined or the
/// port is to be reckoned alone.
std::vector<flow::FlowStation> joinedStations(const job::Port& port);

}  // namespace euryth::analysis
