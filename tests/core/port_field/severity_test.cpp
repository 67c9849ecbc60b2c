// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "port_field/short_side_severity.hpp"
#include "short_side_set.hpp"

using namespace euryth;
using namespace euryth::port_field;

namespace {

ShortSideSeverity severityOf(const short_side_set::Case& c)
{
    const auto port = virtualPort(short_side_set::shapeOf(c), Quality::Coarse);
    REQUIRE(port);
    return port_field::severityOf(*port);
}

}  // namespace

TEST_CASE("short sides are ranked as viscous runs rank them")
{
    // The runs: k-omega SST of the installed package on the normal mesh, made and fitted by bench/short_sides.cpp,
    // which also tells the rank correlation of ports that were left out of the fit (docs/methods.md).
    const auto cases = short_side_set::readTable(EURYTH_SHORT_SIDES);
    REQUIRE(cases.size() >= 60);
    for (const bool exhaust : {false, true}) {
        CAPTURE(exhaust);
        std::vector<double> told;
        std::vector<double> found;
        double square = 0;
        for (const auto& c : cases) {
            if (c.exhaust != exhaust)
                continue;
            const ShortSideSeverity s = severityOf(c);
            CHECK_FALSE(s.outside);
            CHECK(s.severity >= 0);
            CHECK(s.severity <= 1);
            told.push_back(s.deadShare);
            found.push_back(c.deadFloor);
            square += (s.deadShare - c.deadFloor) * (s.deadShare - c.deadFloor);
        }
        CHECK(short_side_set::spearman(told, found) > 0.9);
        const double error = std::sqrt(square / static_cast<double>(told.size()));
        CHECK(error <= port_field::severityOf(ShortSideMarks{}, exhaust).deadShareUncertainty * 1.05);
    }
}

TEST_CASE("severity tells short sides apart that all let go, and does not hang on the flow")
{
    short_side_set::Case c;
    c.turn = 75;
    c.width = 33;
    c.height = 38;
    double last = 2;
    for (const double radius : {6.0, 9.0, 15.0, 24.0}) {
        c.radius = radius;
        const double now = severityOf(c).deadShare;
        CHECK(now < last);
        last = now;
    }
}

TEST_CASE("a port unlike those of the calibration says that it is a guess")
{
    ShortSideMarks marks;
    marks.recovery = 9;
    CHECK(port_field::severityOf(marks, false).outside);
    CHECK(port_field::severityOf(marks, false).severity == 1);
}

TEST_CASE("rank correlation by hand")
{
    CHECK(short_side_set::spearman({1, 2, 3, 4}, {10, 20, 30, 40}) == Approx(1));
    CHECK(short_side_set::spearman({1, 2, 3, 4}, {4, 3, 2, 1}) == Approx(-1));
    // 1 - 6 sum d^2 / (n (n^2 - 1)), d = 0, 1, -1, 0: 1 - 12/60
    CHECK(short_side_set::spearman({1, 2, 3, 4}, {1, 3, 2, 4}) == Approx(0.8));
}
