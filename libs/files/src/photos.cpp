// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/photos.hpp"

#include <algorithm>

#include "files/job_file.hpp"

namespace euryth::files {

namespace fs = std::filesystem;

namespace {

bool sameFile(const fs::path& a, const fs::path& b)
{
    std::error_code code;
    return fs::equivalent(a, b, code) && !code;
}

}  // namespace

fs::path photoFolder(const fs::path& job)
{
    std::string name = job.filename().string();
    if (name.ends_with(kJobSuffix))
        name.resize(name.size() - kJobSuffix.size());
    return job.parent_path() / (name + ".photos");
}

tl::expected<std::string, Phrase> takePhoto(const fs::path& job, const fs::path& picture)
{
    const fs::path folder = photoFolder(job);
    std::error_code code;
    if (!fs::is_regular_file(picture, code))
        return tl::unexpected(say("file.none", {{"file", picture.string()}}));
    fs::create_directories(folder, code);
    fs::path target = folder / picture.filename();
    const std::string stem = picture.stem().string();
    for (int number = 2; fs::exists(target, code) && !sameFile(target, picture); ++number)
        target = folder / (stem + "-" + std::to_string(number) + picture.extension().string());
    if (!fs::exists(target, code)) {
        code.clear();
        fs::copy_file(picture, target, code);
        if (code)
            return tl::unexpected(say("file.no-copy", {{"file", target.string()}, {"why", code.message()}}));
    }
    return (folder.filename() / target.filename()).generic_string();
}

fs::path photoPath(const fs::path& job, const std::string& name)
{
    const fs::path inside(name);
    const bool climbs = inside.is_absolute() || std::ranges::find(inside, fs::path("..")) != inside.end();
    return climbs || name.empty() ? fs::path() : job.parent_path() / inside;
}

}  // namespace euryth::files
