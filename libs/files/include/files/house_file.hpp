// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/job_file.hpp"

/// House rules as files of their own, to be exchanged between jobs and shops.
namespace euryth::files {

inline constexpr std::string_view kHouseFormat = "euryth-house";
inline constexpr int kHouseVersion = 1;
inline constexpr std::string_view kHouseSuffix = ".euryth-house.json";

/// Reads a set of house rules; every rule that the file does not name has its starting value. Refused whole with all
/// its errors, like a job.
tl::expected<job::House, ReadError> parseHouse(std::string_view text);
tl::expected<job::House, ReadError> loadHouse(const std::filesystem::path& path);

/// The canonical text: the same keys as the job's record `house`, after format and version.
std::string houseText(const job::House& house);

}  // namespace euryth::files
