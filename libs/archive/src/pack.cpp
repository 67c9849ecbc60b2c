// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <set>

#include "archive/packed_job.hpp"
#include "files/job_file.hpp"
#include "files/photos.hpp"
#include "pictures.hpp"
#include "viscous/store.hpp"
#include "zip_file.hpp"

namespace euryth::archive {

namespace fs = std::filesystem;

namespace {

/// Names of the plain files in a folder and below it, relative to the job's own; links are left out.
void takeFolder(const fs::path& folder, const fs::path& home, std::set<std::string>& names)
{
    std::error_code code;
    for (fs::recursive_directory_iterator at(folder, code), end; !code && at != end; at.increment(code)) {
        if (at->is_regular_file(code) && !at->is_symlink(code))
            names.insert(at->path().lexically_relative(home).generic_string());
    }
}

/// A source for one entry: its file, or a text that takes its place.
zip_source_t* sourceOf(zip_t* zip, const fs::path& file, const std::string* instead)
{
    return instead ? zip_source_buffer(zip, instead->data(), instead->size(), 0)
                   : zip_source_file(zip, file.c_str(), 0, -1);
}

void follow(zip_t* zip, const Progress& progress)
{
    // libzip tells of progress and asks whether to stop in calls of their own.
    struct Followed {
        Progress tell;
        bool stopped = false;
    };
    auto* followed = new Followed{progress};
    constexpr double step = 0.01;
    zip_register_progress_callback_with_state(
        zip, step,
        [](zip_t*, double share, void* state) {
            auto* of = static_cast<Followed*>(state);
            of->stopped = of->stopped || !of->tell(share);
        },
        [](void* state) { delete static_cast<Followed*>(state); }, followed);
    zip_register_cancel_callback_with_state(
        zip, [](zip_t*, void* state) { return static_cast<Followed*>(state)->stopped ? 1 : 0; }, nullptr, followed);
}

/// `job` stands in for the job's own file where it is not empty.
tl::expected<void, Phrase> write(const fs::path& to, const fs::path& home, const std::set<std::string>& names,
                                 const std::string& jobName, const std::string& job, const Progress& progress)
{
    std::string why;
    Zip zip = openZip(to, ZIP_CREATE | ZIP_TRUNCATE, why);
    if (!zip)
        return tl::unexpected(say("archive.no-write", {{"file", to.string()}, {"why", why}}));
    for (const std::string& name : names) {
        zip_source_t* source = sourceOf(zip.get(), home / name, name == jobName && !job.empty() ? &job : nullptr);
        if (!source || zip_file_add(zip.get(), name.c_str(), source, ZIP_FL_ENC_UTF_8) < 0) {
            why = zip_strerror(zip.get());
            if (source)
                zip_source_free(source);
            return tl::unexpected(say("archive.no-write", {{"file", (home / name).string()}, {"why", why}}));
        }
    }
    if (progress)
        follow(zip.get(), progress);
    if (zip_close(zip.get()) != 0) {
        if (zip_error_code_zip(zip_get_error(zip.get())) == ZIP_ER_CANCELLED)
            return tl::unexpected(say("archive.stopped"));
        return tl::unexpected(say("archive.no-write", {{"file", to.string()}, {"why", zip_strerror(zip.get())}}));
    }
    static_cast<void>(zip.release());  // closed
    return {};
}

}  // namespace

tl::expected<std::vector<std::string>, Phrase> pack(const fs::path& job, const fs::path& to, const PackWish& wish)
{
    const auto loaded = files::loadJob(job);
    if (!loaded)
        return tl::unexpected(loaded.error().lines().front());
    if (!job.filename().string().ends_with(files::kJobSuffix))
        return tl::unexpected(say("archive.no-job-name", {{"file", job.string()}}));
    const fs::path home = job.parent_path().empty() ? fs::path(".") : job.parent_path();
    std::set<std::string> names{job.filename().string()};
    takeFolder(files::photoFolder(job), home, names);
    takeFolder(viscous::runFolder(job), home, names);
    for (const std::string& picture : picturesOf(*loaded)) {
        std::error_code code;
        if (staysInside(picture) && fs::is_regular_file(home / picture, code))
            names.insert(picture);
    }
    std::string without;
    if (!wish.withCustomer) {
        job::Job stranger = *loaded;
        stranger.work.customer = {};
        without = files::jobText(stranger);
    }
    fs::path beside = to;
    beside += ".part";
    if (auto written = write(beside, home, names, job.filename().string(), without, wish.progress); !written) {
        std::error_code ignored;
        fs::remove(beside, ignored);
        return tl::unexpected(written.error());
    }
    std::error_code code;
    fs::rename(beside, to, code);
    if (code)
        return tl::unexpected(say("archive.no-write", {{"file", to.string()}, {"why", code.message()}}));
    return std::vector<std::string>(names.begin(), names.end());
}

}  // namespace euryth::archive
