// SPDX-License-Identifier: GPL-3.0-or-later
// A job packed and unpacked gives the same bytes; what an archive must not be is refused, and nothing of it stays.
#include <catch2/catch.hpp>

#include <algorithm>
#include <fstream>
#include <iterator>

#include <sys/stat.h>
#include <zip.h>

#include "archive/packed_job.hpp"
#include "files/job_file.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/told.hpp"

using namespace euryth;
using namespace euryth::archive;
namespace fs = std::filesystem;

namespace {

void put(const fs::path& path, const std::string& content)
{
    fs::create_directories(path.parent_path());
    std::ofstream(path, std::ios::binary) << content;
}

std::string contentOf(const fs::path& path)
{
    std::ifstream in(path, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

/// A job in a folder, with two photos, one of them of a finding and elsewhere, a run, and a backup.
fs::path jobIn(const fs::path& folder)
{
    job::Job job = demoJob();
    job.ports[0].photos = {{"head.photos/window.jpg", "as it came", {}}};
    job.ports[0].pins[0].photo = "telephone/streak.jpg";
    const fs::path path = folder / "head.euryth.json";
    put(path, files::jobText(job));
    put(folder / "head.photos/window.jpg", std::string("\xff\xd8 picture \0 bytes", 18));
    put(folder / "telephone/streak.jpg", "streak");
    put(folder / "telephone/other.jpg", "somebody else's");
    put(folder / "head.runs/I1.run", std::string(50000, 'r'));
    put(folder / "head.backups/old.json", "{}");
    return path;
}

struct Made {
    std::string name;
    std::string content;
    zip_uint32_t mode = S_IFREG | 0644;
};

/// An archive of one's own making.
fs::path zipOf(const fs::path& path, const std::vector<Made>& entries)
{
    int code = 0;
    zip_t* zip = zip_open(path.c_str(), ZIP_CREATE | ZIP_TRUNCATE, &code);
    REQUIRE(zip);
    for (const Made& made : entries) {
        zip_source_t* source = zip_source_buffer(zip, made.content.data(), made.content.size(), 0);
        const auto index = zip_file_add(zip, made.name.c_str(), source, ZIP_FL_ENC_UTF_8);
        REQUIRE(index >= 0);
        zip_file_set_external_attributes(zip, static_cast<zip_uint64_t>(index), 0, ZIP_OPSYS_UNIX, made.mode << 16);
    }
    REQUIRE(zip_close(zip) == 0);
    return path;
}

std::string refusal(const fs::path& packed, const fs::path& folder, const Limits& limits = {})
{
    const auto unpacked = unpack(packed, folder, limits);
    REQUIRE_FALSE(unpacked);
    CHECK_FALSE(fs::exists(folder));  // nothing of it stays
    return told(unpacked.error());
}

}  // namespace

TEST_CASE("a job packed and unpacked is the same to the byte, with its photos and runs and without its backups")
{
    const TempFolder folder;
    const fs::path job = jobIn(folder.path() / "here");
    const fs::path packed = folder.path() / "head.euryth.zip";
    const auto names = pack(job, packed);
    REQUIRE(names);
    CHECK(*names == std::vector<std::string>{"head.euryth.json", "head.photos/window.jpg", "head.runs/I1.run",
                                             "telephone/streak.jpg"});
    CHECK(fs::file_size(packed) < 50000);
    const auto there = unpack(packed, folder.path() / "there");
    REQUIRE(there);
    CHECK(there->filename() == "head.euryth.json");
    for (const std::string& name : *names)
        CHECK(contentOf(folder.path() / "there" / name) == contentOf(folder.path() / "here" / name));
    CHECK(std::distance(fs::directory_iterator(folder.path() / "there"), {}) == 4);
    CHECK(files::loadJob(*there));
    // Packed again it replaces the old one; unpacked again nothing is written over.
    REQUIRE(pack(job, packed));
    const auto again = unpack(packed, folder.path() / "there");
    REQUIRE_FALSE(again);
    CHECK(told(again.error()).find("there already") != std::string::npos);
    CHECK(std::distance(fs::directory_iterator(folder.path() / "there"), {}) == 4);
}

TEST_CASE("what cannot be packed is told, and a link is not followed")
{
    const TempFolder folder;
    const fs::path job = jobIn(folder.path() / "here");
    fs::create_symlink("/etc/passwd", folder.path() / "here/head.photos/link.jpg");
    const auto names = pack(job, folder.path() / "x.euryth.zip");
    REQUIRE(names);
    CHECK(names->size() == 4);
    CHECK_FALSE(pack(folder.path() / "none.euryth.json", folder.path() / "y.zip"));
    CHECK_FALSE(pack(job, folder.path() / "missing" / "y.zip"));
    CHECK_FALSE(fs::exists(folder.path() / "missing"));
    put(folder.path() / "here/odd.json", contentOf(job));
    CHECK_FALSE(pack(folder.path() / "here/odd.json", folder.path() / "y.zip"));
    put(job, "{");
    CHECK_FALSE(pack(job, folder.path() / "y.zip"));
    CHECK_FALSE(fs::exists(folder.path() / "y.zip"));
}

TEST_CASE("hostile archives are refused whole: paths that climb, links, bombs, strangers, doubles")
{
    const TempFolder folder;
    const std::string job = files::jobText(demoJob());
    const fs::path zip = folder.path() / "x.euryth.zip";
    const fs::path to = folder.path() / "there";
    const Made good{"head.euryth.json", job};
    for (const char* name : {"../evil", "head.photos/../../evil", "/etc/evil", "C:evil", "head.photos\\evil",
                             "head.photos/./evil", "head.photos//evil"}) {
        CAPTURE(name);
        CHECK(refusal(zipOf(zip, {good, {name, "x"}}), to).find("outside") != std::string::npos);
        CHECK_FALSE(fs::exists(folder.path() / "evil"));
    }
    CHECK(refusal(zipOf(zip, {good, {"head.photos/link", "/etc/passwd", S_IFLNK | 0777}}), to).find("link") !=
          std::string::npos);
    CHECK(refusal(zipOf(zip, {good, {"autorun.sh", "rm"}}), to).find("does not belong") != std::string::npos);
    CHECK(refusal(zipOf(zip, {good, {"other.euryth.json", job}}), to).find("more than one") != std::string::npos);
    CHECK(refusal(zipOf(zip, {{"head.photos/a.jpg", "x"}}), to).find("no job") != std::string::npos);
    CHECK(refusal(zipOf(zip, {{"head.euryth.json", "{}"}}), to).find("no job without errors") != std::string::npos);
    const Made bomb{"head.runs/bomb", std::string(20'000'000, '0')};
    CHECK(refusal(zipOf(zip, {good, bomb}), to).find("swells") != std::string::npos);
    Limits tight;
    tight.bytes = 1000;
    CHECK(refusal(zipOf(zip, {good}), to, tight).find("more room") != std::string::npos);
    tight.entries = 1;
    CHECK(refusal(zipOf(zip, {good, {"head.photos/a.jpg", "x"}}), to, tight).find("more files") != std::string::npos);
    put(zip, "PK and nothing");
    CHECK(refusal(zip, to).find("cannot be opened") != std::string::npos);
    CHECK(refusal(folder.path() / "none.zip", to).find("cannot be opened") != std::string::npos);
}

TEST_CASE("a damaged archive leaves nothing behind, and one with folders of their own is fine")
{
    const TempFolder folder;
    const std::string job = files::jobText(demoJob());
    const fs::path zip = folder.path() / "x.euryth.zip";
    const fs::path to = folder.path() / "there";
    zipOf(zip, {{"head.euryth.json", job}, {"head.photos/a.jpg", std::string(4000, 'a') + "b"}});
    std::string bytes = contentOf(zip);
    const auto at = bytes.find("head.photos/a.jpg") + 20;  // in what is packed of it
    bytes[at] = static_cast<char>(bytes[at] ^ 0x55);
    put(zip, bytes);
    const auto broken = unpack(zip, to);
    CHECK_FALSE(broken);
    CHECK_FALSE(fs::exists(to));
    zipOf(zip, {{"head.photos/", "", S_IFDIR | 0755}, {"head.photos/a.jpg", "x"}, {"head.euryth.json", job}});
    CHECK(unpack(zip, to));
    CHECK(contentOf(to / "head.photos/a.jpg") == "x");
}
