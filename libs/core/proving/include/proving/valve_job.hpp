// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "job/job.hpp"
#include "words/phrase.hpp"

namespace euryth::proving {

// Limits of the trade beside the house's rules: common practice, no source.
inline constexpr Length kSeatWidthTolerance = lengthFromMm(0.15);
inline constexpr Angle kSeatAngleTolerance = angleFromDegrees(0.5);
inline constexpr Length kLeastInset =
    lengthFromMm(0.1);  ///< the seat's outer edge inside the valve's; 0.25 mm is usual
inline constexpr Length kMostInset = lengthFromMm(0.6);
inline constexpr double kLeastBand = 0.7;  ///< of the seat's width that has to bear

/// What is looked at of a valve job.
enum class SeatItem { Width, Angle, Inset, RunOut, Band, Seal };
inline constexpr std::array kSeatItems{SeatItem::Width,  SeatItem::Angle, SeatItem::Inset,
                                       SeatItem::RunOut, SeatItem::Band,  SeatItem::Seal};
/// "seat width", "run-out".
Phrase nameOf(SeatItem item);

enum class SeatVerdict { Unknown, Good, Off };

/// One item of a seat against what the house asks for.
struct SeatCheck {
    SeatItem item = SeatItem::Width;
    SeatVerdict verdict = SeatVerdict::Unknown;
    Phrase is;      ///< empty where it was not measured
    Phrase wanted;  ///< empty where nothing is asked for
};
/// All items, in their order. Width and angle are those of the cut that seals.
std::array<SeatCheck, kSeatItems.size()> seatChecks(const job::Job& job, const job::Port& port);

/// How a valve's leak tests stand.
struct Seal {
    std::size_t last = 0;   ///< into Port::leakTests: the last one with a result
    bool tight = false;     ///< that one was dry
    bool mended = false;    ///< and one before it was not
    bool relapped = false;  ///< it was not dry, and the valve was lapped since: it has to be tested again
};
std::optional<Seal> sealOf(const job::Port& port);

/// A result in a word ("weeps").
Phrase nameOf(job::Tight result);

/// Of a job's ports those with a valve of their own.
std::vector<std::size_t> portsWithValves(const job::Job& job);

}  // namespace euryth::proving
