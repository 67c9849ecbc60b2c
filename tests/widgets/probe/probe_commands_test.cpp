// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include <fstream>

#include <filesystem>

using widgets::CommandId;
namespace command = widgets::command;

TEST_CASE("a probe set is added where the hand is, chosen at its first point, and taken away again")
{
    WindowFixture f;
    const std::size_t before = f.workspace.port()->probes.size();
    f.workspace.chooseStation(6);
    f.trigger(command::AddProbeSet);
    CHECK(f.workspace.stage() == calls::Stage::Probe);
    REQUIRE(f.workspace.port()->probes.size() == before + 1);
    REQUIRE(f.workspace.probe());
    const job::ProbeSet& set = f.workspace.port()->probes[*f.workspace.probe()];
    CHECK(set.stationS == f.workspace.port()->stations[6].s);
    CHECK(set.readings.size() == 9);
    CHECK(f.workspace.point() == std::size_t{0});
    for (const job::Reading& reading : set.readings)
        CHECK_FALSE(reading.speed);
    f.trigger(command::RemoveProbeSet);
    CHECK(f.workspace.port()->probes.size() == before);
    f.trigger(command::Undo);
    f.trigger(command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("without a station or a set the commands of Probe are off")
{
    WindowFixture f;
    f.openOneMeasured();
    f.trigger(command::NextPort);  // not measured
    for (const CommandId id : {command::AddProbeSet, command::RemoveProbeSet, command::FieldToFile})
        CHECK_FALSE(f.window.action(id)->isEnabled());
}

TEST_CASE("the field goes to a file by its ending, and a wrong ending or place is told")
{
    WindowFixture f;
    const TempFolder folder;
    const auto to = [&](const char* name) {
        f.told.clear();
        f.nextPath = QString::fromStdString((folder.path() / name).string());
        f.trigger(command::FieldToFile);
    };
    to("air.stl");
    CHECK(f.told.isEmpty());
    CHECK(std::filesystem::file_size(folder.path() / "air.stl") > 1000);
    CHECK(f.suggested.endsWith(".vtk"));
    to("air.txt");
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(".vtk, .stl or .case"));
    to("none/air.stl");
    REQUIRE(f.told.size() == 1);
    CHECK_FALSE(std::filesystem::exists(folder.path() / "none"));
    f.nextPath.clear();  // taken back
    f.told.clear();
    f.trigger(command::FieldToFile);
    CHECK(f.told.isEmpty());
}

TEST_CASE("each dialog that asks for a file says what for, in plain words")
{
    WindowFixture f;
    const TempFolder folder;
    f.nextPath = QString::fromStdString((folder.path() / "job.euryth.json").string());
    f.trigger(command::SaveJob);
    f.nextPath.clear();
    for (const CommandId id :
         {command::ImportStations, command::OutlineFromFile, command::TraceOutline, command::AddPhoto,
          command::LiftTable, command::HouseFromFile, command::HouseToFile, command::BenchSheets, command::FieldToFile})
        f.trigger(id);
    f.nextSource = QString::fromStdString((folder.path() / "slice.svg").string());
    std::ofstream(folder.path() / "slice.svg") << R"(<svg><rect width="10" height="10"/></svg>)";
    f.trigger(command::OutlineFromFile);  // which asks for the width too
    CHECK(f.titles.size() == 11);
    CHECK(f.titles.contains("Outline of this section"));
    CHECK(f.titles.contains("Photo of this port"));
    for (const QString& title : f.titles) {
        CAPTURE(title.toStdString());
        CHECK(title.size() > 5);
        CHECK_FALSE(title.contains(".window"));
        CHECK_FALSE(title.contains("()"));
        CHECK(title[0].isUpper());
    }
}
