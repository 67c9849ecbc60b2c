// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <atomic>
#include <fstream>
#include <thread>

#include <QDir>
#include <QFile>
#include <QTest>

#include "app/job_changes.hpp"
#include "app/recovery.hpp"
#include "app/session.hpp"
#include "app/work_edits.hpp"
#include "files/job_file.hpp"
#include "files/shop_file.hpp"
#include "support/demo.hpp"
#include "support/temp_folder.hpp"
#include "support/wait_until.hpp"
#include "work/hours.hpp"
#include "work/operations.hpp"

using namespace euryth;

namespace {

QString pathIn(const TempFolder& folder, const char* name)
{
    return QString::fromStdString((folder.path() / name).string());
}

job::Job small(const char* title, double hours)
{
    job::Job job;
    job.title = title;
    job.house.name = "h";
    job.work.operations.emplace_back().id = "bowls";
    job.work.operations[0].estimate = hours;
    return job;
}

void write(const TempFolder& folder, const std::string& name, const job::Job& job)
{
    REQUIRE(files::saveText(folder.path() / name, files::jobText(job)));
}

void writeShop(const TempFolder& folder, double hours)
{
    job::Shop shop;
    shop.people.push_back({"Ada", hours, {}, {}});
    REQUIRE(tasks::saveShop(folder.path(), shop));
}

QDateTime monday() { return QDateTime(QDate(2026, 11, 23), QTime(9, 0), Qt::UTC); }

}  // namespace

TEST_CASE("an index that is kept tells the same as one that is made anew")
{
    const TempFolder folder;
    const TempFolder cache;
    for (int i = 0; i < 20; ++i)
        write(folder, "job " + std::to_string(i) + ".euryth.json", small("t", i));
    const app::ShopIndex index(pathIn(cache, "deep/shops.sqlite"));
    const QString where = pathIn(folder, "");
    const auto first = index.read(where);
    CHECK(first.fromFiles == 20);
    auto again = index.read(where);
    CHECK(again.fromFiles == 0);
    const auto same = [](const tasks::ShopJobs& a, const tasks::ShopJobs& b) {
        return std::ranges::equal(a.cards, b.cards, [](const work::Card& x, const work::Card& y) {
            return x.file == y.file && x.job == y.job;
        });
    };
    CHECK(same(first.jobs, again.jobs));

    write(folder, "job 3.euryth.json", small("changed", 9));
    QFile::remove(pathIn(folder, "job 4.euryth.json"));
    again = index.read(where);
    CHECK(again.fromFiles == 1);
    CHECK(again.jobs.cards.size() == 19);
    index.forget(where);
    const auto rebuilt = index.read(where);
    CHECK(rebuilt.fromFiles == 19);
    CHECK(same(rebuilt.jobs, again.jobs));
}

TEST_CASE("a broken index is made anew, and one that cannot be kept does no harm")
{
    const TempFolder folder;
    const TempFolder cache;
    write(folder, "a.euryth.json", small("a", 1));
    const QString database = pathIn(cache, "shops.sqlite");
    QFile file(database);
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write("this is no database, and long enough to be looked at as one");
    file.close();
    const app::ShopIndex broken(database);
    CHECK(broken.read(pathIn(folder, "")).fromFiles == 1);
    CHECK(broken.read(pathIn(folder, "")).fromFiles == 0);
    const app::ShopIndex nowhere(QStringLiteral("/proc/no/such/place.sqlite"));
    CHECK(nowhere.read(pathIn(folder, "")).jobs.cards.size() == 1);
    CHECK_FALSE(nowhere.read(pathIn(folder, "not there")).trouble.empty());
}

TEST_CASE("two programs keep one index of one folder")
{
    const TempFolder folder;
    const TempFolder cache;
    for (int i = 0; i < 40; ++i)
        write(folder, std::to_string(i) + ".euryth.json", small("t", i));
    const app::ShopIndex index(pathIn(cache, "shops.sqlite"));
    std::vector<std::jthread> threads;
    std::atomic<int> whole = 0;
    for (int i = 0; i < 4; ++i)
        threads.emplace_back([&] { whole += index.read(pathIn(folder, "")).jobs.cards.size() == 40 ? 1 : 0; });
    threads.clear();
    CHECK(whole == 4);
    CHECK(index.read(pathIn(folder, "")).fromFiles == 0);
}

