// SPDX-License-Identifier: GPL-3.0-or-later
#include "geometry/turn.hpp"

namespace euryth::geometry {

TurnStations turnStations(std::span<const Angle> turned, double keeps)
{
    TurnStations turn{0, turned.size() - 1, turned.back()};
    while (turn.first + 1 < turn.last && turned[turn.first + 1] < turn.whole * keeps)
        ++turn.first;
    while (turn.last > turn.first + 1 && turned[turn.last - 1] > turn.whole * (1.0 - keeps))
        --turn.last;
    return turn;
}

}  // namespace euryth::geometry
