// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/job.hpp"
#include "words/known.hpp"

/// The guide boss: the fin that is planned of it, and the room beside it.
namespace euryth::analysis {

struct PortAnalysis;

/// What is planned of the boss at one station: its sides go in.
struct Fin {
    Length width;                   ///< at the roof, that stays
    Length tip;                     ///< at the lower edge
    Length depth;                   ///< off each side, at the roof
    Area gained;                    ///< of the section
    bool held = false;              ///< the guide's metal keeps it wider than was asked for
    std::optional<Length> holding;  ///< metal on each side of the guide, where the guide stands
};

/// The planned fin per station; nothing where the boss stays as it is.
///
/// Ahead of and behind the guide the boss goes down to the wished width; where the guide stands in it, to no less than
/// guide + 2 x the house's metal beside it, so that the fin still holds the guide (common practice, no source). The
/// height stays: a boss that is cut off flat holds little of the guide and leaves a thin roof over it. Where the
/// guide's diameter is not known, the fin is nowhere thinner than the boss is wide at the guide.
std::vector<std::optional<Fin>> plannedFins(const job::Job& job, const job::Port& port);

/// What blocks a station when its plan is cut: boss (as planned) and stem.
Area plannedBlockage(const job::Station& station, const std::optional<Fin>& fin);

/// Distance of the guide's middle along the runner: the middle between the boss's ends, else the station of its widest
/// section; nothing without a boss.
std::optional<Length> guidePlace(const job::Port& port);

/// Room left and right of the guide over the bowl.
struct GuideRoom {
    std::size_t station = 0;
    Length left;
    Length right;
    std::optional<job::Across> boreSide;
    bool byTurn = false;  ///< the bore's side was not typed: it is the side to which the runner turns

    /// Room on the bore's side more than on the other, where that side is known.
    [[nodiscard]] std::optional<Length> towardBore() const;
};
/// The last station at which both rooms are known; the side to which the air has to turn as typed, else by the sideways
/// turn of the measured places from 5 degrees on.
Known<GuideRoom> guideRoom(const job::Port& port, const PortAnalysis& analysis);

}  // namespace euryth::analysis
