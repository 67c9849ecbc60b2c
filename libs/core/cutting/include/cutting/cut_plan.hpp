// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "cutting/solve.hpp"
#include "words/phrase.hpp"

namespace euryth::cutting {

/// What a hand works on in one go: a side of the wall with the two corners beside it (roof, floor), a side alone (left,
/// right), or the guide boss.
enum class Face { Floor, Roof, Right, Left, Boss };
/// Of a sector of the wall.
Face faceOf(geometry::Sector sector);
/// In running text ("the left wall").
Phrase nameOf(Face face);

/// One cut that a hand can make: neighbouring stations on one face.
struct Cut {
    std::string id;  ///< C1, C2 ... in the order of work
    Face face = Face::Floor;
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
    Phrase tool;  ///< what the trade uses there (common practice, no source)
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

struct CutPlan {
    DepthField depths;
    std::vector<Cut> cuts;    ///< in the order of work
    std::vector<Keep> keeps;  ///< along the runner
    PortState before;
    PortState after;
    bool converged = false;
    double leastGain = 0.01;  ///< as the limits say

    /// True where the cuts would leave the port no better in any number, or worsen one of area miss and highest ratio
    /// while the other gains less than the house asks for.
    [[nodiscard]] bool makesWorse() const;
};

/// Plans the cuts for a port: solve(), grouped, explained and put in the order of work (floor of the turn from the
/// chamber side first, floor, roof, sides, guide boss, the window last; common practice, no source).
/// `problem` needs at least two stations in rising order; throws std::invalid_argument otherwise.
CutPlan planCuts(const CutProblem& problem, const CutWeights& weights = {});

}  // namespace euryth::cutting
