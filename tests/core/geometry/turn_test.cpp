// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <vector>

#include "geometry/turn.hpp"

using namespace euryth;
using namespace euryth::geometry;

namespace {

TurnStations turnOf(const std::vector<double>& degrees, double keeps = 0.02)
{
    std::vector<Angle> turned;
    for (const double d : degrees)
        turned.push_back(angleFromDegrees(d));
    return turnStations(turned, keeps);
}

}  // namespace

TEST_CASE("a turn lies between the last straight station before it and the first one behind it")
{
    const TurnStations turn = turnOf({0, 0, 1, 20, 60, 79.5, 80, 80});
    CHECK(turn.first == 2);  // one degree is under a fiftieth of eighty
    CHECK(turn.last == 5);
    CHECK(inDegrees(turn.whole) == Approx(80));
    CHECK(turnOf({0, 0, 1, 20, 60, 79.5, 80, 80}, 0.005).first == 1);
    CHECK(turnOf({0, 30, 60}).first == 0);
    CHECK(turnOf({0, 30, 60}).last == 2);
    // A straight runner, and one of two stations: their ends.
    CHECK(turnOf({0, 0}).first == 0);
    CHECK(turnOf({0, 0}).last == 1);
    CHECK(turnOf({0, 0, 0}).last > turnOf({0, 0, 0}).first);
}
