// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <array>
#include <fstream>
#include <functional>
#include <set>

#include <sys/stat.h>

#include "archive/packed_job.hpp"
#include "files/job_file.hpp"
#include "files/photos.hpp"
#include "pictures.hpp"
#include "viscous/store.hpp"
#include "zip_file.hpp"

namespace euryth::archive {

namespace fs = std::filesystem;

namespace {

/// A folder for what is not whole yet, beside where it shall lie; it goes with all that is left in it.
class Workbench {
public:
    explicit Workbench(const fs::path& folder)
    {
        std::string name = (folder / ".unpacking-XXXXXX").string();
        if (mkdtemp(name.data()))
            m_path = name;
    }
    Workbench(const Workbench&) = delete;
    Workbench& operator=(const Workbench&) = delete;
    ~Workbench()
    {
        std::error_code ignored;
        if (!m_path.empty())
            fs::remove_all(m_path, ignored);
    }
    [[nodiscard]] const fs::path& path() const { return m_path; }

private:
    fs::path m_path;
};

struct Entry {
    zip_uint64_t index = 0;
    std::string name;
    std::uintmax_t size = 0;
};

class Unpacking {
public:
    Unpacking(const fs::path& packed, const Limits& limits, const Progress& progress)
        : m_packed(packed),
          m_limits(limits),
          m_progress(progress)
    {
    }

    tl::expected<fs::path, Phrase> into(const fs::path& folder)
    {
        if (auto opened = open(); !opened)
            return tl::unexpected(opened.error());
        std::error_code code;
        const bool made = fs::create_directories(folder, code);
        auto placed = place(folder);
        if (!placed && made)
            fs::remove(folder, code);  // empty again
        return placed;
    }

private:
    [[nodiscard]] tl::unexpected<Phrase> refused(std::string_view why, std::string name = {}) const
    {
        return tl::unexpected(
            say("archive.refused", {{"file", m_packed.string()}, {"why", say(why, {{"name", std::move(name)}})}}));
    }

    tl::expected<void, Phrase> open()
    {
        std::string why;
        m_zip = openZip(m_packed, ZIP_RDONLY, why);
        if (!m_zip)
            return tl::unexpected(say("archive.no-archive", {{"file", m_packed.string()}, {"why", why}}));
        const zip_int64_t count = zip_get_num_entries(m_zip.get(), 0);
        if (count < 0 || static_cast<std::uintmax_t>(count) > m_limits.entries)
            return refused("archive.too-many");
        std::uintmax_t total = 0;
        std::set<std::string> seen;
        for (zip_uint64_t i = 0; i < static_cast<zip_uint64_t>(count); ++i) {
            if (auto taken = takeEntry(i, seen, total); !taken)
                return taken;
        }
        m_all = std::max<std::uintmax_t>(total, 1);
        return m_job.name.empty() ? refused("archive.no-job") : tl::expected<void, Phrase>();
    }

    /// What an entry says of itself; its bytes are looked at later.
    tl::expected<void, Phrase> takeEntry(zip_uint64_t i, std::set<std::string>& seen, std::uintmax_t& total)
    {
        zip_stat_t stat;
        zip_stat_init(&stat);
        constexpr zip_uint64_t wanted = ZIP_STAT_NAME | ZIP_STAT_SIZE | ZIP_STAT_COMP_SIZE;
        if (zip_stat_index(m_zip.get(), i, 0, &stat) != 0 || (stat.valid & wanted) != wanted)
            return refused("archive.broken");
        Entry entry{i, stat.name, stat.size};
        if (entry.name.ends_with('/') && stat.size == 0)
            return {};  // a folder: it comes with its files
        if (!staysInside(entry.name))
            return refused("archive.outside", entry.name);
        if (!seen.insert(entry.name).second)
            return refused("archive.twice", entry.name);
        zip_uint8_t system = 0;
        zip_uint32_t attributes = 0;
        constexpr int modeBits = 16;
        if (zip_file_get_external_attributes(m_zip.get(), i, 0, &system, &attributes) == 0 &&
            system == ZIP_OPSYS_UNIX && (attributes >> modeBits) != 0 && !S_ISREG(attributes >> modeBits))
            return refused("archive.link", entry.name);
        if (stat.size > m_limits.swollen && stat.size / m_limits.ratio > stat.comp_size)
            return refused("archive.swells", entry.name);
        total += stat.size;
        if (total > m_limits.bytes)
            return refused("archive.too-large");
        if (entry.name.ends_with(files::kJobSuffix) && entry.name.find('/') == std::string::npos) {
            if (!m_job.name.empty())
                return refused("archive.two-jobs");
            m_job = std::move(entry);
        } else {
            m_rest.push_back(std::move(entry));
        }
        return {};
    }

