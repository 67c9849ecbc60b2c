// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>

#include <tl/expected.hpp>

#include "words/phrase.hpp"

namespace euryth::files {

/// Where the photos of a job lie: "NAME.photos" beside "NAME.euryth.json".
std::filesystem::path photoFolder(const std::filesystem::path& job);

/// Copies a picture into the photo folder of a job and returns its name relative to the job's folder, as the job keeps
/// it. A picture that lies there already is not copied again; a name that is taken by another picture gets a number.
/// Returns what went wrong otherwise.
tl::expected<std::string, Phrase> takePhoto(const std::filesystem::path& job, const std::filesystem::path& picture);

/// The picture's file, from the name that the job keeps; empty for a name that leads out of the job's folder.
std::filesystem::path photoPath(const std::filesystem::path& job, const std::string& name);

}  // namespace euryth::files
