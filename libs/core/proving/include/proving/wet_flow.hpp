// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include "job/job.hpp"

namespace euryth::proving {

/// A wet streak (or what a string showed) that was pinned at one place in two states of the port.
struct WetPair {
    std::optional<std::size_t> before;  ///< into Port::pins; nothing where it is new
    std::optional<std::size_t> after;   ///< nothing where it has gone, or was not looked for again
    std::optional<Length> grew;         ///< in width, where both were measured; under 0 it got narrower
};

/// Wet flow before and after: findings of the kinds wet and string, of the port's first state against its last one. Two
/// belong together that lie within 6 mm along the runner, in one sector, at lifts no farther apart than 1 mm (ours, no
/// source). Empty where all are of one state.
struct WetFlow {
    std::string firstState;
    std::string lastState;
    std::vector<WetPair> pairs;
};
std::optional<WetFlow> wetFlowOf(const job::Port& port);

}  // namespace euryth::proving