    tl::expected<fs::path, Phrase> place(const fs::path& folder)
    {
        const Workbench bench(folder);
        if (bench.path().empty())
            return tl::unexpected(say("archive.no-folder", {{"folder", folder.string()}}));
        if (auto done = extract(m_job, bench.path()); !done)
            return tl::unexpected(done.error());
        const auto job = files::loadJob(bench.path() / m_job.name);
        if (!job)
            return refused("archive.bad-job", m_job.name);
        const auto allowed = placesOf(*job);
        for (const Entry& entry : m_rest) {
            if (!allowed(entry.name))
                return refused("archive.strange", entry.name);
            if (auto done = extract(entry, bench.path()); !done)
                return tl::unexpected(done.error());
        }
        return move(bench.path(), folder);
    }

    /// Which names belong to a job.
    [[nodiscard]] std::function<bool(const std::string&)> placesOf(const job::Job& job) const
    {
        const fs::path name(m_job.name);
        return [photos = files::photoFolder(name).generic_string() + "/",
                runs = viscous::runFolder(name).generic_string() + "/",
                pictures = picturesOf(job)](const std::string& entry) {
            return entry.starts_with(photos) || entry.starts_with(runs) || pictures.contains(entry);
        };
    }

    tl::expected<void, Phrase> extract(const Entry& entry, const fs::path& home)
    {
        const fs::path target = home / entry.name;
        std::error_code code;
        fs::create_directories(target.parent_path(), code);
        const ZipEntry file(zip_fopen_index(m_zip.get(), entry.index, 0));
        std::ofstream out(target, std::ios::binary);
        if (!file || !out)
            return refused("archive.broken-entry", entry.name);
        std::array<char, 65536> piece{};
        std::uintmax_t length = 0;
        zip_int64_t got = 0;
        while ((got = zip_fread(file.get(), piece.data(), piece.size())) > 0) {
            length += static_cast<std::uintmax_t>(got);
            if (length > entry.size)
                return refused("archive.swells", entry.name);
            out.write(piece.data(), got);
            m_done += static_cast<std::uintmax_t>(got);
            if (m_progress && !m_progress(static_cast<double>(m_done) / static_cast<double>(m_all)))
                return tl::unexpected(say("archive.stopped"));
        }
        out.flush();
        if (got < 0 || length != entry.size || !out)
            return refused("archive.broken-entry", entry.name);
        return {};
    }

    /// The job last: where it lies, all of it does.
    tl::expected<fs::path, Phrase> move(const fs::path& from, const fs::path& folder)
    {
        std::vector<fs::path> tops;
        for (const auto& top : fs::directory_iterator(from))
            tops.push_back(top.path().filename());
        std::error_code code;
        for (const fs::path& top : tops) {
            if (fs::exists(folder / top, code))
                return tl::unexpected(say("archive.there", {{"file", (folder / top).string()}}));
        }
        std::ranges::stable_sort(tops, {}, [this](const fs::path& top) { return top == m_job.name; });
        for (const fs::path& top : tops) {
            fs::rename(from / top, folder / top, code);
            if (code)
                return tl::unexpected(say("archive.no-folder", {{"folder", folder.string()}}));
        }
        return folder / m_job.name;
    }

    fs::path m_packed;
    Limits m_limits;
    Progress m_progress;
    std::uintmax_t m_all = 1;
    std::uintmax_t m_done = 0;
    Zip m_zip;
    Entry m_job;
    std::vector<Entry> m_rest;
};

}  // namespace

tl::expected<fs::path, Phrase> unpack(const fs::path& packed, const fs::path& folder, const Limits& limits,
                                      const Progress& progress)
{
    return Unpacking(packed, limits, progress).into(folder);
}

}  // namespace euryth::archive
