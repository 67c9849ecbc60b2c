// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "cutting/element.hpp"
#include "geometry/sector.hpp"
#include "job/house.hpp"

namespace euryth::job {
struct Job;
struct Port;
}  // namespace euryth::job

/// What the walls of a port have to give.
namespace euryth::analysis {

struct PortAnalysis;

/// By how much a wall that was not gauged may be thinner than the drawing and the core's shift say. About half of the
/// tolerance of a sand casting's wall of up to 10 mm (ISO 8062-3, DCTG 10, from memory).
inline constexpr Length kCastingError = lengthFromMm(1.0);

/// One place of a wall.
struct WallRoom {
    std::optional<Length> wall;  ///< as gauged; else as drawing and core shift have it
    bool drawn = false;          ///< it was not gauged
    Length keep;                 ///< wall that has to stay, by material, place and what is behind
    Length error;                ///< by which the number may be too great: the gauge's, or the casting's
    /// By which the wall may be thinner between two gauged places than at them: on the outside of a turn the passage
    /// runs outside the straight line between them by length x angle / 8 (sagitta of a flat arc), the far side of the
    /// wall taken as straight. Nothing where the stations' places are not known.
    Length curve;
    job::ThinWall thinWall = job::ThinWall::Leave;  ///< what the house does where it gives too little

    /// What may go: wall - keep - error - curve, not under 0; nothing where the wall is not known.
    [[nodiscard]] std::optional<Length> spare() const;
    friend bool operator==(const WallRoom&, const WallRoom&) = default;
};

using WallRooms = std::vector<geometry::PerSector<WallRoom>>;  ///< per station

/// The walls of all stations. It needs sections, poses and places of the analysis.
///
/// The wall to keep is that of the house, or of its wall rule for the port's material and the place: of several, the
/// one that names more, and of those the later one. Where a breakthrough is beyond repair it is never less than the
/// house's wall for that, and nothing is welded there.
WallRooms wallRooms(const job::Job& job, const job::Port& port, const PortAnalysis& analysis);

/// Which part of the runner each station belongs to: its first one is the window (a branch has none), the turn is where
/// the heading changes, the bowl what follows its widest place. Where the stations' places are not known there is no
/// turn.
std::vector<cutting::Part> partsOf(const job::Port& port, const PortAnalysis& analysis);

/// Which part of the runner a wall belongs to, as wall rules name them.
job::WallPlace wallPlace(const job::Port& port, const PortAnalysis& analysis, std::size_t station,
                         geometry::Sector sector);

}  // namespace euryth::analysis
