// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <sys/wait.h>
#include <unistd.h>

#include <array>
#include <fstream>
#include <sstream>

#include "files/job_file.hpp"
#include "files/left_behind.hpp"
#include "files/migrate.hpp"
#include "files/photos.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using namespace euryth::files;

namespace {

std::string contentOf(const std::filesystem::path& path)
{
    std::ifstream in(path, std::ios::binary);
    std::ostringstream out;
    out << in.rdbuf();
    return out.str();
}

/// The number of a process that is gone: of a child that has ended and been waited for.
pid_t endedProcess()
{
    const pid_t child = ::fork();
    if (child == 0)
        ::_exit(0);
    int status = 0;
    ::waitpid(child, &status, 0);
    return child;
}

struct PowerCut {};

}  // namespace

TEST_CASE("whatever step saving is stopped after, the file is the old one or the new one whole")
{
    for (const auto last :
         {SaveStep::Opened, SaveStep::Written, SaveStep::Flushed, SaveStep::BackedUp, SaveStep::Renamed}) {
        const TempFolder folder;
        const auto path = folder.path() / "job.euryth.json";
        REQUIRE(saveText(path, "old"));
        Phrase trouble;
        CHECK_THROWS_AS(saveWithBackup(path, "new and longer", trouble,
                                       [&](SaveStep step) {
                                           if (step == last)
                                               throw PowerCut{};
                                       }),
                        PowerCut);
        CHECK(contentOf(path) == (last == SaveStep::Renamed ? "new and longer" : "old"));
        // The next save works as if nothing had happened.
        REQUIRE(saveWithBackup(path, "newest", trouble));
        CHECK(contentOf(path) == "newest");
        CHECK(trouble.empty());
    }
}

TEST_CASE("the last saves are kept, newest first, and no more than agreed")
{
    const TempFolder folder;
    const auto path = folder.path() / "job.euryth.json";
    Phrase trouble;
    for (int i = 0; i < 12; ++i)
        REQUIRE(saveWithBackup(path, "version " + std::to_string(i), trouble));
    const auto backups = backupsOf(path);
    REQUIRE(backups.size() == kBackups);
    CHECK(contentOf(backups.front()) == "version 10");
    CHECK(contentOf(backups.back()) == "version 3");
    REQUIRE(saveWithBackup(path, "version 11", trouble));  // the same again is no new version
    CHECK(contentOf(backupsOf(path).front()) == "version 10");
    CHECK(backupFolder(path).filename() == "job.backups");
}

TEST_CASE("a backup that cannot be made does not stop the saving, and is told")
{
    const TempFolder folder;
    const auto path = folder.path() / "job.euryth.json";
    Phrase trouble;
    REQUIRE(saveWithBackup(path, "old", trouble));
    std::ofstream(backupFolder(path)) << "a file where the folder should be";
    REQUIRE(saveWithBackup(path, "new", trouble));
    CHECK(contentOf(path) == "new");
    CHECK(trouble.id() == "file.no-backup");
}

TEST_CASE("the job file of the first version opens as it did")
{
    const auto job = loadJob(std::string(EURYTH_TEST_DATA) + "/versions/version-1-first.euryth.json");
    REQUIRE(job);
    CHECK(job->ports.size() == 4);
    CHECK(job->ports[0].stations.size() == 13);
    CHECK(inMm(job->ports[0].stations[4].section.shape.width) == Approx(30.8));
    CHECK(job->ports[0].probes.size() == 3);
    // Written again it is the same file: nothing was lost on the way.
    CHECK(jobText(*job) == contentOf(std::string(EURYTH_TEST_DATA) + "/versions/version-1-first.euryth.json"));
}

