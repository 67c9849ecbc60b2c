// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include <array>
#include <set>

#include <QClipboard>
#include <QDir>
#include <QLineEdit>
#include <QScrollArea>

#include "app/edits.hpp"
#include "files/job_file.hpp"
#include "shell/calls_panel.hpp"
#include "shell/help.hpp"
#include "shell/rack.hpp"
#include "shell/walk.hpp"

using widgets::CommandId;

static std::array<CommandId, 4> stageCommands()
{
    using widgets::stageCommand;
    return {stageCommand(calls::Stage::Survey), stageCommand(calls::Stage::Shape), stageCommand(calls::Stage::Probe),
            stageCommand(calls::Stage::Cut)};
}

TEST_CASE("save, reopen, equal, and the dirty mark comes and goes")
{
    WindowFixture f;
    const TempFolder folder;
    f.nextPath = QString::fromStdString(folder.path() / "my job.euryth.json");
    f.workspace.document().apply("title", [](job::Job& j) { j.title = "Changed"; });
    CHECK(f.text("jobTitle") == "* Changed");
    f.trigger(widgets::command::SaveJob);
    CHECK(f.text("jobTitle") == "Changed");
    const job::Job saved = f.workspace.job();
    f.trigger(widgets::command::NewJob);
    CHECK(f.workspace.job().ports.size() == 2);
    f.trigger(widgets::command::OpenJob);
    CHECK(f.workspace.job() == saved);
    CHECK(f.asked == 0);
    CHECK(f.told.isEmpty());
}

TEST_CASE("unsaved changes are asked about before they could be lost")
{
    WindowFixture f;
    f.workspace.document().apply("title", [](job::Job& j) { j.title = "Changed"; });
    f.trigger(widgets::command::NewJob);
    CHECK(f.asked == 1);
    CHECK(f.workspace.job().title == "Changed");  // cancelled
    CHECK_FALSE(f.window.close());
    CHECK(f.asked == 2);
    f.answer = widgets::Prompts::Unsaved::Save;  // but no name is given
    f.trigger(widgets::command::NewJob);
    CHECK(f.workspace.job().title == "Changed");
    f.answer = widgets::Prompts::Unsaved::Discard;
    f.trigger(widgets::command::NewJob);
    CHECK(f.workspace.job().title == "New job");
}

TEST_CASE("a refused edit is told, wherever it came from")
{
    WindowFixture f;
    const job::Job before = f.workspace.job();
    f.workspace.document().apply(
        "narrow", [](job::Job& job) { job.ports[0].stations[0].section.shape.width = lengthFromMm(1.0); });
    REQUIRE(f.told.size() == 1);
    CHECK(f.told.first().startsWith("Not done: "));
    CHECK(f.workspace.job() == before);
}

TEST_CASE("a broken file is told with its place, and the open job stays")
{
    WindowFixture f;
    const TempFolder folder;
    const auto path = folder.path() / "bad.euryth.json";
    std::string text = files::jobText(demoJob());
    text.replace(text.find("\"width_mm\": 36.5"), 16, "\"width_mm\": -2.5");
    REQUIRE(files::saveText(path, text));
    f.nextPath = QString::fromStdString(path);
    f.trigger(widgets::command::OpenJob);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told.first().contains("ports/I1/stations/0/section/width_mm: must be over 0, is -2.5 mm"));
    CHECK(f.workspace.job() == demoJob());
    f.nextPath = "/nowhere/x.euryth.json";
    f.trigger(widgets::command::SaveJobAs);
    CHECK(f.told.size() == 2);
}

TEST_CASE("the unit switch changes every number at once")
{
    WindowFixture f;
    const auto visibleText = [&] {
        QString all;
        for (const QLabel* label : f.window.findChildren<QLabel*>()) {
            if (label->isVisible())
                all += label->text() + QLatin1Char('\n');
        }
        return all;
    };
    for (const CommandId stage : stageCommands()) {
        f.trigger(stage);
        f.trigger(widgets::command::SwitchUnits);
        const QString inch = visibleText();
        CAPTURE(inch.toStdString());
        for (const char* metric : {" mm", "m/s", "kPa", "l/s", "°C"})
            CHECK_FALSE(inch.contains(QString::fromUtf8(metric)));
        CHECK(inch.contains(" in"));
        f.trigger(widgets::command::SwitchUnits);
        for (const char* imperial : {" in²", "ft/s", "inHg", "CFM"})
            CHECK_FALSE(visibleText().contains(QString::fromUtf8(imperial)));
    }
}

