// SPDX-License-Identifier: GPL-3.0-or-later
#include "pictures.hpp"

#include <algorithm>
#include <filesystem>

namespace euryth::archive {

std::set<std::string> picturesOf(const job::Job& job)
{
    std::set<std::string> names;
    for (const job::Port& port : job.ports) {
        for (const job::Photo& photo : port.photos)
            names.insert(photo.file);
        for (const job::Pin& pin : port.pins)
            names.insert(pin.photo);
    }
    for (const job::Picture& picture : job.work.pictures)
        names.insert(picture.file);
    names.erase("");
    return names;
}

bool staysInside(const std::string& name)
{
    constexpr std::size_t longest = 1000;
    if (name.empty() || name.size() > longest || name.find_first_of(std::string("\\:\0", 3)) != std::string::npos)
        return false;
    const std::filesystem::path path(name);
    if (path.is_absolute() || path.has_root_path() || name.ends_with('/') || name.find("//") != std::string::npos)
        return false;
    return std::ranges::none_of(path, [](const auto& part) { return part == ".." || part == "." || part.empty(); });
}

}  // namespace euryth::archive
