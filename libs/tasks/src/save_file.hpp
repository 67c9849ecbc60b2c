// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/job_file.hpp"
#include "tasks/export_port.hpp"

namespace euryth::tasks {

/// Writes a file whole or not at all.
inline tl::expected<void, Error> saveFile(const std::filesystem::path& path, std::string_view text)
{
    return files::saveText(path, text).map_error([](const Phrase& why) { return Error{Error::Kind::File, why}; });
}

}  // namespace euryth::tasks
