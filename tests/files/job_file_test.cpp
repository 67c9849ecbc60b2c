// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <sys/stat.h>
#include <fstream>

#include "files/job_file.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
namespace fs = std::filesystem;

namespace {

std::string contentOf(const fs::path& path)
{
    std::ifstream in(path, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

}  // namespace

TEST_CASE("reading and writing the demo gives the same bytes, once and twice")
{
    const std::string text = contentOf(EURYTH_DEMO_JOB);
    const std::string once = files::jobText(demoJob());
    CHECK(once == text);
    CHECK(files::jobText(*files::parseJob(once)) == once);
    CHECK(*files::parseJob(once) == demoJob());
}

TEST_CASE("unknown keys survive at every level, with their order and numbers")
{
    const std::string text = R"({
  "format": "euryth-job",
  "version": 1,
  "colour": "red",
  "engine": {"bore_mm": 94, "cam": {"intake": {"duration_deg": 280, "lobe": 3}, "sides": [1, 2.50]}},
  "bench": {"air": {"smell": "oil"}},
  "house": {"throat_percent": {"racing": [90, 93]}},
  "ports": [{"id": "I1", "side": "intake", "branches": [{"id": "a"}], "valve": {"seat": [{"angle_deg": 45, "by": "hand"}]},
    "stations": [{"s_mm": 0, "note": {"deep": [true, null]},
      "section": {"shape": "rounded-rectangle", "width_mm": 30, "height_mm": 30, "taper": 1,
        "corner_mm": {"roof_left": 1, "roof_right": 1, "floor_right": 1, "floor_left": 1, "fifth": 9}},
      "plan": {"area_mm2": null, "who": "me"}}],
    "probes": [{"id": "P1", "readings": [{"u": 0, "v": 0, "wobble": 2}]}]}]
})";
    const auto job = files::parseJob(text);
    REQUIRE(job);
    const std::string saved = files::jobText(*job);
    for (const char* key : {"colour", "lobe", "sides", "2.5", "smell", "racing", "branches", "\"by\"", "deep", "taper",
                            "fifth", "who", "wobble"}) {
        CAPTURE(key);
        CHECK(saved.find(key) != std::string::npos);
    }
    CHECK(files::jobText(*files::parseJob(saved)) == saved);
}

TEST_CASE("what is not known is null or absent, and stays unknown")
{
    const auto job = files::parseJob(R"({"format": "euryth-job", "version": 1, "engine": {"bore_mm": null},
        "ports": [{"id": "E1", "side": "exhaust"}]})");
    REQUIRE(job);
    CHECK_FALSE(job->engine.bore);
    CHECK_FALSE(job->ports[0].valve.throat);
    CHECK_FALSE(job->bench.depression);
    CHECK(job->ports[0].side == job::Side::Exhaust);
    const std::string saved = files::jobText(*job);
    for (const char* key : {"\"engine\"", "\"bench\"", "\"valve\"", "\"stations\""})
        CHECK(saved.find(key) == std::string::npos);
}

TEST_CASE("a name in any script, with quotes, is written and read")
{
    job::Job job = demoJob();
    job.title = "Zweizylinder \"Ünïcode\" 二気筒 \\ \n line";
    CHECK(files::parseJob(files::jobText(job))->title == job.title);
}

TEST_CASE("saving replaces the file whole, in a folder with a space in its name")
{
    const TempFolder folder;
    const fs::path path = folder.path() / "job one.euryth.json";
    REQUIRE(files::saveText(path, "old"));
    REQUIRE(::chmod(path.c_str(), 0640) == 0);
    REQUIRE(files::saveText(path, files::jobText(demoJob())));
    CHECK(*files::loadJob(path) == demoJob());
    CHECK((fs::status(path).permissions() & fs::perms::mask) == fs::perms(0640));
    CHECK(std::distance(fs::directory_iterator(folder.path()), {}) == 1);  // nothing is left beside it
}

