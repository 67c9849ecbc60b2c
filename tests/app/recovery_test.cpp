// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <sys/wait.h>
#include <unistd.h>
#include <chrono>
#include <csignal>
#include <filesystem>

#include <QCoreApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSettings>
#include <QTest>

#include "app/recent_jobs.hpp"
#include "app/recovery.hpp"
#include "support/demo.hpp"
#include "support/qt_strings.hpp"
#include "support/temp_folder.hpp"

using namespace euryth;
using app::Document;
using app::Recovery;

namespace {

void widen(Document& document, double mm)
{
    document.apply("widen", [=](job::Job& j) { j.ports[0].stations[0].section.shape.width = lengthFromMm(mm); });
}
double width(const Document& d) { return inMm(d.job().ports[0].stations[0].section.shape.width); }

int filesIn(const QString& folder)
{
    return static_cast<int>(QDir(folder).entryList({"*.recovery"}, QDir::Files).size());
}

/// The demo, open and kept in a folder of its own; what goes wrong with that is told.
struct OpenJob {
    TempFolder folder;
    QString place = QString::fromStdString(folder.path() / "recovery");
    Document document;
    Recovery recovery{document, place};
    QStringList told;

    OpenJob()
    {
        document.reset(demoJob(), {});
        QObject::connect(&recovery, &Recovery::troubled, [this](const QString& reason) { told << reason; });
    }
};

/// Ends the process as a crash would, before anything is cleaned up.
void die() { ::kill(::getpid(), SIGKILL); }

/// Runs `work`, which has to end with die(), in a process of its own.
template <class Work>
void inKilledProcess(Work work)
{
    const pid_t child = ::fork();
    if (child == 0) {
        work();
        ::_exit(0);
    }
    int status = 0;
    ::waitpid(child, &status, 0);
    REQUIRE(WIFSIGNALED(status));
}

/// Leaves what a killed process keeps of an unsaved job whose first width was made 38 mm.
void leaveOneBehind(const QString& place)
{
    inKilledProcess([&] {
        Document document;
        document.reset(demoJob(), {});
        Recovery recovery(document, place);
        widen(document, 38);
        recovery.flush();
        die();
    });
}

}  // namespace

TEST_CASE("unsaved edits are kept, and the file goes when they are saved or undone")
{
    OpenJob open;
    auto& [folder, place, document, recovery, told] = open;
    recovery.flush();
    CHECK(filesIn(place) == 0);
    widen(document, 38);
    recovery.flush();
    CHECK(filesIn(place) == 1);
    CHECK(recovery.leftBehind().empty());  // this one still runs
    document.undoStack().undo();
    recovery.flush();
    CHECK(filesIn(place) == 0);
    widen(document, 39);
    recovery.flush();
    CHECK(document.saveAs(QString::fromStdString(folder.path() / "job.euryth.json")).isEmpty());
    recovery.flush();
    CHECK(filesIn(place) == 0);
}

TEST_CASE("edits are kept without anybody asking, the last one in the end, whatever is under way")
{
    OpenJob open;
    auto& [folder, place, document, recovery, told] = open;
    const auto kept = [&]() -> QByteArray {
        for (const QFileInfo& info : QDir(place).entryInfoList({"*.recovery"}, QDir::Files)) {
            QFile file(info.filePath());
            if (file.open(QIODevice::ReadOnly))
                return file.readAll();
        }
        return {};
    };
    for (int mm = 30; mm <= 49; ++mm) {
        widen(document, mm);
        QTest::qWait(5);  // faster than a write, slower than one event
    }
    CHECK(QTest::qWaitFor([&] { return kept().contains(QByteArray(": 49")); }));
    // What is written while the document is saved does not come back.
    widen(document, 50);
    QTest::qWait(45);
    CHECK(document.saveAs(QString::fromStdString(folder.path() / "job.euryth.json")).isEmpty());
    CHECK(QTest::qWaitFor([&] { return filesIn(place) == 0; }));
    QTest::qWait(100);
    CHECK(filesIn(place) == 0);
    CHECK(told.isEmpty());
}

