// SPDX-License-Identifier: GPL-3.0-or-later
// What walls have to give: by place, material and neighbour, on a curve, and by drawing and core shift.
#include <catch2/catch.hpp>

#include <cmath>

#include "analysis/port_analysis.hpp"

using namespace euryth;
using namespace euryth::analysis;
using geometry::index;
using geometry::Sector;

namespace {

constexpr double kStep = 10.0;    // mm between stations
constexpr double kRadius = 40.0;  // mm of the turn's middle line

/// Five stations straight, then seven that turn down by a quarter, round sections 30 mm wide, walls 5 mm.
job::Job bentJob()
{
    job::Job job;
    job::Port& port = job.ports.emplace_back();
    port.id = "I1";
    port.material = "Aluminium";
    const Length r = lengthFromMm(15);
    for (int i = 0; i < 12; ++i) {
        const double angle = i <= 4 ? 0.0 : std::min(1.5, (i - 4) * kStep / kRadius);
        const double along = i <= 4 ? 0.0 : angle;
        job::Station station;
        station.s = lengthFromMm(kStep * i);
        station.section.shape = {r * 2.0, r * 2.0, {r, r, r, r}};
        station.pose.x = lengthFromMm(std::min(i, 4) * kStep + kRadius * std::sin(along));
        station.pose.y = Length{};
        station.pose.z = lengthFromMm(-kRadius * (1.0 - std::cos(along)));
        station.pose.pitch = Angle::fromSi(-angle);
        station.pose.yaw = Angle{};
        station.wall.at.fill(lengthFromMm(5));
        port.stations.push_back(std::move(station));
    }
    return job;
}

WallRoom roomAt(const job::Job& job, std::size_t station, Sector sector)
{
    return measure(job, job.ports[0]).walls[station][index(sector)];
}

}  // namespace

TEST_CASE("what a curve takes off a wall: the sagitta of the roof's arc, and nothing off the short side")
{
    const job::Job job = bentJob();
    // The roof runs on a radius of 40 + 15 mm; between two stations it turns by 10/40.
    const double angle = kStep / kRadius;
    const double exact = (kRadius + 15.0) * (1.0 - std::cos(angle / 2.0));
    CHECK(inMm(roomAt(job, 7, Sector::Roof).curve) == Approx(exact).epsilon(0.02));
    CHECK(roomAt(job, 7, Sector::Floor).curve == Length{});
    CHECK(inMm(roomAt(job, 7, Sector::Left).curve) == Approx(0).margin(0.01));
    CHECK(roomAt(job, 2, Sector::Roof).curve == Length{});
    CHECK(inMm(*roomAt(job, 7, Sector::Roof).spare()) == Approx(5.0 - 2.0 - 0.1 - exact).epsilon(0.01));
    job::Job laid = job;
    for (job::Station& station : laid.ports[0].stations)
        station.pose = {};
    CHECK(roomAt(laid, 7, Sector::Roof).curve == Length{});  // where nothing is known of its places
}

TEST_CASE("the wall to keep goes by material and place, the rule that names more wins, then the later one")
{
    job::Job job = bentJob();
    job.house.wallRules = {{"iron", {}, lengthFromMm(4), {}, {}},
                           {"aluminium", {}, lengthFromMm(2.5), {}, {}},
                           {"", job::WallPlace::Turn, lengthFromMm(2.8), {}, {}},
                           {"aluminium", job::WallPlace::ShortSide, lengthFromMm(3.2), job::ThinWall::Fill, {}},
                           {"aluminium", job::WallPlace::CommonWall, lengthFromMm(1.5), {}, {}}};
    CHECK(inMm(roomAt(job, 2, Sector::Left).keep) == Approx(2.5));
    CHECK(inMm(roomAt(job, 7, Sector::Roof).keep) == Approx(2.8));
    CHECK(inMm(roomAt(job, 7, Sector::Floor).keep) == Approx(3.2));
    CHECK(roomAt(job, 7, Sector::Floor).thinWall == job::ThinWall::Fill);
    CHECK(roomAt(job, 7, Sector::Roof).thinWall == job.house.thinWall);
    job.ports[0].stations[2].behind.at[index(Sector::Left)] = job::Neighbour::Port;
    CHECK(inMm(roomAt(job, 2, Sector::Left).keep) == Approx(1.5));
    job.ports[0].material = "Iron";
    CHECK(inMm(roomAt(job, 2, Sector::Left).keep) == Approx(4));
    job.house.wallRules.push_back({"iron", {}, lengthFromMm(3.5), {}, {}});
    CHECK(inMm(roomAt(job, 2, Sector::Left).keep) == Approx(3.5));
    // A material that only the casting names.
    job.ports[0].material.clear();
    job.castings.push_back({});
    job.castings[0].id = "A";
    job.castings[0].material = "IRON";
    job.ports[0].casting = "A";
    CHECK(inMm(roomAt(job, 2, Sector::Right).keep) == Approx(3.5));
}

