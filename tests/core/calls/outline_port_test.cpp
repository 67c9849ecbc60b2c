// SPDX-License-Identifier: GPL-3.0-or-later
// A port of traced sections goes through the whole job like one measured by calipers.
#include <catch2/catch.hpp>

#include "calls/calls.hpp"
#include "geometry/wall_contour.hpp"
#include "support/demo.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::calls;

namespace {

/// The demo port with every section traced by many points in place of its rounded rectangle.
job::Job tracedDemo()
{
    job::Job job = demoJob();
    for (job::Station& station : job.ports[0].stations) {
        constexpr std::size_t corners = 160;
        station.section.points = geometry::WallContour(geometry::Section(station.section.shape)).outline(corners);
        station.section.kind = job::SectionKind::Outline;
    }
    return job;
}

}  // namespace

TEST_CASE("areas, volume and findings are those of the measured port")
{
    const job::Job measured = demoJob();
    const job::Job traced = tracedDemo();
    const auto a = analyse(measured, measured.ports[0]);
    const auto b = analyse(traced, traced.ports[0]);
    CHECK(b.areas->volume().si() == Approx(a.areas->volume().si()).epsilon(1e-3));
    CHECK(b.areas->smallest().s == a.areas->smallest().s);
    REQUIRE(b.findings.size() == a.findings.size());
    for (std::size_t i = 0; i < a.findings.size(); ++i)
        CHECK(b.findings[i].kind == a.findings[i].kind);
    CHECK(b.places.pinch == a.places.pinch);
    CHECK(b.places.shortSide == a.places.shortSide);
}

TEST_CASE("probe sets read the same in a traced section")
{
    const job::Job measured = demoJob();
    const job::Job traced = tracedDemo();
    const auto a = analyse(measured, measured.ports[0]);
    const auto b = analyse(traced, traced.ports[0]);
    for (std::size_t i = 0; i < a.probes.size(); ++i) {
        REQUIRE(b.probes[i].traverse);
        CHECK(b.probes[i].traverse->mean.si() == Approx(a.probes[i].traverse->mean.si()).epsilon(1e-3));
        CHECK(b.probes[i].traverse->flow.si() == Approx(a.probes[i].traverse->flow.si()).epsilon(1e-3));
        const auto before = a.probes[i].map->beforeWall();
        const auto after = b.probes[i].map->beforeWall();
        for (const geometry::Sector s : geometry::kSectors)
            CHECK(after[geometry::index(s)].si() == Approx(before[geometry::index(s)].si()).epsilon(0.02));
    }
    CHECK(chokePoint(traced.ports[0], b)->probe == chokePoint(measured.ports[0], a)->probe);
}

TEST_CASE("the cuts of a traced port keep every wall, and come near those of the measured one")
{
    const job::Job measured = demoJob();
    const job::Job traced = tracedDemo();
    const auto a = analyse(measured, measured.ports[0]);
    const auto b = analyse(traced, traced.ports[0]);
    REQUIRE(b.cut);
    CHECK(b.cut->converged);
    CHECK((b.cut->after.volume - b.cut->before.volume).si() ==
          Approx((a.cut->after.volume - a.cut->before.volume).si()).epsilon(0.05));
    for (std::size_t i = 0; i < b.cut->depths.size(); ++i) {
        for (const geometry::Sector s : geometry::kSectors) {
            const auto bound = cutting::depthBound(b.cutProblem->stations[i], s, b.cutProblem->limits);
            CHECK(b.cut->depths[i][geometry::index(s)] <= bound.greatest);
        }
    }
    // The thin wall at the pinch stays untouched.
    CHECK(b.cut->depths[4][geometry::index(geometry::Sector::Right)].si() == 0);
}

TEST_CASE("a mirrored outline has its numbers left and right changed over")
{
    const job::Job traced = tracedDemo();
    geometry::Outline lopsided{{{0.02, 0.015}, {-0.012, 0.015}, {-0.012, -0.015}, {0.015, -0.015}}};
    const geometry::WallContour a{geometry::Section(lopsided)};
    const geometry::WallContour b{geometry::Section(geometry::mirrored(lopsided))};
    using geometry::Sector;
    CHECK(a.length().si() == Approx(b.length().si()));
    const auto sharesA = a.areaShares();
    const auto sharesB = b.areaShares();
    CHECK(sharesA[geometry::index(Sector::Left)] == Approx(sharesB[geometry::index(Sector::Right)]).epsilon(0.03));
    CHECK(sharesA[geometry::index(Sector::Roof)] == Approx(sharesB[geometry::index(Sector::Roof)]).epsilon(0.03));
    const auto formA = a.cutForm();
    const auto formB = b.cutForm();
    geometry::PerSector<Length> all;
    all.fill(lengthFromMm(1));
    CHECK(formA.areaAdded(all).si() == Approx(formB.areaAdded(all).si()));
}