TEST_CASE("saving through a link writes the file and keeps the link")
{
    const TempFolder folder;
    REQUIRE(files::saveText(folder.path() / "real", "old"));
    fs::create_symlink(folder.path() / "real", folder.path() / "link");
    REQUIRE(files::saveText(folder.path() / "link", "new"));
    CHECK(fs::is_symlink(folder.path() / "link"));
    CHECK(contentOf(folder.path() / "real") == "new");
}

TEST_CASE("a save that cannot be is told, and the old file stays")
{
    const TempFolder folder;
    const auto nowhere = files::saveText(folder.path() / "missing" / "job.json", "x");
    REQUIRE_FALSE(nowhere);
    CHECK(nowhere.error().id() == "file.no-write-beside");
    fs::create_directory(folder.path() / "taken");
    CHECK_FALSE(files::saveText(folder.path() / "taken", "x"));
    CHECK(fs::is_directory(folder.path() / "taken"));
    CHECK(std::distance(fs::directory_iterator(folder.path()), {}) == 1);
}

TEST_CASE("everything a survey can hold comes back equal, and is written the same way twice")
{
    job::Job job = demoJob();
    job.gauge = {lengthFromMm(10), lengthFromMm(10.2), {}};
    job.castings = {{"A", "aluminium", lengthFromMm(12), "first", {}},
                    {"B", "cast iron", {}, {}, {{"colour", "\"red\""}}}};
    job.chambers = {{1, volumeFromCc(41.5), "2026-02-03T10:00:00Z", "before", {}}, {2, std::nullopt, {}, {}, {}}};
    job.engine.gasketBore = lengthFromMm(96);
    job.engine.pistonDish = volumeFromCc(-4.5);
    job::Port& port = job.ports[0];
    port.casting = "A";
    port.runner.turn = angleFromDegrees(74);
    port.manifold = {lengthFromMm(37), lengthFromMm(33), lengthFromMm(12), lengthFromMm(-0.4), {}, {}};
    port.photos = {{"sidecar-photos/window.jpg", "as it came", {}}};
    port.valve.runOut = lengthFromMm(0.02);
    port.stations[1].stem = {lengthFromMm(7), lengthFromMm(20), {}};
    port.stations[2].section.kind = job::SectionKind::Outline;
    port.stations[2].section.points = {{0.016, 0.015}, {-0.0165, 0.016}, {-0.015, -0.017}, {0.0171, -0.0163}};
    port.stations[3].section.kind = job::SectionKind::AreaOnly;
    port.stations[3].section.area = areaFromMm2(951.25);
    port.stations[4].section.sectioned = {lengthFromMm(13.6), lengthFromMm(14), lengthFromMm(3.2), {}, {}, {}, {}};
    port.stations[5].boss = {lengthFromMm(9), lengthFromMm(4), lengthFromMm(6), lengthFromMm(11), lengthFromMm(12), {}};
    port.stations[5].unrepairable[2] = true;
    port.stations[5].behind.at[0] = job::Neighbour::Bore;
    port.stations[5].coreShift = {lengthFromMm(-0.4), lengthFromMm(0.2), lengthFromMm(4.5), {}};
    port.guide = {lengthFromMm(60), lengthFromMm(90), lengthFromMm(5), lengthFromMm(11), {{"later", "2"}}};
    port.reach = job::Reach::Short;
    port.valve.boreSide = job::Across::Right;
    port.planEnd.fin = lengthFromMm(5);
    port.planEnd.bias = lengthFromMm(0.5);
    job.house.wallRules = {{"iron", job::WallPlace::CommonWall, lengthFromMm(1.5), job::ThinWall::Fill, {}}, {}};
    job.house.guideMetal = lengthFromMm(1.5);
    job.house.finWidth = lengthFromMm(5);
    job::Port branch = job.ports[1];
    branch.stations.clear();
    branch.probes.clear();
    branch.id = "I1/a";
    branch.parent = "I1";
    branch.side = port.side;
    branch.cylinder = port.cylinder;
    branch.casting = port.casting;
    branch.material = port.material;
    branch.unknown = {{"later", "[1]"}};
    job.ports.insert(job.ports.begin() + 1, branch);
    REQUIRE(job::check(job).empty());
    const std::string text = files::jobText(job);
    const auto back = files::parseJob(text);
    REQUIRE(back);
    // Units of the file may cost the last bit of a number once; then it stays.
    CHECK(files::jobText(*back) == text);
    CHECK(*files::parseJob(files::jobText(*back)) == *back);
    CHECK(back->ports[1].id == "I1/a");
    CHECK(back->ports[1].parent == "I1");
    CHECK(back->ports[0].stations[2].section.points.size() == 4);
    CHECK(back->ports[2].id == job.ports[2].id);
    CHECK(text.find("\"branches\": [") != std::string::npos);
}

