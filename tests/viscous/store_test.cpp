// SPDX-License-Identifier: GPL-3.0-or-later
// What a run has written, read back; and runs kept beside the job.
#include <catch2/catch.hpp>

#include <cmath>
#include <fstream>

#include <nlohmann/json.hpp>

#include "support/demo.hpp"
#include "support/made_run.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"
#include "viscous/result.hpp"
#include "viscous/store.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;
using viscous::StoredRun;

namespace {

bool says(const std::string& text, const char* part) { return text.find(part) != std::string::npos; }

PortShape demoShape()
{
    const job::Job job = demoJob();
    return *shapeOf(job.ports[0], analyse(job, job.ports[0])).value;
}

StoredRun demoRun() { return madeRun("I1", demoShape(), port_field::Quality::Coarse); }

}  // namespace

TEST_CASE("what a run has written is read back onto the port's mesh")
{
    const TempFolder folder;
    const auto run = demoRun();
    const ViscousAir& air = *run.solved.air;
    const PortMesh& mesh = air.port().mesh();
    CHECK(viscous::readResult(folder.path(), mesh).error().id() == "result.none");
    const std::size_t faces = wallFacesOf(mesh);
    writeResult(folder.path() / "250", air.cells(), faces);
    writeResult(folder.path() / "40", air.cells(), 1);  // an earlier one does not count
    const auto cells = viscous::readResult(folder.path(), mesh);
    REQUIRE(cells);
    REQUIRE(cells->velocity.size() == air.cells().velocity.size());
    for (std::size_t i = 0; i < cells->velocity.size(); i += 501) {
        CHECK(cells->velocity[i].x == Approx(air.cells().velocity[i].x).margin(1e-5));
        CHECK(cells->pressure[i] == Approx(air.cells().pressure[i]).margin(1e-5));
        CHECK(cells->energy[i] == Approx(air.cells().energy[i]).margin(1e-5));
    }
    // The package tells the shear on the air; ours is that on the wall, with the air.
    CHECK(cells->wallShear[3][5]->x == Approx(2.0));

    const auto path = folder.path() / "250";
    const auto problem = [&](const char* file, const std::string& text) {
        writeText(path / file, text);
        const auto result = viscous::readResult(folder.path(), mesh);
        return result ? std::string() : told(result.error());
    };
    CHECK(says(problem("wallShearStress", "wall\n    {\n"), "there is no list"));
    writeResult(path, air.cells(), faces - 1);
    CHECK(says(viscous::readResult(folder.path(), mesh).error(), "run.other-walls"));
    writeResult(path, air.cells(), faces);
    CHECK(says(problem("U", "internalField nonuniform List<vector> 2 ((1 2 3) (1 two 3))"), "vector 2 of 2"));
    CHECK(says(problem("U", "internalField nonuniform List<vector> 2 ((1 2 3) (1 2 3))"), "has 2 cells"));
    CHECK(says(problem("U", "internalField uniform (0 0 0);"), "there is no list"));
    CHECK(says(problem("U", "internalField nonuniform List<vector> x"), "no length"));
    writeResult(path, air.cells(), faces);
    CHECK(says(problem("p", "internalField nonuniform List<scalar> 2 (1 nan)"), "scalar 2 of 2"));
}

