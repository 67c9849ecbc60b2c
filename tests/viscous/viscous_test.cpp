// SPDX-License-Identifier: GPL-3.0-or-later
// The viscous run: the case's files, the solver's lines, a run that goes wrong in each way, and the result read back.
#include <catch2/catch.hpp>

#include <cmath>
#include <fstream>
#include <map>

#include <sys/stat.h>

#include "exports/flow_case.hpp"
#include "field/mesh.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"
#include "viscous/result.hpp"
#include "viscous/store.hpp"

using namespace euryth;
using namespace euryth::analysis;
using namespace euryth::port_field;

namespace {

constexpr VolumeFlow kFlow = VolumeFlow::fromSi(0.08);

VirtualPort demoPort()
{
    const job::Job job = demoJob();
    return *virtualPort(*shapeOf(job.ports[0], analyse(job, job.ports[0])), field::Fineness{4, 3, 16}).value;
}

std::filesystem::path caseIn(const TempFolder& folder)
{
    const auto path = folder.path() / "port.case";
    const air::AirState room{temperatureFromCelsius(20), absolutePressureFromPa(100000), 0.4};
    REQUIRE(exports::writeCase(path, exports::viscousCase(demoPort(), kFlow, room)));
    return path;
}

/// A program that says and does what a solver would, so that each way of going wrong can be had at will.
std::string standIn(const TempFolder& folder, const std::string& script)
{
    const auto path = folder.path() / "solver";
    std::ofstream(path) << "#!/bin/sh\n" << script;
    REQUIRE(chmod(path.c_str(), 0755) == 0);
    return path.string();
}

std::string problemOf(const TempFolder& folder, const std::string& script)
{
    viscous::RunOptions options;
    options.folder = caseIn(folder);
    options.programs.solver = standIn(folder, script);
    options.limit = std::chrono::seconds(1);
    const auto result = viscous::run(options);
    return result ? std::string() : told(result.error().why);
}

bool says(const std::string& text, const char* part) { return text.find(part) != std::string::npos; }

}  // namespace

TEST_CASE("a case has everything that the solver reads")
{
    const VirtualPort port = demoPort();
    const air::AirState room{temperatureFromCelsius(20), absolutePressureFromPa(100000), 0.4};
    std::map<std::string, std::string> files;
    for (const auto& file : exports::viscousCase(port, kFlow, room, {250, 3}))
        files[file.path] = file.text;
    for (const char* name : {"0/U", "0/p", "0/k", "0/omega", "0/nut", "constant/transportProperties",
                             "constant/turbulenceProperties", "constant/polyMesh/faces", "system/controlDict",
                             "system/fvSchemes", "system/fvSolution", "system/decomposeParDict", "README.txt"})
        CHECK(files.contains(name));
    CHECK(says(files["system/controlDict"], "endTime 250;"));
    const double viscosity = air::viscosity(room.temperature).si() / air::density(room).si();
    const auto at = files["constant/transportProperties"].find("nu ") + 3;
    CHECK(std::stod(files["constant/transportProperties"].substr(at)) == Approx(viscosity).epsilon(1e-5));
    CHECK(says(files["0/U"], "window { type fixedValue"));
    CHECK(says(files["0/U"], "windowSides { type slip"));
    CHECK(says(files["0/U"], "wall { type noSlip"));
    CHECK(says(files["0/nut"], "nutkWallFunction"));
    // It starts from our own field: the list has one vector for each open cell.
    const auto open = port.mesh().openCells();
    CHECK(says(files["0/U"], ("List<vector>\n" + std::to_string(open) + "\n(").c_str()));
}

TEST_CASE("a case that cannot be written says where")
{
    CHECK(says(told(exports::writeCase("/proc/nowhere", {{"a/b", "text"}}).error()), "/proc/nowhere"));
}

TEST_CASE("the solver's lines become steps with residuals")
{
    viscous::ProgressReader reader;
    CHECK_FALSE(reader.read("Time = 7"));
    CHECK_FALSE(reader.read(
        "smoothSolver:  Solving for Ux, Initial residual = 0.0017, Final residual = 5.7e-05, No Iterations 2"));
    CHECK_FALSE(reader.read(
        "smoothSolver:  Solving for Uy, Initial residual = 0.0045, Final residual = 1.6e-04, No Iterations 2"));
    CHECK_FALSE(
        reader.read("GAMG:  Solving for p, Initial residual = 0.012, Final residual = 1.4e-04, No Iterations 2"));
    CHECK_FALSE(
        reader.read("smoothSolver:  Solving for k, Initial residual = 0.9, Final residual = 1e-4, No Iterations 1"));
    const auto step = reader.read("ExecutionTime = 14.78 s  ClockTime = 29 s");
    REQUIRE(step);
    CHECK(step->step == 7);
    CHECK(step->velocity == Approx(0.0045));
    CHECK(step->pressure == Approx(0.012));
    CHECK_FALSE(reader.read("End"));
    CHECK_FALSE(reader.read("Initial residual = x"));
}

