// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <algorithm>

#include "analysis/port_analysis.hpp"
#include "geometry/long_section.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;

TEST_CASE("a planned bowl is in the planned areas and in the findings along them")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    for (job::Station& station : port.stations) {
        for (auto& wall : station.wall.at)
            wall = lengthFromMm(12);
        station.plan.clear();
    }
    port.probes.clear();
    port.planEnd = {};
    job.house.greatestCut = lengthFromMm(8);
    const PortAnalysis before = analyse(job, port);
    const std::size_t bowl = *before.places.bowl;
    port.planEnd.bowl = lengthFromMm(47);
    const PortAnalysis after = analyse(job, port);
    CHECK(*after.plan[bowl] > *before.plan[bowl] * 1.1);
    // By how much the bowl bulges over both sides: more than as it is.
    const auto bulge = [&](const PortAnalysis& a) {
        const auto found =
            std::ranges::find(a.planFindings, geometry::FindingKind::SmallBigSmall, &geometry::Finding::kind);
        REQUIRE(found != a.planFindings.end());
        CHECK(found->s == port.stations[bowl].s);
        return found->magnitude;
    };
    CHECK(bulge(after) > bulge(before) + 0.05);
}

TEST_CASE("the short side's top comes down no further than the house lets it, whatever a hand settles")
{
    using geometry::index;
    using geometry::Sector;
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    for (job::Station& station : port.stations)
        station.wall.at.fill(lengthFromMm(12));
    port.probes.clear();
    port.planEnd = {};
    job.house.greatestCut = lengthFromMm(8);
    for (job::Station& station : port.stations)
        station.cut.at[index(Sector::Floor)] = lengthFromMm(2);
    const auto apexOf = [](const PortAnalysis& a) {  // the highest floor of the turn, by the places alone
        std::optional<std::size_t> apex;
        const auto height = [&](std::size_t i) {
            return geometry::sideCut(a.poses[i], geometry::boxOf(a.sections[i]).height).floor.z;
        };
        for (std::size_t i = 0; i < a.poses.size(); ++i) {
            const bool turns = a.cutProblem->stations[i].part == cutting::Part::Turn;
            if (turns && (!apex || height(i) > height(*apex)))
                apex = i;
        }
        REQUIRE(apex);
        return *apex;
    };
    const auto cutThere = [&](double lowering) {
        job.house.apexLowering = lengthFromMm(lowering);
        const PortAnalysis a = analyse(job, port);
        const std::size_t apex = apexOf(a);
        const auto bound = depthBound(a.cutProblem->stations[apex], Sector::Floor, a.cutProblem->limits);
        CHECK(bound.hold == (lowering > 0.0 ? cutting::Hold::None : cutting::Hold::Apex));
        return inMm(a.cut->depths[apex][index(Sector::Floor)]);
    };
    CHECK(cutThere(8) == Approx(2.0));
    CHECK(cutThere(1) == Approx(1.0));
    CHECK(cutThere(0) == Approx(0.0));
}

TEST_CASE("an exhaust's analysis hangs on the chambers, a common exhaust's on its branches' valves")
{
    const job::Job job = jobOrThrow(EURYTH_DEMO_SINGLE);
    const auto same = [&](const char* id, auto change) {
        job::Job after = job;
        change(after);
        const std::size_t i = *job::findPort(job, id);
        return sameAnalysis(job, job.ports[i], after, after.ports[i]);
    };
    const auto chamber = [](job::Job& j) { j.chambers[0].volume = volumeFromCc(40); };
    CHECK_FALSE(same("E1/a", chamber));
    CHECK(same("I1/a", chamber));
    const auto valve = [](job::Job& j) { j.ports[*job::findPort(j, "E1/b")].valve.throat = lengthFromMm(24); };
    CHECK_FALSE(same("E1", valve));
    CHECK(same("I1", valve));
    // And the wanted area is another one, so that what is kept would be stale.
    job::Job other = job;
    chamber(other);
    const std::size_t i = *job::findPort(job, "E1/a");
    CHECK(analyse(other, other.ports[i]).wantedArea->si() !=
          Approx(analyse(job, job.ports[i]).wantedArea->si()).epsilon(1e-6));
}

TEST_CASE("a planned width over the turn goes into the corners, leaves the floor and fades before and behind the turn")
{
    job::Job job = demoJob();
    job::Port& port = job.ports[0];
    for (job::Station& station : port.stations) {
        station.wall.at.fill(lengthFromMm(12));
        station.boss = {};
        station.plan = {};
    }
    port.probes.clear();
    port.planEnd = {};
    job.house.greatestCut = lengthFromMm(8);
    const PortAnalysis before = analyse(job, port);
    const std::size_t over = *before.places.shortSide;
    const geometry::Box now = geometry::boxOf(before.sections[over]);
    port.planEnd.apexWidth = now.width + lengthFromMm(6);
    const PortAnalysis after = analyse(job, port);
    REQUIRE(after.planned[over]);
    using geometry::index;
    using geometry::Sector;
    const auto& growth = after.planned[over]->growth;
    CHECK(inMm(growth[index(Sector::Left)]) == Approx(3).margin(0.05));
    CHECK(inMm(growth[index(Sector::Right)]) == Approx(3).margin(0.05));
    CHECK(inMm(growth[index(Sector::FloorLeft)]) > 1.4);  // its radius grows with its sides, as a burr leaves it
    CHECK(inMm(growth[index(Sector::Floor)]) == Approx(0).margin(0.05));
    const geometry::Box planned = geometry::boxOf(after.planned[over]->section);
    CHECK(inMm(planned.width) == Approx(inMm(now.width) + 6).margin(0.1));
    CHECK(inMm(planned.height) == Approx(inMm(now.height)).margin(0.1));
    CHECK(*after.plan[over] > *before.plan[over]);
    // At the window nothing is asked for.
    CHECK(inMm(geometry::boxOf(after.planned[0]->section).width) ==
          Approx(inMm(geometry::boxOf(before.planned[0]->section).width)).margin(1e-6));
    // A width that is there asks for nothing.
    port.planEnd.apexWidth = now.width - lengthFromMm(1);
    CHECK(*analyse(job, port).plan[over] == *before.plan[over]);
}