TEST_CASE("after the program was killed its last edit is found, recovered as unsaved, and offered once")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path() / "recovery");
    const QString job = QString::fromStdString(folder.path() / "a job.euryth.json");
    {
        Document saved;
        saved.reset(demoJob(), {});
        REQUIRE(saved.saveAs(job).isEmpty());
    }
    inKilledProcess([&] {
        Document document;
        document.open(job);
        Recovery recovery(document, place);
        for (const double mm : {37.0, 38.0, 39.0}) {
            widen(document, mm);
            recovery.flush();
        }
        die();
    });
    Document document;
    Recovery recovery(document, place);
    const auto left = recovery.leftBehind();
    REQUIRE(left.size() == 1);
    CHECK(left[0].jobPath == job);
    CHECK(left[0].title == "Flat-twin sidecar-cross outfit");
    CHECK(recovery.recover(left[0]).isEmpty());
    CHECK(width(document) == Approx(39));
    CHECK(document.isDirty());
    CHECK(document.path() == job);
    CHECK(recovery.leftBehind().empty());
    CHECK(filesIn(place) == 1);  // the recovered job is unsaved itself
    Document onDisk;
    CHECK(onDisk.lockedBy(job).contains("open in another window"));
    CHECK(onDisk.openCopy(job).isEmpty());
    CHECK(width(onDisk) == Approx(36.5));  // the file itself is as it was
}

TEST_CASE("what was left can be discarded, and a broken left file is not offered")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path() / "recovery");
    leaveOneBehind(place);
    QFile broken(place + "/broken.recovery");
    REQUIRE(broken.open(QIODevice::WriteOnly));
    broken.write("{\"format\":\"euryth-recovery\",\"job\":\"\"}\n{\"format\": \"eur");
    broken.close();
    Document document;
    Recovery recovery(document, place);
    auto left = recovery.leftBehind();
    REQUIRE(left.size() == 1);
    Recovery::discard(left[0]);
    CHECK(recovery.leftBehind().empty());
    CHECK(document.path().isEmpty());
}

TEST_CASE("a folder that cannot be written to is told once, and once it can again")
{
    OpenJob open;
    auto& [folder, place, document, recovery, told] = open;
    QDir(place).removeRecursively();
    widen(document, 38);
    recovery.flush();
    recovery.flush();
    REQUIRE(told.size() == 1);
    CHECK(told[0].contains("cannot write"));
    QDir().mkpath(place);
    recovery.flush();
    REQUIRE(told.size() == 2);
    CHECK(told[1].isEmpty());
}

TEST_CASE("two windows cannot write the same job")
{
    const TempFolder folder;
    const QString job = QString::fromStdString(folder.path() / "job.euryth.json");
    Document first;
    first.reset(demoJob(), {});
    REQUIRE(first.saveAs(job).isEmpty());
    Document second;
    second.reset(demoJob(), {});
    CHECK(second.open(job).contains("open in another window"));
    CHECK(second.path().isEmpty());
    CHECK(second.saveAs(job).contains("open in another window"));
    CHECK(second.isDirty() == false);
    first.reset(demoJob(), {});  // gives it up
    CHECK(second.open(job).isEmpty());
    CHECK(second.saveAs(job).isEmpty());
}

TEST_CASE("a lock left by a killed program does not keep anybody out")
{
    const TempFolder folder;
    const QString job = QString::fromStdString(folder.path() / "job.euryth.json");
    {
        Document d;
        d.reset(demoJob(), {});
        REQUIRE(d.saveAs(job).isEmpty());
    }
    inKilledProcess([&] {
        Document d;
        d.open(job);
        die();
    });
    Document d;
    CHECK(d.open(job).isEmpty());
}

TEST_CASE("recent jobs: newest first, once each, without those that are gone")
{
    const TempFolder folder;
    QSettings settings(QString::fromStdString(folder.path() / "settings.ini"), QSettings::IniFormat);
    app::RecentJobs recent(settings);
    for (const char* name : {"one", "two", "one"}) {
        const QString path = QString::fromStdString(folder.path() / name);
        QFile file(path);
        REQUIRE(file.open(QIODevice::WriteOnly));
        recent.add(path);
    }
    REQUIRE(recent.list().size() == 2);
    CHECK(recent.list()[0].endsWith("one"));
    QFile::remove(recent.list()[0]);
    CHECK(recent.list().size() == 1);
    for (int i = 0; i < 20; ++i)
        recent.add(QString::fromStdString(folder.path() / std::to_string(i)));
    CHECK(settings.value("recent").toStringList().size() == app::RecentJobs::kMost);
}