TEST_CASE("migration walks from version to version, notes what changed in meaning, and stops at a gap")
{
    using Json = nlohmann::ordered_json;
    const std::map<int, Migration> steps{
        {1, [](Json& root, std::vector<std::string>&) { root["b"] = root["a"].get<int>() * 2; }},
        {2, [](Json& root, std::vector<std::string>& notes) {
             root["c"] = root["b"].get<int>() + 1;
             notes.push_back("c is new");
         }}};
    Json root{{"version", 1}, {"a", 20}};
    std::vector<std::string> notes;
    migrate(root, 3, steps, notes);
    CHECK(root["version"] == 3);
    CHECK(root["c"] == 41);
    CHECK(notes == std::vector<std::string>{"c is new"});
    CHECK_THROWS_AS(migrate(root, 5, steps, notes), std::invalid_argument);
    Json present{{"version", kJobVersion}};
    migrate(present, kJobVersion, migrations(), notes);
    CHECK(present["version"] == kJobVersion);
}

TEST_CASE("a photo is copied beside the job, once, and another of the same name does not replace it")
{
    const TempFolder folder;
    const auto job = folder.path() / "my job.euryth.json";
    const auto elsewhere = folder.path() / "camera";
    std::filesystem::create_directories(elsewhere / "two");
    std::ofstream(elsewhere / "window.jpg") << "first";
    std::ofstream(elsewhere / "two" / "window.jpg") << "second";
    CHECK(takePhoto(job, elsewhere / "window.jpg") == std::string("my job.photos/window.jpg"));
    CHECK(takePhoto(job, elsewhere / "two" / "window.jpg") == std::string("my job.photos/window-2.jpg"));
    CHECK(takePhoto(job, photoFolder(job) / "window.jpg") == std::string("my job.photos/window.jpg"));
    CHECK(contentOf(photoPath(job, "my job.photos/window-2.jpg")) == "second");
    for (const char* outside : {"../secret.jpg", "/etc/passwd", "a/../../b.jpg", ""})
        CHECK(photoPath(job, outside).empty());
    CHECK(takePhoto(job, elsewhere / "none.jpg").error().id() == "file.none");
}

TEST_CASE("what a killed save left beside a file goes with the next save, and what somebody is writing stays")
{
    const TempFolder folder;
    const auto path = folder.path() / "job.euryth.json";
    const pid_t child = endedProcess();
    std::array<char, 256> host{};
    ::gethostname(host.data(), host.size() - 1);
    const std::string prefix = ".job.euryth.json." + std::string(host.data()) + "-";
    const auto dead = folder.path() / (prefix + std::to_string(child) + ".abcdef");
    const auto alive = folder.path() / (prefix + std::to_string(::getppid()) + ".abcdef");
    const auto elsewhere = folder.path() / (".job.euryth.json.otherhost-" + std::to_string(child) + ".abcdef");
    for (const auto& file : {dead, alive, elsewhere})
        std::ofstream(file) << "half";
    REQUIRE(files::saveText(path, "{}"));
    CHECK_FALSE(std::filesystem::exists(dead));
    CHECK(std::filesystem::exists(alive));
    CHECK(std::filesystem::exists(elsewhere));
}

TEST_CASE("what is left behind goes with all that is in it, and only what a process that is gone has left")
{
    const TempFolder folder;
    const std::string gone = std::to_string(endedProcess());
    const auto dead = folder.path() / ("run-" + gone + "-abcdef");
    const std::array kept{folder.path() / ("run-" + std::to_string(::getpid()) + "-abcdef"),
                          folder.path() / ("other-" + gone), folder.path() / "run-notes", folder.path() / "run--1",
                          folder.path() / "run-0"};
    std::filesystem::create_directories(dead / "constant");
    std::ofstream(dead / "constant" / "points") << "half";
    for (const auto& each : kept)
        std::filesystem::create_directories(each);
    removeLeftBehind(folder.path(), "run-");
    CHECK_FALSE(std::filesystem::exists(dead));
    for (const auto& each : kept) {
        CAPTURE(each.string());
        CHECK(std::filesystem::exists(each));
    }
    removeLeftBehind(folder.path() / "nowhere", "run-");  // says nothing, does nothing
}