TEST_CASE("light and dark differ on screen, and text follows")
{
    WindowFixture f;
    const QImage light = f.window.grab().toImage();
    f.trigger(widgets::command::SwitchStyle);
    const QImage dark = f.window.grab().toImage();
    CHECK(light.pixelColor(640, 400).lightness() > 200);
    CHECK(dark.pixelColor(640, 400).lightness() < 70);
    f.trigger(widgets::command::SwitchStyle);
    CHECK(f.window.grab().toImage().pixelColor(640, 400).lightness() > 200);
}

TEST_CASE("no two commands share a shortcut or miss their help")
{
    std::set<std::string> seen;
    WindowFixture f;
    for (const auto& info : f.window.commands().all()) {
        if (*info.shortcut != '\0')
            CHECK(seen.insert(info.shortcut).second);
    }
    const QString sheet = widgets::shortcutSheet(f.window.commands());
    CHECK(sheet.contains("Ctrl+Z"));
    CHECK(sheet.contains("Choose the next station toward the valve"));
}

TEST_CASE("a call is accepted with a reason, kept in the job, and taken back")
{
    WindowFixture f;
    const auto click = [&](const QString& text) {
        for (auto* button : f.find<QWidget>("calls")->findChildren<QPushButton*>()) {
            if (button->text() == text) {
                button->click();
                f.settle();
                return true;
            }
        }
        return false;
    };
    REQUIRE(click("Workings"));
    const auto labels = f.find<QWidget>("calls")->findChildren<QLabel*>();
    CHECK(std::ranges::any_of(labels, [](QLabel* l) { return l->text().startsWith("ratio = local"); }));
    REQUIRE(click(QString::fromUtf8("Accept…")));
    auto* reason = f.find<QLineEdit>("acceptReason");
    QTest::keyClick(reason, Qt::Key_Return);  // no reason, no acceptance
    CHECK(f.workspace.job().ports[0].accepted.empty());
    QTest::keyClicks(reason, "will be filled");
    QTest::keyClick(reason, Qt::Key_Return);
    f.settle();
    REQUIRE(f.workspace.job().ports[0].accepted.size() == 1);
    CHECK(f.workspace.job().ports[0].accepted[0].call == "choke");
    CHECK(f.workspace.job().ports[0].accepted[0].reason == "will be filled");
    REQUIRE(click("Take back"));
    CHECK(f.workspace.job().ports[0].accepted.empty());
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job().ports[0].accepted.size() == 1);
}

TEST_CASE("a click in the rack, ribbon or peel chooses for the whole window")
{
    WindowFixture f;
    auto* rack = f.find<widgets::Rack>("rack");
    QTest::mouseClick(rack, Qt::LeftButton, {}, rack->tile(1).center().toPoint());
    CHECK(f.workspace.portIndex() == 1);
    QTest::mouseClick(rack, Qt::LeftButton, {}, rack->tile(0).center().toPoint());
    auto* ribbon = f.find<widgets::RibbonCanvas>("ribbon");
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, QPoint(ribbon->width() - 40, 60));
    CHECK(f.workspace.station() == 12);
    QTest::mouseClick(ribbon, Qt::LeftButton, {}, QPoint(42, 60));
    CHECK(f.workspace.station() == 0);
    f.trigger(widgets::command::NextStation);
    CHECK(f.workspace.station() == 1);
}

TEST_CASE("an empty port says how to begin, on every stage")
{
    WindowFixture f;
    f.openOneMeasured();
    f.trigger(widgets::command::NextPort);
    for (const CommandId stage : stageCommands()) {
        f.trigger(stage);
        f.window.grab();
    }
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    CHECK(f.text("netArea") == QString::fromUtf8("–"));
    f.trigger(widgets::command::AddStation);
    f.trigger(widgets::command::AddStation);
    CHECK(f.workspace.port()->stations.size() == 2);
    CHECK(f.workspace.analysis().areas);
}

TEST_CASE("a job without any port can be shown")
{
    WindowFixture f;
    f.workspace.document().apply("none", [](job::Job& j) { j.ports.clear(); });
    for (const CommandId stage : stageCommands()) {
        f.trigger(stage);
        CHECK_FALSE(f.window.grab().isNull());
    }
}

TEST_CASE("the walk writes a picture of each stage")
{
    WindowFixture f;
    const TempFolder folder;
    const QString to = QString::fromStdString(folder.path() / "shots");
    CHECK(widgets::walkStages(f.window, to).isEmpty());
    for (const char* name : {"survey", "shape", "probe", "cut"}) {
        const QImage image(QDir(to).filePath(QString::fromLatin1(name) + ".png"));
        CHECK(image.size() == f.window.size());
    }
}

