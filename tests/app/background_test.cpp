// SPDX-License-Identifier: GPL-3.0-or-later
#include <catch2/catch.hpp>

#include <atomic>
#include <stdexcept>
#include <thread>

#include <QCoreApplication>
#include <QStringList>

#include "app/background.hpp"
#include "support/qt_strings.hpp"

using namespace euryth;

TEST_CASE("a thread's work gives its answer, or the words of what ended it")
{
    const auto failed = [](const std::string& words) { return "failed: " + words; };
    CHECK(app::guarded([] { return std::string("done"); }, failed) == "done");
    CHECK(app::guarded([]() -> std::string { throw std::invalid_argument("no section"); }, failed) ==
          "failed: no section");
}

TEST_CASE("work beside the window: parts in order, newer work instead of older, stop, and faults with their words")
{
    using State = app::Background::State;
    app::Background work;
    QStringList said;
    const auto say = [&said](const char* what) { return [&said, what] { said << QString::fromUtf8(what); }; };
    work.start([&](const std::stop_token&, const app::Background::Post& post) {
        post(say("one"));
        post(say("two"));
    });
    CHECK(work.isWorking());
    CHECK(said.isEmpty());  // nothing is taken before the window's turn
    work.finish();
    CHECK(work.state() == State::Idle);
    CHECK(said == QStringList{"one", "two"});

    said.clear();
    std::atomic<bool> begun = false;
    std::atomic<bool> sawStop = false;
    const auto untilStopped = [&](const std::stop_token& stop, const app::Background::Post& post) {
        begun = true;
        while (!stop.stop_requested())
            std::this_thread::yield();
        sawStop = true;
        post(say("too late"));
    };
    work.start(untilStopped);
    while (!begun)
        std::this_thread::yield();
    work.start([&](const std::stop_token&, const app::Background::Post& post) { post(say("newer")); });
    work.finish();
    CHECK(said == QStringList{"newer"});

    said.clear();
    begun = sawStop = false;
    work.start(untilStopped);
    while (!begun)
        std::this_thread::yield();
    work.stop();
    CHECK(work.state() == State::Stopped);
    while (!sawStop)
        std::this_thread::yield();
    QCoreApplication::processEvents();
    CHECK(said.isEmpty());

    work.start([](const std::stop_token&, const app::Background::Post&) { throw std::runtime_error("no such air"); });
    work.finish();
    CHECK(work.state() == State::Failed);
    CHECK(work.failure() == "no such air");
    work.reset();
    CHECK(work.state() == State::Idle);
    CHECK(work.failure().isEmpty());
}
