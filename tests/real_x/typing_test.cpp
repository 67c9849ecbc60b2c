// SPDX-License-Identifier: GPL-3.0-or-later
// Keys from the X server, as fast as a caliper's keyboard wedge sends them, while everything that an edit costs is made
// slow: whatever has been typed has to be where it would be had it been typed slowly. Runs under Xvfb, with xdotool.
#include <QProcess>
#include <QThread>

#include "cut/cut_page.hpp"
#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "shape/shape_page.hpp"
#include "support/window_fixture.hpp"
#include "survey/survey_page.hpp"

namespace {

using widgets::CommandId;
using Tab = widgets::SurveyPage::Tab;

/// Where a hand begins to type.
struct Place {
    const char* name;
    std::function<void(WindowFixture&)> go;
};

void focusCell(QTableView* table, int column)
{
    REQUIRE(table);
    table->setFocus();
    table->setCurrentIndex(table->model()->index(0, column));
    REQUIRE(table->currentIndex().flags().testFlag(Qt::ItemIsEditable));
}

widgets::EntryView* shownTable(WindowFixture& f)
{
    for (auto* table : f.window.findChildren<widgets::EntryView*>()) {
        if (table->isVisible())
            return table;
    }
    return nullptr;
}

void inTab(WindowFixture& f, Tab tab)
{
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    f.find<widgets::SurveyPage>("surveyPage")->showTab(tab);
    WindowFixture::settle();
}

/// The first field of a form that is on screen.
void focusFirstField(WindowFixture& f)
{
    for (auto* field : f.window.findChildren<widgets::FieldEdit*>()) {
        auto* edit = field->findChild<QLineEdit*>();
        if (edit && edit->isVisible() && edit->isEnabled())
            return edit->setFocus();
    }
    FAIL("no form is on screen");
}

std::vector<Place> places()
{
    const auto table = [](Tab tab, int column) {
        return [tab, column](WindowFixture& f) {
            inTab(f, tab);
            focusCell(shownTable(f), column);
        };
    };
    constexpr int width = 1;  // behind the place along the runner, which has to stay in order
    return {{"sections", table(Tab::Sections, width)},
            {"walls", table(Tab::Walls, 1)},
            {"readings",
             [](WindowFixture& f) {
                 f.trigger(widgets::stageCommand(calls::Stage::Probe));
                 f.find<widgets::ProbePage>("probePage")->showView(widgets::ProbePage::View::Readings);
                 WindowFixture::settle();
                 focusCell(shownTable(f), 0);
             }},
            {"form of the valve end",
             [](WindowFixture& f) {
                 inTab(f, Tab::ValveEnd);
                 focusFirstField(f);
             }},
            {"form of the engine", [](WindowFixture& f) {
                 f.trigger(widgets::stageCommand(calls::Stage::Shape));
                 f.find<widgets::ShapePage>("shapePage")->showView(widgets::ShapePage::View::Engine);
                 WindowFixture::settle();
                 focusFirstField(f);
             }}};
}

/// What is typed: values that differ in every figure, so that one that lands elsewhere is seen.
QStringList typed()
{
    QStringList keys;
    for (const char* value : {"36.55", "33.11", "11.22", "11.33", "12.44", "10.66"}) {
        for (const char* c = value; *c != '\0'; ++c)
            keys << (*c == '.' ? QStringLiteral("period") : QString(QLatin1Char(*c)));
        keys << QStringLiteral("Return");
    }
    return keys;
}

/// The same by one key at a time, each with all that follows from it.
void typeSlowly(WindowFixture& f)
{
    for (const QString& key : typed()) {
        if (key == QLatin1String("Return"))
            f.press(Qt::Key_Return);
        else
            f.type(key == QLatin1String("period") ? QStringLiteral(".") : key);
    }
}

/// `edits`: how many have been made, which tells when the last key has done its work.
void typeThroughX(int delay, const int& edits)
{
    QProcess hand;
    hand.start(QStringLiteral("xdotool"),
               QStringList{QStringLiteral("key"), QStringLiteral("--delay"), QString::number(delay)} + typed());
    REQUIRE(hand.waitForStarted());
    REQUIRE(QTest::qWaitFor([&] { return hand.state() == QProcess::NotRunning; }, 60'000));
    REQUIRE(hand.exitCode() == 0);
    for (int before = -1; before != edits;) {  // what the server still holds
        before = edits;
        QTest::qWait(500);
    }
}

/// The job, and what has been refused.
std::pair<std::string, QStringList> outcome(WindowFixture& f)
{
    QStringList refused;
    for (auto* edit : f.window.findChildren<QLineEdit*>()) {
        if (edit->property("refused").toBool())
            refused << edit->text();
    }
    if (const auto* table = shownTable(f)) {
        for (int row = 0; row < table->model()->rowCount(); ++row) {
            for (int column = 0; column < table->model()->columnCount(); ++column)
                refused << table->model()->index(row, column).data(app::EntryTable::ReasonRole).toString();
        }
    }
    refused.removeAll(QString());
    return {files::jobText(f.workspace.job()), refused};
}

std::string firstDifference(const std::string& got, const std::string& wanted)
{
    const auto at = std::ranges::mismatch(got, wanted).in1 - got.begin();
    const auto from = static_cast<std::size_t>(std::max<std::ptrdiff_t>(0, at - 60));
    return "got    " + got.substr(from, 120) + "\nwanted " + wanted.substr(from, 120);
}

}  // namespace

TEST_CASE("keys from the X server land where they were meant, however fast they come and whatever an edit costs")
{
    for (const Place& place : places()) {
        CAPTURE(place.name);
        std::pair<std::string, QStringList> wanted;
        {
            WindowFixture slow;
            REQUIRE(QTest::qWaitForWindowActive(&slow.window));
            const std::string before = files::jobText(slow.workspace.job());
            place.go(slow);
            typeSlowly(slow);
            wanted = outcome(slow);
            const bool changed = wanted.first != before;
            REQUIRE(changed);
        }
        for (const int delay : {0, 1, 10}) {
            CAPTURE(delay);
            WindowFixture fast;
            REQUIRE(QTest::qWaitForWindowActive(&fast.window));
            place.go(fast);
            int edits = 0;
            const auto dawdle = [&edits] {
                ++edits;
                QThread::msleep(70);
            };
            QObject::connect(&fast.workspace, &app::Workspace::jobChanged, &fast.window, dawdle);
            typeThroughX(delay, edits);
            CHECK(edits > 0);
            const auto got = outcome(fast);
            const bool same = got.first == wanted.first;
            CHECK(same);
            if (!same)
                WARN(firstDifference(got.first, wanted.first));
            CHECK(got.second == wanted.second);
        }
    }
}