TEST_CASE("the whole window fits a bench PC: 1180 x 680, every view, both styles and units")
{
    WindowFixture f;
    for (const auto system : {widgets::command::SwitchUnits, widgets::command::SwitchStyle}) {
        for (const auto stage : stageCommands()) {
            f.trigger(stage);
            for (int tab = 0; tab < 8; ++tab) {
                f.window.resize(1180, 680);
                f.settle();
                CAPTURE(stage.key, tab);
                CHECK(f.window.width() <= 1180);
                CHECK(f.window.height() <= 680);
                auto* scroll = f.find<QScrollArea>("pageScroll");
                CAPTURE(scroll->widget()->minimumSizeHint().width(), scroll->widget()->minimumSizeHint().height(),
                        scroll->viewport()->width(), scroll->viewport()->height());
                CHECK(scroll->widget()->minimumSizeHint().width() <= scroll->viewport()->width());
                CHECK(scroll->widget()->minimumSizeHint().height() <= scroll->viewport()->height());
                f.trigger(widgets::command::NextTab);
            }
        }
        f.trigger(system);
    }
}

TEST_CASE("pages of the stages are made when they are wanted, the others behind the first picture")
{
    WindowFixture plain;
    app::Session session;
    widgets::Look look;
    widgets::MainWindow window({session, look}, plain.prompts());
    const auto made = [&] { return window.findChildren<widgets::StagePage*>().size(); };
    CHECK(made() == 1);
    window.files().openDemo();
    window.showStage(calls::Stage::Book);
    CHECK(made() == 2);
    window.show();
    window.activateWindow();
    plain.settle();
    // The hand is in the new page.
    CHECK(window.page().isAncestorOf(window.focusWidget()));
    for (int i = 0; i < 8; ++i)
        plain.settle();
    CHECK(made() == static_cast<qsizetype>(window.stages().size()));
}

TEST_CASE("call cards that say the same stay, and Tab goes through all of them from the top down")
{
    WindowFixture f;
    auto* calls = f.find<QWidget>("calls");
    const auto cards = [&] {
        auto all = calls->findChildren<QFrame*>(QStringLiteral("card"));
        std::ranges::sort(all, {}, [](const QFrame* card) { return card->y(); });
        return all;
    };
    const auto before = cards();
    REQUIRE(before.size() > 4);
    f.trigger(widgets::command::NextStation);
    CHECK(cards() == before);  // nothing that a card says has changed
    f.workspace.document().apply(QStringLiteral("accept"), [&](job::Job& job) {
        app::acceptCall(job.ports[0], f.workspace.callsOf(0)[2].key, "as wanted");
    });
    f.settle();
    const auto after = cards();
    CHECK(after.size() == before.size());
    CHECK(after.first(2) == before.first(2));
    std::vector<int> heights;
    const QWidget* start = after.front();
    for (const QWidget* w = start->nextInFocusChain(); w != start; w = w->nextInFocusChain()) {
        if (calls->isAncestorOf(w) && w->focusPolicy() & Qt::TabFocus && qobject_cast<const QPushButton*>(w))
            heights.push_back(w->mapTo(calls, QPoint()).y());
    }
    CHECK(heights.size() >= static_cast<std::size_t>(after.size()));
    CHECK(std::ranges::is_sorted(heights));
}

namespace {

/// Notes the windows that come on screen.
struct ShownWindows : QObject {
    QStringList names;
    bool eventFilter(QObject* object, QEvent* event) override
    {
        const auto* widget = qobject_cast<QWidget*>(object);
        if (event->type() == QEvent::Show && widget && widget->isWindow())
            names << QString::fromLatin1(widget->metaObject()->className()) + QLatin1Char(' ') + widget->objectName();
        return false;
    }
};

}  // namespace

TEST_CASE("making the pages brings no window on screen beside the one that they are for")
{
    WindowFixture plain;
    app::Session session;
    widgets::Look look;
    ShownWindows shown;
    qApp->installEventFilter(&shown);
    widgets::MainWindow window({session, look}, plain.prompts());
    window.makePages();
    window.files().openDemo();
    qApp->removeEventFilter(&shown);
    INFO(shown.names.join(QStringLiteral(", ")).toStdString());
    CHECK(shown.names.isEmpty());
}