TEST_CASE("what lies behind a wall decides whether a breakthrough could be welded")
{
    job::Job job = bentJob();
    job.house.thinWall = job::ThinWall::Weld;
    using job::Neighbour;
    for (const Neighbour lost : {Neighbour::Water, Neighbour::PushrodTube, Neighbour::Bore}) {
        job.ports[0].stations[2].behind.at[index(Sector::Right)] = lost;
        CHECK(roomAt(job, 2, Sector::Right).keep == job.house.unrepairableLeastWall);
        CHECK(roomAt(job, 2, Sector::Right).thinWall == job::ThinWall::Leave);
    }
    for (const Neighbour reached : {Neighbour::BoltHole, Neighbour::Port, Neighbour::Outside}) {
        job.ports[0].stations[2].behind.at[index(Sector::Right)] = reached;
        CHECK(roomAt(job, 2, Sector::Right).keep == job.house.leastWall);
        CHECK(roomAt(job, 2, Sector::Right).thinWall == job::ThinWall::Weld);
    }
    job.ports[0].stations[2].unrepairable[index(Sector::Right)] = true;
    CHECK(roomAt(job, 2, Sector::Right).keep == job.house.unrepairableLeastWall);
    job.house.wallRules = {{"", {}, lengthFromMm(6), {}, {}}};
    CHECK(inMm(roomAt(job, 2, Sector::Right).keep) == Approx(6));  // a rule may ask for more
}

TEST_CASE("a wall that nobody gauged is the drawing's less the core's shift, with the casting's error")
{
    job::Job job = bentJob();
    job::Station& station = job.ports[0].stations[2];
    station.wall.at.fill(std::nullopt);
    CHECK_FALSE(roomAt(job, 2, Sector::Left).wall);
    CHECK_FALSE(roomAt(job, 2, Sector::Left).spare());
    station.coreShift.drawnWall = lengthFromMm(5);
    station.coreShift.left = lengthFromMm(0.8);
    CHECK(inMm(*roomAt(job, 2, Sector::Left).wall) == Approx(4.2));
    CHECK(inMm(*roomAt(job, 2, Sector::Right).wall) == Approx(5.8));
    CHECK_FALSE(roomAt(job, 2, Sector::Roof).wall);  // by how much it is up is not known
    CHECK_FALSE(roomAt(job, 2, Sector::RoofLeft).wall);
    station.coreShift.up = lengthFromMm(-0.6);
    CHECK(inMm(*roomAt(job, 2, Sector::Roof).wall) == Approx(5.6));
    CHECK(inMm(*roomAt(job, 2, Sector::RoofLeft).wall) == Approx(5.0 - (0.8 - 0.6) / std::sqrt(2.0)));
    CHECK(inMm(*roomAt(job, 2, Sector::FloorLeft).wall) == Approx(5.0 - (0.8 + 0.6) / std::sqrt(2.0)));
    CHECK(roomAt(job, 2, Sector::Left).drawn);
    CHECK(inMm(*roomAt(job, 2, Sector::Left).spare()) == Approx(4.2 - 2.0 - inMm(kCastingError)));
    station.wall.at[index(Sector::Left)] = lengthFromMm(3);
    CHECK(inMm(*roomAt(job, 2, Sector::Left).spare()) == Approx(0.9));  // a gauge says more than a drawing
    CHECK(inMm(*measure(job, job.ports[0]).coreShift) == Approx(0.8 / 12.0));
}
