// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include <tl/expected.hpp>

#include "job/shop.hpp"
#include "words/phrase.hpp"
#include "work/queue.hpp"

/// A shop is a folder of job files. The files are the truth; whatever else is known of them can be had again from them.
namespace euryth::tasks {

/// The shop's own file in a folder; an empty shop where there is none yet.
tl::expected<job::Shop, Phrase> loadShop(const std::filesystem::path& folder);
tl::expected<void, Phrase> saveShop(const std::filesystem::path& folder, const job::Shop& shop);

/// The names of the job files in a folder, sorted; folders in it are not looked into.
tl::expected<std::vector<std::string>, Phrase> jobFiles(const std::filesystem::path& folder);

/// A job file that is in no queue, because it cannot be read.
struct Unreadable {
    std::string file;
    Phrase why;
};
struct ShopJobs {
    std::vector<work::Card> cards;
    std::vector<Unreadable> unreadable;
};
/// Reads all job files of a folder.
tl::expected<ShopJobs, Phrase> readShop(const std::filesystem::path& folder);

/// The card of one file, or why it cannot be had.
tl::expected<work::Card, Phrase> readCard(const std::filesystem::path& folder, const std::string& file);

}  // namespace euryth::tasks
