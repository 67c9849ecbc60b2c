// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <fstream>

#include "files/job_file.hpp"
#include "files/shop_file.hpp"
#include "support/temp_folder.hpp"
#include "tasks/export_book.hpp"
#include "tasks/shop_folder.hpp"

using namespace euryth;

namespace {

void write(const std::filesystem::path& path, const std::string& text) { std::ofstream(path) << text; }

std::string jobText(const char* title)
{
    job::Job job;
    job.title = title;
    job.house.name = "h";
    return files::jobText(job);
}

}  // namespace

TEST_CASE("a folder is a shop: its job files, and what cannot be read")
{
    const TempFolder folder;
    write(folder.path() / "b.euryth.json", jobText("b"));
    write(folder.path() / "a.euryth.json", jobText("a"));
    write(folder.path() / "broken.euryth.json", "{");
    write(folder.path() / ".a.euryth.json.tmp.euryth.json", jobText("in the making"));
    write(folder.path() / "notes.txt", "nothing");
    std::filesystem::create_directory(folder.path() / "folder.euryth.json");
    const auto jobs = tasks::readShop(folder.path());
    REQUIRE(jobs);
    REQUIRE(jobs->cards.size() == 2);
    CHECK(jobs->cards[0].file == "a.euryth.json");
    REQUIRE(jobs->unreadable.size() == 1);
    CHECK(jobs->unreadable[0].file == "broken.euryth.json");
    CHECK_FALSE(tasks::readShop(folder.path() / "not there"));
}

TEST_CASE("a shop without a file is an empty one, and one that is broken is told")
{
    const TempFolder folder;
    auto shop = tasks::loadShop(folder.path());
    REQUIRE(shop);
    CHECK(*shop == job::Shop{});
    shop->people.push_back({"Ada", 8.0, {}, {}});
    REQUIRE(tasks::saveShop(folder.path(), *shop));
    CHECK(*tasks::loadShop(folder.path()) == *shop);
    write(folder.path() / files::kShopName, "{\"format\": \"euryth-shop\", \"version\": 1, \"people\": 3}");
    CHECK_FALSE(tasks::loadShop(folder.path()));
}

TEST_CASE("sheets of the book have their endings")
{
    const TempFolder folder;
    job::Job job;
    const job::Shop shop;
    const tasks::BookSubject subject{job, shop, {}, nullptr};
    tasks::BookWish wish;
    wish.path = folder.path() / "x.svg";
    CHECK(tasks::exportBook(subject, wish).error().kind == tasks::Error::Kind::Wish);
    wish.path = folder.path() / "x.csv";
    CHECK(tasks::exportBook(subject, wish).error().kind == tasks::Error::Kind::Wish);
    wish.sheet = paper::BookSheet::Hours;
    CHECK(tasks::exportBook(subject, wish).error().kind == tasks::Error::Kind::Wish);
    CHECK(tasks::exportTable(job, paper::JobTable::Hours, folder.path() / "x.csv"));
    CHECK(tasks::exportTable(job, paper::JobTable::Flow, folder.path() / "x.pdf").error().kind ==
          tasks::Error::Kind::Wish);
    wish.path = folder.path() / "not there" / "x.pdf";
    CHECK(tasks::exportBook(subject, wish).error().kind == tasks::Error::Kind::File);
}