TEST_CASE("a run is kept and comes back as it was")
{
    const auto run = demoRun();
    const std::string content = viscous::packed(run);
    CHECK(content.size() < 400'000);
    const auto back = viscous::unpacked(content);
    REQUIRE(back);
    CHECK(back->port == "I1");
    CHECK(back->variant == run.variant);
    CHECK(back->finished == run.finished);
    CHECK(back->solved.quality == port_field::Quality::Coarse);
    CHECK(back->solved.history.size() == run.solved.history.size());
    const ViscousAir& a = *run.solved.air;
    const ViscousAir& b = *back->solved.air;
    CHECK(b.port().shape() == a.port().shape());
    CHECK(b.at().flow == a.at().flow);
    CHECK(b.at().from == a.at().from);
    CHECK(b.lost().si() == Approx(a.lost().si()).epsilon(1e-4));
    CHECK(b.narrowest().flowing == Approx(a.narrowest().flowing));
    CHECK(keyNumbers(b).fastest.si() == Approx(keyNumbers(a).fastest.si()).epsilon(1e-5));
}

TEST_CASE("a kept run that is damaged is refused with a reason")
{
    const std::string content = viscous::packed(demoRun());
    CHECK(viscous::unpacked("").error().id() == "run.no-gzip");
    CHECK(viscous::unpacked(content.substr(0, content.size() / 2)).error().id() == "run.no-gzip");
    CHECK(viscous::unpacked("{\"format\": 1}").error().id() == "run.no-gzip");
    std::string flipped = content;
    flipped[content.size() / 2] = static_cast<char>(flipped[content.size() / 2] ^ 0x10);
    CHECK_FALSE(viscous::unpacked(flipped));
}

TEST_CASE("runs lie beside the job, one for each port, variant and quality")
{
    const TempFolder folder;
    const auto runs = viscous::runFolder(folder.path() / "head one.euryth.json");
    CHECK(runs.filename() == "head one.runs");
    CHECK(viscous::keptRuns(runs).runs.empty());
    auto run = demoRun();
    REQUIRE(viscous::keep(runs, run));
    run.variant = viscous::Variant::AfterCuts;
    REQUIRE(viscous::keep(runs, run));
    run.port = "I/2 \"left\"";
    REQUIRE(viscous::keep(runs, run));
    run.solved.seconds = 99.0;
    REQUIRE(viscous::keep(runs, run));
    writeText(runs / "I9-x-coarse.run", "rubbish");
    writeText(runs / "notes.txt", "not ours");
    const auto kept = viscous::keptRuns(runs);
    CHECK(kept.runs.size() == 3);
    REQUIRE(kept.troubles.size() == 1);
    CHECK(says(told(kept.troubles[0]), "I9-x-coarse.run"));
    CHECK(std::ranges::count_if(kept.runs, [](const StoredRun& r) { return r.solved.seconds == 99.0; }) == 1);
    CHECK(says(told(viscous::keep("/proc/nowhere/x.runs", run).error()), "/proc/nowhere"));
}

TEST_CASE("a run's file with brackets inside each other without end is refused, not followed")
{
    // 20 million arrays of one entry: 20 kB squeezed.
    const std::string deep(20'000'000, '\x81');
    const auto run = viscous::unpacked(viscous::squeezed(deep));
    REQUIRE_FALSE(run);
    CHECK(run.error().id() == "run.broken");
}

TEST_CASE("a run that was kept while variant and flow were texts of the window is read, and replaced by its own")
{
    const TempFolder folder;
    const auto runs = viscous::runFolder(folder.path() / "head.euryth.json");
    const auto run = demoRun();
    // As it was written then.
    auto record = nlohmann::json::from_cbor(viscous::unsqueezed(viscous::packed(run)));
    record["variant"] = "as it is";
    record["flow_from"] = "the flow test's greatest flow";
    record.erase("flow_set");
    const auto bytes = nlohmann::json::to_cbor(record);
    const std::string before = viscous::squeezed({bytes.begin(), bytes.end()});
    const auto read = viscous::unpacked(before);
    REQUIRE(read);
    CHECK(read->variant == viscous::Variant::AsItIs);
    CHECK(read->solved.air->at().from == FlowFrom::Unknown);

    std::filesystem::create_directories(runs);
    std::ofstream(runs / "I1-as_32_it_32_is-coarse.run", std::ios::binary) << before;
    REQUIRE(viscous::keptRuns(runs).runs.size() == 1);
    REQUIRE(viscous::keep(runs, run));
    const auto kept = viscous::keptRuns(runs);
    REQUIRE(kept.runs.size() == 1);  // not the old one beside it
    CHECK(kept.runs[0].solved.air->at().from == FlowFrom::Set);

    record["variant"] = "upside down";
    const auto strange = nlohmann::json::to_cbor(record);
    CHECK(viscous::unpacked(viscous::squeezed({strange.begin(), strange.end()})).error().id() == "run.bad-variant");
}
