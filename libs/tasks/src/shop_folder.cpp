// SPDX-License-Identifier: GPL-3.0-or-later
#include "tasks/shop_folder.hpp"

#include <algorithm>

#include "files/shop_file.hpp"

namespace euryth::tasks {

namespace fs = std::filesystem;

namespace {

Phrase firstOf(const files::ReadError& error)
{
    const auto lines = error.lines();
    return lines.size() > 1 ? say("shop.first-of", {{"line", lines.front()}, {"more", count(lines.size() - 1)}})
                            : lines.front();
}

}  // namespace

tl::expected<job::Shop, Phrase> loadShop(const fs::path& folder)
{
    const fs::path file = folder / files::kShopName;
    std::error_code code;
    if (!fs::exists(file, code))
        return job::Shop{};
    auto shop = files::loadShop(file);
    if (!shop)
        return tl::unexpected(firstOf(shop.error()));
    return std::move(*shop);
}

tl::expected<void, Phrase> saveShop(const fs::path& folder, const job::Shop& shop)
{
    return files::saveText(folder / files::kShopName, files::shopText(shop));
}

tl::expected<std::vector<std::string>, Phrase> jobFiles(const fs::path& folder)
{
    std::vector<std::string> names;
    std::error_code code;
    fs::directory_iterator entries(folder, code);
    if (code)
        return tl::unexpected(say("shop.no-folder", {{"folder", folder.string()}, {"why", code.message()}}));
    for (; entries != fs::directory_iterator(); entries.increment(code)) {
        if (code)
            return tl::unexpected(say("shop.no-folder", {{"folder", folder.string()}, {"why", code.message()}}));
        const std::string name = entries->path().filename().string();
        if (name.ends_with(files::kJobSuffix) && !name.starts_with('.') && !entries->is_directory(code))
            names.push_back(name);
    }
    std::ranges::sort(names);
    return names;
}

tl::expected<work::Card, Phrase> readCard(const fs::path& folder, const std::string& file)
{
    const auto job = files::loadJob(folder / file);
    if (!job)
        return tl::unexpected(firstOf(job.error()));
    return work::Card{file, work::condensed(*job)};
}

tl::expected<ShopJobs, Phrase> readShop(const fs::path& folder)
{
    const auto names = jobFiles(folder);
    if (!names)
        return tl::unexpected(names.error());
    ShopJobs jobs;
    for (const std::string& name : *names) {
        auto card = readCard(folder, name);
        if (card)
            jobs.cards.push_back(std::move(*card));
        else
            jobs.unreadable.push_back({name, card.error()});
    }
    return jobs;
}

}  // namespace euryth::tasks
