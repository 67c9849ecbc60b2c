// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "cutting/element.hpp"
#include "geometry/any_section.hpp"
#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"
#include "words/phrase.hpp"

namespace euryth::cutting {

/// Why nothing, or no more, may be taken at a place.
enum class Hold {
    None,
    ThinWall,    ///< wall less reserve and gauge error leaves nothing
    Unmeasured,  ///< the wall is not known, so no depth is safe
    DeadPlace,   ///< the air hardly moves here; taking metal would make it worse
    Seat,        ///< the throat belongs to the seat cutter, not to the burr
    Gasket,      ///< the gasket's edge: beyond it nothing seals
    Apex,        ///< the house lets the short side's top come down no further
    Filled,      ///< filled or welded: what stands there is not the casting
    Finding      ///< somebody has found there what forbids it
};

/// In one or two words, as it stands on a drawing ("keep"); empty for None.
Phrase wordOf(Hold hold);
/// What stops the hand ("the gasket's edge"); empty for None.
Phrase nameOf(Hold hold);
/// Nothing may be touched there; of dead and unmeasured places it is only not wanted, or not known yet.
bool isHandsOff(Hold hold);

/// A guide boss that is thinned to a fin: its sides go in, its height stays.
struct BossFin {
    Length depth;  ///< off each side
    Length width;  ///< that stays
    Length height;
    Area gained;
    std::optional<Length> holding;  ///< metal on each side of the guide, where that is known
};

/// Where a cut has to stop although the wall would give more.
struct Stop {
    Length depth;
    Hold hold = Hold::Gasket;
};

/// One station as the cut planner sees it.
struct CutStation {
    Length s;
    Part part = Part::Straight;
    geometry::Section section;
    bool isThroat = false;     ///< the smallest opening above the seat, set by the seat's cuts
    Area blocked;              ///< guide boss and the like, not available to the air
    std::optional<Area> plan;  ///< wanted net area; without one the area asks for nothing here
    geometry::PerSector<std::optional<Length>> wall{};
    std::optional<BossFin> fin;
    geometry::PerSector<Length> reserve{};  ///< wall that has to stay
    geometry::PerSector<Length> error{};    ///< of the wall: the gauge's, or the casting's
    geometry::PerSector<Length> curve{};    ///< by which it may be thinner between gauged places
    geometry::PerSector<std::optional<Stop>> stop{};
    geometry::PerSector<std::optional<double>> speedRatio{};  ///< local speed over the section's mean

    /// A finding that forbids a cut, and why.
    struct Left {
        std::string finding;  ///< its id; empty where there is none
        Hold hold = Hold::Finding;
    };
    geometry::PerSector<Left> leave{};

    /// Of the floor line where it is the inside of a turn, 1/m; 0 elsewhere, and where it is not known.
    double floorCurvature = 0.0;

    /// What the planned shape takes anyhow; the cut goes at least so deep, as far as depthBound() lets it.
    geometry::PerSector<Length> least{};
    /// Depths that a hand has settled: taken as they are, as far as depthBound() lets them.
    geometry::PerSector<std::optional<Length>> settled{};

    /// What may go of a wall: wall - reserve - error - curve; under 0 it is too thin as it is. Nothing where it is not
    /// known.
    [[nodiscard]] std::optional<Length> spare(geometry::Sector sector) const;
    [[nodiscard]] Area netArea() const { return geometry::area(section) - blocked; }
    /// What still blocks it when the boss is a fin.
    [[nodiscard]] Area blockedAfter() const { return fin ? blocked - fin->gained : blocked; }
};

struct CutLimits {
    Length greatestCut = lengthFromMm(3.0);
    double fastRatio = 1.10;
    double deadRatio = 0.60;
    /// What cuts have to gain in one number (area miss, highest ratio; shares of 1) where they worsen the other.
    double leastGain = 0.01;
    /// Depths under this are left out: no hand cuts them on purpose (common practice, no source).
    Length leastCut = lengthFromMm(0.1);
    /// Depths are given in steps of this, rounded down, so that a limit is never passed.
    Length step = lengthFromMm(0.05);
};

struct CutProblem {
    std::vector<CutStation> stations;  ///< rising s, at least two
    CutLimits limits;
    Phrase speedsFrom = say("speeds.readings");  ///< where the ratios come from: a number always says it
};

/// How deep a place may be cut: 0 <= depth <= CutStation::spare(), and the house's greatest cut.
struct DepthBound {
    Length greatest;
    Hold hold = Hold::None;
};
DepthBound depthBound(const CutStation& station, geometry::Sector sector, const CutLimits& limits);

/// One depth per station and sector.
using DepthField = std::vector<geometry::PerSector<Length>>;

/// Net areas of the stations after a cut of the walls, with the boss as a fin; exact (see
/// geometry::WallContour::CutForm).
std::vector<Area> areasAfter(const CutProblem& problem, const DepthField& depths);

/// Ratio of local to mean speed after a cut. An estimate that keeps the flow's pattern, not a solution of the flow:
/// - by continuity in the stream tube before each sector: a tube of area a that gains da slows by da/a, the section of
///   area A that gains dA by dA/A, and the ratio changes by the difference of the two;
/// - on the floor of a turn (floorCurvature) the section's growth counts a quarter, and the ratio changes with the free
///   vortex as well: over a passage of height h on an inside of curvature k the speed there is k h / ln(1 + k h) of the
///   mean (irrotational vortex, as in any textbook of fluid mechanics). Metal taken by a depth d makes of k: k + k^2 d
///   + d'' along the runner; of h: h + d. So a short side that is only lowered gets faster, one that is laid back
///   slower.
std::vector<geometry::PerSector<std::optional<double>>> ratiosAfter(const CutProblem& problem,
                                                                    const DepthField& depths);

}  // namespace euryth::cutting