TEST_CASE("everything that is proved comes back equal, and lists without end are refused")
{
    job::Job job = demoJob();
    job.engine.wantedChamber = volumeFromCc(43.5);
    job.chambers = {{1, volumeFromCc(44), "2026-02-01", "after skim", {}}};
    job.house.alikeFlow = 0.015;
    job.house.alikeChamber = volumeFromCc(0.3);
    job.house.runOutLimit = lengthFromMm(0.04);
    job.house.liftStep = lengthFromMm(1.27);
    job.benches[1].pairs = {{"2026-01-16", "main", job::Side::Exhaust, 1.04, 0.012, 6, {}}};
    job::Port& port = job.ports[0];
    job::FlowTest& test = port.flow.emplace_back();
    test.id = "F1";
    test.instrument = "bench 7";
    test.motion = job::Motion::Tumble;
    test.temperature = temperatureFromCelsius(27);
    test.pressure = absolutePressureFromPa(99000);
    test.humidity = 0.4;
    test.setup.valve = "test valve";
    test.points.emplace_back().lift = lengthFromMm(2);
    test.points[0].swirlTorque = Torque::fromSi(-0.012);
    port.promises = {{"2026-02-01", "F1", {{lengthFromMm(2), VolumeFlow::fromSi(0.02), {}}}, {{"later", "1"}}}};
    port.leakTests = {
        {"2026-02-02", "vacuum", PressureDifference::fromSi(60000), 30.0, job::Tight::Leaks, "low", true, {}}};
    REQUIRE(job::check(job).empty());
    const std::string text = files::jobText(job);
    const auto back = files::parseJob(text);
    REQUIRE(back);
    CHECK(files::jobText(*back) == text);
    const job::Port& read = back->ports[0];
    CHECK(read.leakTests == port.leakTests);
    CHECK(read.promises[0].from == "F1");
    CHECK(read.promises[0].unknown.size() == 1);
    CHECK(read.promises[0].lifts[0].flow.si() == Approx(0.02));
    CHECK(read.flow[0].motion == job::Motion::Tumble);
    CHECK(read.flow[0].instrument == "bench 7");
    CHECK(read.flow[0].setup.valve == "test valve");
    CHECK(inCelsius(*read.flow[0].temperature) == Approx(27));
    CHECK(read.flow[0].points[0].swirlTorque->si() == Approx(-0.012));
    CHECK(back->benches[1].pairs[0].side == job::Side::Exhaust);
    CHECK(*back->benches[1].pairs[0].lifts == 6);
    CHECK(back->chambers[0].state == "after skim");
    CHECK(inCc(*back->engine.wantedChamber) == Approx(43.5));
    CHECK(back->house.alikeFlow == Approx(0.015));
    CHECK(inMm(back->house.liftStep) == Approx(1.27));

    const auto refused = [&](const std::string& place) {
        return std::ranges::any_of(job::check(job), [&](const job::Problem& p) { return p.place == place; });
    };
    port.flow.resize(201);
    CHECK(refused("ports/I1/flow"));
    port.leakTests.resize(201);
    CHECK(refused("ports/I1/leak_tests"));
    port.promises.resize(201);
    CHECK(refused("ports/I1/flow_promises"));
    job.chambers.resize(2001);
    CHECK(refused("chambers"));
    job.benches[1].pairs.resize(2001, job.benches[1].pairs[0]);
    CHECK(refused("benches/the neighbour's/pairs"));
}
