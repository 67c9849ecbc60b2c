// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

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
    Finding      ///< somebody has found there what forbids it
};

/// A guide boss that is thinned to a fin: its sides go in, its height stays.
struct BossFin {
    Length depth;  ///< off each side
    Length width;  ///< that stays
    Length height;
    Area gained;
    std::optional<Length> holding;  ///< metal on each side of the guide, where that is known
};

/// One station as the cut planner sees it.
struct CutStation {
    Length s;
    geometry::Section section;
    bool isThroat = false;     ///< the smallest opening above the seat, set by the seat's cuts
    Area blocked;              ///< guide boss and the like, not available to the air
    std::optional<Area> plan;  ///< wanted net area; without one the area asks for nothing here
    geometry::PerSector<std::optional<Length>> wall{};
    std::optional<BossFin> fin;
    geometry::PerSector<Length> reserve{};                    ///< wall that has to stay
    geometry::PerSector<Length> error{};                      ///< of the wall: the gauge's, or the casting's
    geometry::PerSector<Length> curve{};                      ///< by which it may be thinner between gauged places
    geometry::PerSector<std::optional<Length>> toGasket{};    ///< at the window: how far it is to the gasket's edge
    geometry::PerSector<std::optional<double>> speedRatio{};  ///< local speed over the section's mean

    geometry::PerSector<std::string> leave{};  ///< id of the finding that forbids a cut, or empty

    /// What the planned shape takes anyhow; the cut goes at least so deep, as far as depthBound() lets it.
    geometry::PerSector<Length> least{};

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

/// How deep a place may be cut: 0 <= depth <= wall - reserve - error - curve, and the house's greatest cut.
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

/// Ratio of local to mean speed after a cut, by continuity in the stream tube before each sector: a tube of area a that
/// gains da slows by a/(a + da), the section of area A that gains dA slows by A/(A + dA), and the ratio changes by the
/// quotient of the two. An estimate that keeps the flow's pattern: not a solution of the flow.
std::vector<geometry::PerSector<std::optional<double>>> ratiosAfter(const CutProblem& problem,
                                                                    const DepthField& depths);

}  // namespace euryth::cutting