TEST_CASE("a thousand jobs come from the index without a file being opened")
{
    const TempFolder folder;
    const TempFolder cache;
    const job::Job job = small("t", 3);
    for (int i = 0; i < 1000; ++i)
        std::ofstream(folder.path() / (std::to_string(i) + ".euryth.json")) << files::jobText(job);
    const app::ShopIndex index(pathIn(cache, "shops.sqlite"));
    CHECK(index.read(pathIn(folder, "")).fromFiles == 1000);
    const auto kept = index.read(pathIn(folder, ""));
    CHECK(kept.fromFiles == 0);
    CHECK(kept.jobs.cards.size() == 1000);
}

TEST_CASE("the shop follows the open job's folder, and counts the job as it is in the window")
{
    const TempFolder folder;
    write(folder, "a.euryth.json", small("a", 8));
    write(folder, "b.euryth.json", small("b", 8));
    writeShop(folder, 8);
    app::Session session(monday);
    app::ShopDesk& shop = session.shop();
    CHECK(shop.folder().isEmpty());
    REQUIRE(session.document().open(pathIn(folder, "a.euryth.json")).isEmpty());
    shop.finish();
    REQUIRE(shop.queue().rows.size() == 2);
    CHECK(shop.openCard() == 0u);
    CHECK(work::textOf(*shop.queue().rows[1].ready) == "2026-11-24");

    REQUIRE(session.document().apply(QStringLiteral("more"),
                                     [](job::Job& job) { job.work.operations[0].estimate = 16.0; }));
    CHECK(work::textOf(*shop.queue().rows[1].ready) == "2026-11-25");
    session.document().undoStack().undo();
    CHECK(work::textOf(*shop.queue().rows[1].ready) == "2026-11-24");

    // Somebody else adds a job.
    write(folder, "c.euryth.json", small("c", 8));
    waitUntil([&] {
        shop.finish();
        return shop.queue().rows.size() == 3;
    });
    CHECK(shop.queue().rows.size() == 3);
    // And moves the folder away.
    std::filesystem::rename(folder.path(), folder.path().string() + " gone");
    shop.rebuild();
    shop.finish();
    CHECK_FALSE(shop.trouble().isEmpty());
    std::filesystem::rename(folder.path().string() + " gone", folder.path());
}

TEST_CASE("the order of work is the shop's file, and can be taken back")
{
    const TempFolder folder;
    for (const char* name : {"a", "b", "c"})
        write(folder, std::string(name) + ".euryth.json", small(name, 8));
    writeShop(folder, 8);
    app::Session session(monday);
    app::ShopDesk& shop = session.shop();
    shop.openFolder(pathIn(folder, ""));
    shop.finish();
    const auto order = [&] {
        std::string names;
        for (const work::QueueRow& row : shop.queue().rows)
            names += shop.cards()[row.card].job.title;
        return names;
    };
    CHECK(order() == "abc");
    CHECK(shop.moveBefore(2, 0).isEmpty());
    CHECK(order() == "cab");
    CHECK(shop.moveBefore(0, 3).isEmpty());
    CHECK(order() == "abc");
    CHECK(shop.moveBefore(0, 2).isEmpty());
    CHECK(order() == "bac");
    CHECK(files::loadShop(folder.path() / files::kShopName)->order.front().file == "b.euryth.json");
    REQUIRE(shop.canTakeBack());
    CHECK(shop.takeBack().isEmpty());
    CHECK(order() == "abc");
    CHECK_FALSE(shop.change([](job::Shop& of) { of.people[0].hours = 99.0; }).isEmpty());
    CHECK(shop.shop().people[0].hours == 8.0);
    // A shop's file that cannot be read is not written over.
    QFile file(pathIn(folder, "shop.euryth-shop.json"));
    REQUIRE(file.open(QIODevice::WriteOnly));
    file.write("{");
    file.close();
    shop.rebuild();
    shop.finish();
    CHECK_FALSE(shop.trouble().isEmpty());
    CHECK_FALSE(shop.moveBefore(0, 2).isEmpty());
}

TEST_CASE("without a folder the shop says that the job has to be saved")
{
    app::Session session(monday);
    CHECK_FALSE(session.shop().change([](job::Shop& of) { of.name = "x"; }).isEmpty());
}

