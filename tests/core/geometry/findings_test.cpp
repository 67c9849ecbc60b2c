// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include "geometry/findings.hpp"
#include "units/format.hpp"

using namespace euryth;
using namespace euryth::geometry;

namespace {

std::vector<Finding> findings(const std::vector<std::pair<double, double>>& sAndArea,
                              AirDirection air = AirDirection::WindowToValve)
{
    std::vector<AreaAt> knots;
    for (const auto& [s, a] : sAndArea)
        knots.push_back({lengthFromMm(s), areaFromMm2(a)});
    return findAlongRunner(AreaCurve(knots), air, {});
}

bool has(const std::vector<Finding>& all, FindingKind kind, double s)
{
    return std::ranges::any_of(all, [&](const Finding& f) { return f.kind == kind && std::abs(inMm(f.s) - s) < 0.01; });
}

}  // namespace

TEST_CASE("a steady or gently narrowing runner has no findings")
{
    CHECK(findings({{0, 1100}, {20, 1080}, {40, 1060}, {60, 1040}}).empty());
}

TEST_CASE("each kind is found where it is")
{
    const auto bulge = findings({{0, 1000}, {30, 1020}, {60, 1100}, {90, 1030}, {120, 1010}});
    CHECK(has(bulge, FindingKind::SmallBigSmall, 60));
    CHECK_FALSE(has(bulge, FindingKind::Pinch, 60));
    const auto pinch = findings({{0, 1000}, {30, 900}, {60, 1000}});
    CHECK(has(pinch, FindingKind::Pinch, 30));
    const auto step = findings({{0, 1000}, {30, 1000}, {32, 1100}, {60, 1100}});
    CHECK(has(step, FindingKind::Step, 32));
    CHECK_FALSE(has(step, FindingKind::FastGrowth, 32));  // a step is told once
    const auto growth = findings({{0, 1000}, {10, 1200}, {20, 1210}});
    CHECK(has(growth, FindingKind::FastGrowth, 10));
}

TEST_CASE("small-big-small has to exceed the house tolerance over both sides")
{
    CHECK_FALSE(has(findings({{0, 1000}, {30, 1025}, {60, 1000}}), FindingKind::SmallBigSmall, 30));
    CHECK(has(findings({{0, 1000}, {30, 1035}, {60, 1000}}), FindingKind::SmallBigSmall, 30));
    CHECK_FALSE(has(findings({{0, 1000}, {30, 1100}, {60, 1090}}), FindingKind::SmallBigSmall, 30));
}

TEST_CASE("growth is judged the way the air goes")
{
    const std::vector<std::pair<double, double>> narrowing{{0, 1300}, {10, 1000}, {20, 990}};
    CHECK_FALSE(has(findings(narrowing), FindingKind::FastGrowth, 0));
    CHECK(has(findings(narrowing, AirDirection::ValveToWindow), FindingKind::FastGrowth, 0));
}

TEST_CASE("neighbouring stretches that grow too fast are one finding, at the worst")
{
    const auto all = findings({{0, 1000}, {10, 1150}, {20, 1400}, {30, 1410}});
    CHECK(std::ranges::count(all, FindingKind::FastGrowth, &Finding::kind) == 1);
    CHECK(has(all, FindingKind::FastGrowth, 20));
}

TEST_CASE("findings speak in the reader's units")
{
    const auto pinch = findings({{0, 1000}, {25.4, 900}, {60, 1000}});
    REQUIRE_FALSE(pinch.empty());
    CHECK(units::render(pinch.front().text, {units::System::Inch, '.'}).find("1.00 in") != std::string::npos);
}
