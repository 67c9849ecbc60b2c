// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "geometry/sector.hpp"
#include "quantities/quantities.hpp"

namespace euryth::planning {

/// What stands round a valve. Unknown is not zero: what is not measured is not judged.
struct ValveSurroundings {
    Length valve;
    std::optional<Length> throat;
    std::optional<Length> bowl;
    std::optional<Length> bridge;     ///< metal to the next seat
    std::optional<Length> boreEdge;   ///< valve edge to the cylinder's bore
    std::optional<Length> neighbour;  ///< metal between the bowl and the next port
    std::optional<Length> kerf;       ///< that a saw took out of bridge and neighbour before they were measured
    geometry::PerSector<std::optional<Length>> wall{};  ///< at the bowl
    geometry::PerSector<Length> reserve{};              ///< that has to stay there, gauge error included
    std::optional<geometry::Sector> nextBowl;           ///< Left or Right
};

struct BiggerValve {
    Length valve;
    Length throat;
    Length bowl;
};

struct ValveLimits {
    Length bridge;    ///< least metal between seats
    Length boreEdge;  ///< least distance of the valve's edge to the bore
    Length neighbour;
};

enum class ValvePlace { Bridge, BoreEdge, NextPort, BowlWall };

/// One place of the check.
struct ValveCheckRow {
    ValvePlace place = ValvePlace::Bridge;
    std::optional<geometry::Sector> sector;  ///< of a bowl wall
    std::optional<Length> now;               ///< with the kerf put back
    std::optional<Length> after;
    Length least;
    /// The largest valve for which this place still holds, throat and bowl in the same proportion to it.
    std::optional<Length> largest;
    /// Of a side: false where the wall has to follow a curve, because the next bowl is there or the metal is thin.
    bool straight = true;

    [[nodiscard]] std::optional<bool> holds() const;
};

/// What a bigger valve leaves at each place. Only this valve grows: bridge and bore edge lose half of the difference in
/// diameter, the bowl's walls and the next port half of the difference in bowl. Which side may stay straight is common
/// practice (no source): not the one that faces the next bowl.
std::vector<ValveCheckRow> checkValve(const ValveSurroundings& now, const BiggerValve& wanted,
                                      const ValveLimits& limits);

/// The largest valve that holds at every known place.
std::optional<Length> largestValve(const std::vector<ValveCheckRow>& rows);

}  // namespace euryth::planning
