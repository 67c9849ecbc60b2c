// SPDX-License-Identifier: GPL-3.0-or-later
// A mirrored port is the same port in a mirror: whatever is worked out of it has to be the same, left and right changed
// over. That holds without any number of ours.
#include <catch2/catch.hpp>

#include <cmath>

#include "analysis/port_analysis.hpp"
#include "job/mirror.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using geometry::index;
using geometry::Sector;

namespace {

constexpr std::array<std::pair<Sector, Sector>, 8> kInMirror{{{Sector::Roof, Sector::Roof},
                                                              {Sector::RoofRight, Sector::RoofLeft},
                                                              {Sector::Right, Sector::Left},
                                                              {Sector::FloorRight, Sector::FloorLeft},
                                                              {Sector::Floor, Sector::Floor},
                                                              {Sector::FloorLeft, Sector::FloorRight},
                                                              {Sector::Left, Sector::Right},
                                                              {Sector::RoofLeft, Sector::RoofRight}}};

struct Both {
    job::Job job;
    std::size_t port;
    job::Port mirrored;
    PortAnalysis present;
    PortAnalysis inMirror;

    Both(job::Job j, std::size_t p) : job(std::move(j)), port(p), mirrored(job.ports[p])
    {
        job::mirror(mirrored);
        present = analyse(job, job.ports[port]);
        inMirror = analyse(job, mirrored);
    }
};

}  // namespace

TEST_CASE("areas, volume, demand and findings of a port are those of its mirror image")
{
    for (const std::size_t port : {std::size_t{0}, std::size_t{2}}) {
        const Both b(port == 0 ? demoJob() : demoFour(), port);
        REQUIRE(b.present.areas);
        REQUIRE(b.inMirror.areas);
        const auto& was = *b.present.areas;
        const auto& is = *b.inMirror.areas;
        CHECK(is.smallest().area.si() == Approx(was.smallest().area.si()));
        CHECK(is.smallest().s == was.smallest().s);
        CHECK(b.inMirror.places.pinch == b.present.places.pinch);
        CHECK(b.inMirror.places.shortSide == b.present.places.shortSide);
        CHECK(b.inMirror.wantedArea.has_value() == b.present.wantedArea.has_value());
        REQUIRE(b.inMirror.plan.size() == b.present.plan.size());
        for (std::size_t i = 0; i < b.present.plan.size(); ++i) {
            REQUIRE(b.inMirror.plan[i].has_value() == b.present.plan[i].has_value());
            if (b.present.plan[i])
                CHECK(b.inMirror.plan[i]->si() == Approx(b.present.plan[i]->si()));
        }
    }
}

TEST_CASE("probe sets read the same in the mirror, and so does the bench")
{
    const Both b(demoJob(), 0);
    REQUIRE(b.present.probes.size() == b.inMirror.probes.size());
    for (std::size_t i = 0; i < b.present.probes.size(); ++i) {
        CAPTURE(i);
        const auto& was = b.present.probes[i];
        const auto& is = b.inMirror.probes[i];
        REQUIRE(was.traverse);
        REQUIRE(is.traverse);
        CHECK(is.station == was.station);
        CHECK(is.traverse->mean.si() == Approx(was.traverse->mean.si()));
        CHECK(is.traverse->flow.si() == Approx(was.traverse->flow.si()));
        REQUIRE(is.flowAgainstBench.has_value() == was.flowAgainstBench.has_value());
        if (was.flowAgainstBench)
            CHECK(*is.flowAgainstBench == Approx(*was.flowAgainstBench));
        const auto before = was.map->beforeWall();
        const auto after = is.map->beforeWall();
        for (const auto& [sector, other] : kInMirror)
            CHECK(after[index(other)].si() == Approx(before[index(sector)].si()));
    }
}

TEST_CASE("the cut plan of the mirror image is the cut plan in the mirror")
{
    const Both b(demoJob(), 0);
    REQUIRE(b.present.cut);
    REQUIRE(b.inMirror.cut);
    const auto& was = *b.present.cut;
    const auto& is = *b.inMirror.cut;
    CHECK((is.after.volume - is.before.volume).si() ==
          Approx((was.after.volume - was.before.volume).si()).epsilon(0.01));
    REQUIRE(is.depths.size() == was.depths.size());
    // The optimiser ends within its tolerance, from another way round.
    constexpr double tolerance = 0.06e-3;
    for (std::size_t i = 0; i < was.depths.size(); ++i) {
        for (const auto& [sector, other] : kInMirror) {
            CAPTURE(i, index(sector));
            CHECK(std::abs(is.depths[i][index(other)].si() - was.depths[i][index(sector)].si()) < tolerance);
        }
    }
}

TEST_CASE("where metal has to stay is the same in the mirror")
{
    const Both b(demoJob(), 0);
    REQUIRE(b.present.cutProblem);
    REQUIRE(b.inMirror.cutProblem);
    const auto& was = *b.present.cutProblem;
    const auto& is = *b.inMirror.cutProblem;
    REQUIRE(was.stations.size() == is.stations.size());
    for (std::size_t i = 0; i < was.stations.size(); ++i) {
        for (const auto& [sector, other] : kInMirror) {
            CAPTURE(i, index(sector));
            const auto before = cutting::depthBound(was.stations[i], sector, was.limits);
            const auto after = cutting::depthBound(is.stations[i], other, is.limits);
            CHECK(after.hold == before.hold);
            CHECK(after.greatest.si() == Approx(before.greatest.si()));
        }
    }
}
