// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "imports/flow_import.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::imports;

namespace {

constexpr units::DisplayUnits kMetric{units::System::Metric, '.'};
constexpr units::DisplayUnits kInch{units::System::Inch, '.'};

FlowImport read(const std::string& text, const units::DisplayUnits& usual = kMetric)
{
    const auto rows = splitTable(text);
    return readFlows(rows, guessFlowColumns(rows), guessFlowUnits(rows, usual));
}

std::string trouble(const std::string& text)
{
    const auto import = read(text);
    REQUIRE_FALSE(import.troubles.empty());
    return told(import.troubles.front().phrase());
}

}  // namespace

TEST_CASE("a flow table: columns and units by their headings, empty cells unknown")
{
    const auto import = read("lift (in),CFM,note,swirl rpm\n0.100,40.5,x,120\n0.200,84,,\n0.300,,,300\n");
    REQUIRE(import.troubles.empty());
    REQUIRE(import.points.size() == 3);
    CHECK(import.firstRow == 1);
    CHECK(inMm(*import.points[0].lift) == Approx(2.54));
    CHECK(import.points[0].flow->si() == Approx(40.5 * 0.0004719474));
    CHECK(inRpm(*import.points[0].swirl) == Approx(120));
    CHECK_FALSE(import.points[1].swirl);
    CHECK_FALSE(import.points[2].flow);
    CHECK_FALSE(import.points[2].depression);
}

TEST_CASE("a flow table without headings is lift and flow in the units on screen, and cells may have their own")
{
    const auto metric = read("2;20\n4;38,5\n6;55\n");
    REQUIRE(metric.troubles.empty());
    CHECK(inMm(*metric.points[1].lift) == Approx(4));
    CHECK(metric.points[0].flow->si() == Approx(0.020));
    const auto inch = read("0.1,40\n0.2,80\n", kInch);
    CHECK(inch.points[1].flow->si() == Approx(80 * 0.0004719474));
    const auto own = read("2,42cfm\n4,38 l/s\n");
    REQUIRE(own.troubles.empty());
    CHECK(own.points[0].flow->si() == Approx(42 * 0.0004719474));
    CHECK(own.points[1].flow->si() == Approx(0.038));
    // Lifts in millimetres and flows in CFM, as a bench may write them.
    const auto mixed = read("lift mm,flow CFM,depression\n2,42,28inH2O\n");
    REQUIRE(mixed.troubles.empty());
    CHECK(inMm(*mixed.points[0].lift) == Approx(2));
    CHECK(mixed.points[0].flow->si() == Approx(42 * 0.0004719474));
    CHECK(mixed.points[0].depression->si() == Approx(6974.49).epsilon(1e-5));
}

TEST_CASE("what a flow table cannot be is told with its place")
{
    CHECK(trouble("2,20\n4,many\n").find("row 2, column B") != std::string::npos);
    CHECK(trouble("2,20\n4,-38\n").find("row 2, column B") != std::string::npos);
    CHECK(trouble("2,20\n,38\n").find("a lift is missing") != std::string::npos);
    CHECK(trouble("4,20\n2,38\n").find("under that of the row before") != std::string::npos);
    CHECK(trouble("2,20\n600,38\n").find("row 2, column A") != std::string::npos);
    CHECK(trouble("").find("no row") != std::string::npos);
    CHECK(trouble("lift,flow\n").find("no row") != std::string::npos);
    std::string endless;
    for (int i = 0; i < 3000; ++i)
        endless += "1,20\n";
    CHECK(trouble(endless).find("2000") != std::string::npos);
    // One lift read several times is none.
    CHECK(read("2,20\n2,20.1\n2,19.9\n").troubles.empty());
}