TEST_CASE("what was found after a crash stays until it is safe again, and the folder is nobody else's business")
{
    const TempFolder folder;
    const QString place = QString::fromStdString(folder.path() / "recovery");
    leaveOneBehind(place);
    Document document;
    Recovery recovery(document, place);
    CHECK(QFile::permissions(place).testFlag(QFile::ReadGroup) == false);
    CHECK(QFile::permissions(place).testFlag(QFile::ReadOther) == false);
    const auto left = recovery.leftBehind();
    REQUIRE(left.size() == 1);
    // A place that takes nothing more.
    QFile::setPermissions(place, QFile::ReadOwner | QFile::ExeOwner);
    if (QFile(place + "/probe").open(QIODevice::WriteOnly)) {
        QFile::setPermissions(place, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
        QFile::remove(place + "/probe");
        WARN("not tested: this user may write everywhere");
        return;
    }
    CHECK(recovery.recover(left[0]).isEmpty());
    CHECK(width(document) == Approx(38));
    QFile::setPermissions(place, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
    CHECK(QFile::exists(left[0].file));
}

TEST_CASE("a file has one name and one lock, however it is reached, and a lock that is none blocks nobody")
{
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.path() / "job.euryth.json");
    const QString link = QString::fromStdString(folder.path() / "link.euryth.json");
    Document first;
    first.reset(demoJob(), {});
    REQUIRE(first.saveAs(path).isEmpty());
    REQUIRE(QFile::link(path, link));
    Document second;
    CHECK(second.lockedBy(link).contains("since"));
    CHECK_FALSE(second.open(link).isEmpty());
    // A save to a place that cannot be written to leaves the lock of the present file.
    CHECK_FALSE(first.saveAs("/proc/nowhere/job.euryth.json").isEmpty());
    CHECK(first.path() == QFileInfo(path).canonicalFilePath());
    CHECK_FALSE(second.lockedBy(path).isEmpty());
    // Taking over: the other one is gone, or said to be.
    CHECK(second.takeOver(path).isEmpty());
    // An empty lock of long ago.
    const QString other = QString::fromStdString(folder.path() / "other.euryth.json");
    QFile::copy(path, other);
    QFile garbage(other + ".lock");
    REQUIRE(garbage.open(QIODevice::WriteOnly));
    garbage.write("no lock");
    garbage.close();
    std::filesystem::last_write_time((other + ".lock").toStdString(),
                                     std::filesystem::file_time_type::clock::now() - std::chrono::minutes(1));
    CHECK(Document().lockedBy(other).isEmpty());
}

TEST_CASE("a change of the file by somebody else is seen before it is overwritten")
{
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.path() / "job.euryth.json");
    Document document;
    document.reset(demoJob(), {});
    REQUIRE(document.saveAs(path).isEmpty());
    CHECK_FALSE(document.changedOutside());
    widen(document, 38);
    CHECK_FALSE(document.changedOutside());
    {
        QFile file(path);
        REQUIRE(file.open(QIODevice::Append));
        file.write("\n");
    }
    CHECK(document.changedOutside());
    REQUIRE(document.saveAs(path).isEmpty());
    CHECK_FALSE(document.changedOutside());
    QFile::remove(path);
    CHECK(document.changedOutside());
}

TEST_CASE("jobs of the same title are two jobs, and steps back are bounded")
{
    Document a;
    Document b;
    a.reset(demoJob(), {});
    b.reset(demoJob(), {});
    CHECK(a.identity() != b.identity());
    const auto before = a.identity();
    widen(a, 37);
    CHECK(a.identity() == before);
    a.reset(demoJob(), {});
    CHECK(a.identity() != before);
    for (int i = 0; i < 300; ++i)
        widen(a, 30 + 0.01 * i);
    CHECK(a.undoStack().count() <= 200);
}