TEST_CASE("a run tells its steps, and keeps what it said")
{
    const TempFolder folder;
    viscous::RunOptions options;
    options.folder = caseIn(folder);
    options.programs.solver =
        standIn(folder,
                "test -n \"$WM_PROJECT_DIR\" || exit 9\n"
                "for i in 1 2 3; do echo \"Time = $i\"; echo 'x:  Solving for Ux, Initial residual = "
                "0.5, Final'; echo 'ExecutionTime = 1 s'; done\necho End\n");
    std::vector<int> steps;
    options.progress = [&](const viscous::Progress& p) { steps.push_back(p.step); };
    const auto result = viscous::run(options);
    REQUIRE(result);
    CHECK(result->step == 3);
    CHECK(steps == std::vector<int>{1, 2, 3});
    std::ifstream log(options.folder / "log");
    const std::string text{std::istreambuf_iterator<char>(log), {}};
    CHECK(says(text, "Time = 3\n"));
}

TEST_CASE("each way of going wrong has its own words")
{
    const TempFolder folder;
    CHECK(says(problemOf(folder, "echo 'Time = 1'\necho '--> FOAM FATAL ERROR: odd'\nexit 1\n"),
               "FOAM FATAL ERROR: odd"));
    CHECK(says(problemOf(folder, "echo '#1 Foam::sigFpe::sigHandler(int)'\nexit 136\n"), "diverged"));
    CHECK(says(problemOf(folder, "echo 'write: No space left on device'\nexit 1\n"), "disk is full"));
    CHECK(says(problemOf(folder, "kill -9 $$\n"), "ended from outside"));
    CHECK(says(problemOf(folder, "sleep 30\n"), "time limit of 1 s"));
    CHECK(says(problemOf(folder, "exit 0\n"), "did nothing"));
    viscous::RunOptions options;
    options.folder = caseIn(folder);
    options.programs.solver = "euryth-no-such-solver";
    CHECK(viscous::run(options).error().why.id() == "run.not-installed");
    options.folder = folder.path();
    CHECK(viscous::run(options).error().why.id() == "run.no-case");
}

TEST_CASE("a run can be stopped, and takes what it has begun with it")
{
    const TempFolder folder;
    viscous::RunOptions options;
    options.folder = caseIn(folder);
    options.programs.solver = standIn(folder, "echo 'Time = 1'\necho 'ExecutionTime = 1 s'\nsleep 60 &\nwait\n");
    std::stop_source stop;
    options.stop = stop.get_token();
    options.progress = [&](const viscous::Progress&) { stop.request_stop(); };
    const auto begun = std::chrono::steady_clock::now();
    CHECK(viscous::run(options).error().stopped);
    CHECK(std::chrono::steady_clock::now() - begun < std::chrono::seconds(20));
}

TEST_CASE("a package that is too old, and residuals that are no numbers, are told at once")
{
    const TempFolder folder;
    CHECK(says(problemOf(folder, "echo 'Build  : OPENFOAM=1706 patch=0'\nsleep 30\n"), "too old (1706)"));
    CHECK(problemOf(folder, "echo 'Build  : OPENFOAM=1912 patch=200626'\necho 'Time = 1'\necho 'ExecutionTime = 1 s'\n")
              .empty());
    CHECK(says(problemOf(folder,
                         "echo 'Time = 4'\necho 'x:  Solving for Ux, Initial residual = nan, Final'\n"
                         "echo 'ExecutionTime = 1 s'\nsleep 30\n"),
               "diverged (its residuals are no numbers any more at step 4"));
    CHECK(says(problemOf(folder, "head -c 300000 /dev/urandom\nexit 3\n"), "ended with code 3"));
}

TEST_CASE("on several cores the case is split, run and joined, in this order and each by its program")
{
    const TempFolder folder;
    viscous::RunOptions options;
    options.folder = caseIn(folder);
    options.cores = 3;
    const std::string program =
        standIn(folder, "echo \"$0 $*\" >> told\necho 'Time = 1'\necho 'ExecutionTime = 1 s'\n");
    for (const char* name : {"split", "launch", "join"})
        std::filesystem::copy(program, folder.path() / name);
    options.programs = {"solve", folder.path() / "split", folder.path() / "launch", folder.path() / "join"};
    REQUIRE(viscous::run(options));
    std::ifstream told(options.folder / "told");
    std::vector<std::string> lines;
    for (std::string line; std::getline(told, line);)
        lines.push_back(line);
    REQUIRE(lines.size() == 3);
    CHECK(lines[0].ends_with("split -force"));
    CHECK(lines[1].ends_with("launch --oversubscribe -np 3 solve -parallel"));
    CHECK(lines[2].ends_with("join -latestTime"));
    options.programs.launch = "euryth-no-such-launcher";
    CHECK(says(euryth::units::render(viscous::run(options).error().why, {}), "openmpi-bin"));
}
