// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "cutting/solve.hpp"
#include "words/phrase.hpp"

namespace euryth::cutting {

/// What a cut is worth: the part of the whole plan's gain (the objective of solve(), from no cut to all of them) that
/// goes when this cut alone is left out. Under 0 the port is better without it.
struct CutWorth {
    double share = 0.0;
    Area area;  ///< the most that it adds at a station
    /// When cuts are made in the order that brings most for each cc, this one's place in it, from 1.
    std::size_t turn = 0;
    /// The part of the gain that one more step of kNextStep at all its places would bring; under 0 it does harm.
    double nextShare = 0.0;
    bool nextFits = false;  ///< the walls allow that step everywhere

    /// Under 0 by more than what rounding to whole steps does.
    [[nodiscard]] bool harms() const { return share < -0.02; }
};
/// Ten thousandths of an inch: a step that a hand feels and a caliper shows (common practice, no source).
inline constexpr Length kNextStep = lengthFromMm(0.254);

/// One cut that a hand can make: neighbouring stations of one element.
struct Cut {
    std::string id;  ///< C1, C2 ... in the order of work
    Element element = Element::Floor;
    std::vector<std::size_t> stations;  ///< indices into the problem, rising
    std::vector<geometry::Sector> sectors;
    Length maxDepth;
    std::size_t deepestStation = 0;
    geometry::Sector deepestSector = geometry::Sector::Floor;
    Volume volume;
    /// The thinnest wall that stays under the cut; of a boss, the metal that stays beside the guide where that is
    /// known.
    std::optional<Length> wallLeft;
    Phrase why;
    CutWorth worth;
};

/// A place that must not be touched although something asks for metal there, or that is held for its own sake.
struct Keep {
    std::size_t station = 0;
    geometry::Sector sector = geometry::Sector::Roof;
    Hold hold = Hold::None;
    Phrase why;
};

/// The port in numbers, before or after the cuts.
struct PortState {
    std::vector<Area> areas;         ///< net, per station
    std::optional<double> areaMiss;  ///< rms over the planned stations of (A - plan) / plan
    Volume volume;
    std::optional<double> highestRatio;  ///< local speed over the section's mean
};

/// A wall that was not gauged, where the plan would cut if it were thick enough.
struct GaugeFirst {
    std::size_t station = 0;
    geometry::Sector sector{};
    Length depth;  ///< that the plan would take
    Area area;     ///< that it would add at that station
};

struct CutPlan {
    DepthField depths;
    std::vector<Cut> cuts;    ///< in the order of work
    std::vector<Keep> keeps;  ///< along the runner
    /// The places that would free most area first; worked out by the same plan with these walls as thick as need be.
    std::vector<GaugeFirst> gaugeFirst;
    PortState before;
    PortState after;
    bool converged = false;
    double leastGain = 0.01;  ///< as the limits say

    /// True where the cuts would leave the port no better in any number, or worsen one of area miss and highest ratio
    /// while the other gains less than the house asks for.
    [[nodiscard]] bool makesWorse() const;
};

/// Plans the cuts for a port: solve(), grouped by element, explained, weighed and put in the order of work (see
/// Element).
/// `problem` needs at least two stations in rising order; throws std::invalid_argument otherwise.
CutPlan planCuts(const CutProblem& problem, const CutWeights& weights = {});

/// The depths of one cut alone.
DepthField depthsOf(const CutPlan& plan, const Cut& cut);
/// The plan's depths without those of one cut; a boss's fin is no depth and stays.
DepthField depthsWithout(const CutPlan& plan, const Cut& cut);
/// Depths at a station once the first `cuts` cuts of the plan are made.
geometry::PerSector<Length> depthsAfter(const CutPlan& plan, std::size_t cuts, std::size_t station);

}  // namespace euryth::cutting