TEST_CASE("the clock is in the job, so that a crash does not stop it")
{
    const TempFolder folder;
    write(folder, "a.euryth.json", small("a", 8));
    const app::Clock start = [] { return monday(); };
    {
        app::Session session(start);
        app::Recovery recovery(session.document(), pathIn(folder, "recovery"));
        REQUIRE(session.document().open(pathIn(folder, "a.euryth.json")).isEmpty());
        app::startClock(session.workspace(), "bowls", {}, "Ada", app::momentNow(start));
        // What recovery keeps is there when the program is not.
        const auto isKept = [&] {
            for (const QFileInfo& file : QDir(pathIn(folder, "recovery")).entryInfoList(QDir::Files)) {
                QFile kept(file.filePath());
                if (kept.open(QIODevice::ReadOnly) && kept.readAll().contains("\"clock\""))
                    return true;
            }
            return false;
        };
        CHECK(waitUntil(isKept));
        session.document().undoStack().undo();
        CHECK_FALSE(session.document().job().work.clock.runs());
        session.document().undoStack().redo();
        REQUIRE(session.document().saveAs(pathIn(folder, "a.euryth.json")).isEmpty());
    }
    app::Session later([] { return monday().addSecs(3600); });
    REQUIRE(later.document().open(pathIn(folder, "a.euryth.json")).isEmpty());
    app::pauseClock(later.workspace(), app::momentNow(later.clock()));
    CHECK(work::hoursOf(later.document().job()) == Approx(1.0));
}

TEST_CASE("operations of a kind come without those that are there being lost")
{
    app::Session session(monday);
    app::Workspace& w = session.workspace();
    session.document().reset(small("a", 8), {});
    CHECK(app::addOperation(w, 0, "bowls") == 1u);
    CHECK(w.job().work.operations[1].id == "bowls 2");
    CHECK(app::moveOperation(w, 1, -1) == 0u);
    CHECK(app::moveOperation(w, 0, -1) == 0u);
    app::takeOperations(w, "clean-up", {}, {});
    const auto& operations = w.job().work.operations;
    CHECK(operations.front().id == "wash");
    CHECK(operations.back().id == "bowls");
    CHECK(operations.back().estimate == 8.0);
    app::setOperationState(w, 0, job::OperationState::Done, "2026-11-23");
    CHECK(w.job().work.operations[0].when == "2026-11-23");
    app::setOperationState(w, 0, std::nullopt, "2026-11-24");
    CHECK(w.job().work.operations[0].when.empty());
    const std::size_t part = app::addPart(w);
    app::setNeeds(w, 0, w.job().work.parts[part].id, true);
    CHECK_FALSE(work::operationsNow(w.job())[0].waitsFor.empty());
    app::setPartState(w, part, job::PartState::Arrived, "2026-11-23");
    CHECK(w.job().work.parts[part].arrived == "2026-11-23");
    CHECK(work::operationsNow(w.job())[0].waitsFor.empty());
    app::removePart(w, part);
    CHECK(w.job().work.operations[0].needsParts.empty());
}

TEST_CASE("a job like another one has nothing of what was measured, done or belongs to somebody")
{
    const job::Job four = demoFour();
    const job::Job like = app::likeThis(four);
    CHECK(like.engine == four.engine);
    CHECK(like.house == four.house);
    REQUIRE(like.ports.size() == four.ports.size());
    CHECK(like.ports[0].valve == four.ports[0].valve);
    CHECK(like.ports[0].stations.empty());
    CHECK(like.ports[0].flow.empty());
    CHECK(like.work.customer == job::Customer{});
    CHECK(like.work.promised.empty());
    CHECK(like.work.hours.empty());
    REQUIRE(like.work.operations.size() == four.work.operations.size());
    CHECK_FALSE(like.work.operations[0].state);
    CHECK(job::check(like).empty());
}

TEST_CASE("what differs between two versions is told part by part")
{
    const job::Job before = demoFour();
    job::Job after = before;
    CHECK(app::changesBetween(before, after).isEmpty());
    after.ports[0].stations.pop_back();
    after.ports[1].valve.stem = lengthFromMm(9);
    after.work.promised = "2026-12-01";
    after.ports.pop_back();
    const QStringList changes = app::changesBetween(before, after);
    CHECK(changes.size() == 4);
    CHECK(changes.contains(QStringLiteral("E1: stations: 12 then, 11 now")));
}
