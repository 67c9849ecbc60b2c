// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "geometry/iso_lines.hpp"

using namespace euryth;

TEST_CASE("lines of equal value lie where the value is")
{
    const std::vector<geometry::Point> places{{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    const std::vector<double> values{0, 10, 10, 0};
    const std::vector<std::array<std::uint32_t, 4>> faces{{0, 1, 2, 3}};
    const std::vector<double> levels{2.5, 20.0};
    const auto lines = geometry::isoLines(places, values, faces, levels);
    REQUIRE(lines.size() == 2);
    REQUIRE(lines[0].pieces.size() == 2);
    for (const auto& piece : lines[0].pieces) {
        CHECK(piece[0].left == Approx(0.25));
        CHECK(piece[1].left == Approx(0.25));
    }
    CHECK(lines[1].pieces.empty());
}
