// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/job_file.hpp"
#include "json_reader.hpp"

namespace euryth::files {

/// The text of a file, or why it cannot be had.
tl::expected<std::string, ReadError> readWhole(const std::filesystem::path& path);

/// Syntax, nesting and keys that stand twice are checked.
tl::expected<Json, ReadError> parseJson(std::string_view text);

/// Format and version come before anything else is looked at. `what` says what the format is, for the message.
std::optional<job::Problem> versionProblem(const Json& root, std::string_view format, int newest,
                                           std::string_view what);

}  // namespace euryth::files
