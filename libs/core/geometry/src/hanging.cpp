// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/hanging.hpp"

#include <algorithm>

namespace euryth::geometry {

std::optional<Hanging> hangingAt(const Obstacle& obstacle, Length s)
{
    const auto after = std::ranges::lower_bound(obstacle, s, {}, &Hanging::s);
    if (after == obstacle.end() || (after == obstacle.begin() && after->s > s))
        return std::nullopt;
    if (after->s == s)
        return *after;
    const Hanging& before = *std::prev(after);
    const double share = (s - before.s) / (after->s - before.s);
    const auto between = [&](Length Hanging::*part) { return before.*part + ((*after).*part - before.*part) * share; };
    return Hanging{s,
                   between(&Hanging::width),
                   between(&Hanging::from),
                   between(&Hanging::to),
                   between(&Hanging::tip),
                   between(&Hanging::left)};
}

}  // namespace euryth::geometry
