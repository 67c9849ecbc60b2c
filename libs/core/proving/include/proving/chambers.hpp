// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "job/job.hpp"
#include "words/known.hpp"

namespace euryth::proving {

/// A chamber as it is now, and where it came from.
struct ChamberNow {
    std::size_t index = 0;  ///< into Job::chambers
    std::optional<int> cylinder;
    Volume volume;
    std::optional<double> ratio;      ///< compression, where gasket, deck and piston are known
    std::vector<std::size_t> before;  ///< earlier measurements of this cylinder, the oldest first
    Volume take;                      ///< metal by which it falls short of the largest one
};

/// A skim that brings equalised chambers to the wanted volume.
struct Skim {
    Volume wanted;
    /// Off the deck, for chambers whose mouth is as wide as the bore (planning::skimFor()); a narrower mouth needs
    /// more.
    Length depth;
    std::optional<double> ratio;  ///< compression then
};

/// The chambers of a job beside each other. To make them one volume metal is taken out of the smaller ones until all
/// have the largest one's; then the deck is skimmed (common practice, no source).
struct Chambers {
    std::vector<ChamberNow> now;  ///< by cylinder
    Volume smallest;
    Volume largest;
    bool alike = false;               ///< no farther apart than the house allows
    std::optional<double> ratio;      ///< compression once all have the largest volume
    std::optional<double> ratioLow;   ///< of the largest one now ...
    std::optional<double> ratioHigh;  ///< ... and of the smallest
    Known<Skim> skim;                 ///< nothing where no volume is wanted, or a larger one

    [[nodiscard]] Volume spread() const { return largest - smallest; }
};
/// Nothing with fewer than two measured chambers.
Known<Chambers> chambersOf(const job::Job& job);

}  // namespace euryth::proving
