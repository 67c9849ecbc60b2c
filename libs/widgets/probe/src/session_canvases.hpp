// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <optional>

#include "kit/look.hpp"

/// The pictures of a probing session.
namespace euryth::widgets {

/// The set and the reading that the hand is at: the chosen ones.
struct AtHand {
    std::size_t port = 0;
    std::size_t set = 0;
    std::size_t reading = 0;
    const job::ProbeSet* probe = nullptr;
};
std::optional<AtHand> atHand(const app::Workspace& w);

/// The section with the points of the chosen set; a click chooses a point, or places one where the grid is free.
QWidget* makeTipCanvas(Context context);
/// The rounds of the plan; `chosen` is told of a click on one.
QWidget* makeRoundsCanvas(Context context, std::function<void(std::size_t)> chosen);

}  // namespace euryth::widgets
