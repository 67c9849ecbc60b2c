// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/job_file.hpp"
#include "job/shop.hpp"

/// A shop's file: people, days off, templates, order of the jobs. It lies in the folder of its jobs.
namespace euryth::files {

inline constexpr std::string_view kShopFormat = "euryth-shop";
inline constexpr int kShopVersion = 1;
inline constexpr std::string_view kShopName = "shop.euryth-shop.json";

/// Refused whole with all its errors, like a job.
tl::expected<job::Shop, ReadError> parseShop(std::string_view text);
tl::expected<job::Shop, ReadError> loadShop(const std::filesystem::path& path);
std::string shopText(const job::Shop& shop);

}  // namespace euryth::files
