// SPDX-License-Identifier: GPL-3.0-or-later
// A wall gauge and a caliper with a key write where the hand is, and the hand goes on.
#include "support/window_fixture.hpp"

#include <fstream>

#include "app/instrument_desk.hpp"
#include "support/wait_until.hpp"
#include "survey/survey_page.hpp"

TEST_CASE("a gauge's key writes the wall where the hand is, a caliper's the section, and each goes on")
{
    using devices::lineOf;
    using devices::Message;
    WindowFixture f;
    f.workspace.choosePort(0);
    const TempFolder folder;
    const std::string log = (folder.path() / "gauge.log").string();
    {
        // What a gauge with a caliper says, as a log that is played back.
        std::ofstream out(log);
        const auto say = [&](const Message& message) { out << "0.1 < " << lineOf(message); };
        say(devices::IAm{1, "gauge", "3"});
        say(devices::Has{devices::Channel::Wall, 0.01, 0.1});
        say(devices::Has{devices::Channel::Length, 0.01, 0.02});
        say(devices::Ready{});
        say(devices::At{1, {{devices::Channel::Wall, 4.27}, {devices::Channel::Length, 35.81}}});
        say(devices::Take{});
    }
    auto* page = f.find<widgets::SurveyPage>("surveyPage");
    page->showView(static_cast<int>(widgets::SurveyPage::Tab::Walls));
    auto* walls = f.find<widgets::EntryView>("wallTable");
    walls->setFocus();
    walls->setCurrentIndex(walls->model()->index(3, 1));
    f.settle();
    f.session.instrument().connectTo(QString::fromStdString("log:" + log));
    const auto roof = [&] { return f.workspace.port()->stations[3].wall.at[geometry::index(geometry::Sector::Roof)]; };
    REQUIRE(waitUntil([&] { return roof() && std::abs(inMm(*roof()) - 4.27) < 1e-6; }));
    CHECK(walls->currentIndex().column() == 2);
    f.session.instrument().disconnect();
    // A caliper's value in the walls is nothing, in the sections it is the width.
    emit f.session.instrument().valueTaken(devices::Channel::Length, 0.0301);
    CHECK(walls->currentIndex().column() == 2);
    page->showView(static_cast<int>(widgets::SurveyPage::Tab::Sections));
    auto* sections = f.find<widgets::EntryView>("sectionTable");
    sections->setFocus();
    sections->setCurrentIndex(sections->model()->index(3, 1));
    f.settle();
    const auto width = f.workspace.port()->stations[3].section.shape.width;
    emit f.session.instrument().valueTaken(devices::Channel::Wall, 0.004);
    CHECK(f.workspace.port()->stations[3].section.shape.width == width);
    emit f.session.instrument().valueTaken(devices::Channel::Length, 0.0371);
    CHECK(inMm(f.workspace.port()->stations[3].section.shape.width) == Approx(37.1));
    f.workspace.document().undoStack().undo();
    CHECK(f.workspace.port()->stations[3].section.shape.width == width);
    // Elsewhere it goes nowhere.
    f.trigger(widgets::stageCommand(calls::Stage::Probe));
    emit f.session.instrument().valueTaken(devices::Channel::Length, 0.01);
    CHECK(f.workspace.port()->stations[3].section.shape.width == width);
}
