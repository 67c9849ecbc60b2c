// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "job/basics.hpp"

/// The work with the burr: what is wished of it, and what has been done.
namespace euryth::job {

/// How much a wish counts against the others while the cuts are planned.
enum class Weight { Off, Little, Usual, Much, Most };

/// What the cuts of a port are for. A wish that nobody weighed counts as usual.
struct CutAims {
    std::optional<Weight> area;   ///< reach the planned area
    std::optional<Weight> air;    ///< even out the air's speed
    std::optional<Weight> metal;  ///< save metal; Off counts as little, so that there is one answer
    UnknownKeys unknown;
    friend bool operator==(const CutAims&, const CutAims&) = default;
};

/// A section measured again while it is being cut.
struct Remeasured {
    Length s;
    std::optional<Length> width;
    std::optional<Length> height;
    UnknownKeys unknown;
    friend bool operator==(const Remeasured&, const Remeasured&) = default;
};

/// How far one element of a port's cuts has come. An element (the short side, the bowl, ...) is the same on every port
/// and in every plan, so that ticks hold while the plan is worked out anew.
struct CutProgress {
    std::string cut;  ///< the element's key; of older files a cut's number
    std::optional<bool> done;
    std::string when;
    std::optional<double> minutes;  ///< spent on it
    std::vector<Remeasured> measured;
    UnknownKeys unknown;
    friend bool operator==(const CutProgress&, const CutProgress&) = default;
};

/// Work that needs no plan of areas.
enum class LightTask { Lip, Blend, Divider, Flash, Steps, Chamber };
struct LightWork {
    LightTask task = LightTask::Lip;
    std::optional<bool> done;
    std::string when;
    std::optional<double> minutes;
    std::string note;
    UnknownKeys unknown;
    friend bool operator==(const LightWork&, const LightWork&) = default;
};

}  // namespace euryth::job
