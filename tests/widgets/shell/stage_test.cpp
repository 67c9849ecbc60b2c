// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include <set>

#include <QMenu>

#include "shell/help.hpp"

TEST_CASE("a port's tile has the headline of the stage and the progress of all")
{
    app::Workspace workspace;
    workspace.document().reset(demoOneMeasured(), {});
    const auto stages = widgets::stages();
    REQUIRE(stages.size() == 6);
    CHECK(stages[0].headline(workspace, 0)->number == "113.9 cc");
    CHECK(stages[2].headline(workspace, 0)->number == "1.45x");
    for (const widgets::StageInfo& stage : stages) {
        CAPTURE(stage.id.key);
        const auto wanted = stage.id == calls::Stage::Prove  ? widgets::Progress::Empty  // it has no flow test yet
                            : stage.id == calls::Stage::Book ? widgets::Progress::Begun  // half of its work is done
                                                             : widgets::Progress::Done;
        CHECK(stage.progress(workspace, 0) == wanted);
    }
    CHECK_FALSE(stages[0].headline(workspace, 1));
    CHECK(stages[0].progress(workspace, 1) == widgets::Progress::Empty);
}

namespace {

constexpr calls::Stage kTidyUp{"tidy-up"};
constexpr widgets::CommandId kSweep{"sweep"};
int g_swept = 0;

class TidyUpPage : public widgets::StagePage {
public:
    using StagePage::StagePage;
    void refresh() override { ++refreshed; }
    int refreshed = 0;
};

/// A stage that nobody knows of but this file.
widgets::StageInfo tidyUpStage()
{
    return {kTidyUp,
            "&Tidy up",
            "What is left to do",
            "tidy-up",
            [](widgets::Context context, widgets::Desk&, const widgets::Commands&) -> widgets::StagePage* {
                return new TidyUpPage(context);
            },
            [](const app::Workspace&, std::size_t) { return widgets::Progress::Begun; },
            [](const app::Workspace&, std::size_t) { return std::optional<widgets::Headline>(); },
            {{kSweep,
              {widgets::MenuId::Edit, 900},
              "S&weep",
              "Ctrl+Shift+W",
              "Sweep the bench",
              [](widgets::Desk&) { ++g_swept; },
              widgets::only::withPort}},
            {{"tidy-up", [](widgets::Walk& walk) { walk.show(kTidyUp); }}}};
}

}  // namespace

TEST_CASE("a stage that is registered is in the window, the menus, the sheet of shortcuts, the help and the walk")
{
    WindowFixture plain;
    app::Session session;
    session.document().reset(demoJob(), {});
    widgets::Look look;
    auto stages = widgets::stages();
    stages.push_back(tidyUpStage());
    const QString number = QString::number(stages.size());
    widgets::MainWindow window({session, look}, plain.prompts(), {}, std::move(stages));
    window.show();

    QAction* go = window.action(widgets::stageCommand(kTidyUp));
    CHECK(go->shortcut().toString() == "Ctrl+" + number);
    go->trigger();
    CHECK(session.workspace().stage() == kTidyUp);
    auto* page = dynamic_cast<TidyUpPage*>(&window.page());
    REQUIRE(page);
    CHECK(page->refreshed > 0);
    CHECK(window.stageNow().chapter == std::string_view("tidy-up"));
    CHECK(widgets::shortcutSheet(window.commands()).contains("Sweep the bench"));
    g_swept = 0;
    window.action(kSweep)->trigger();
    CHECK(g_swept == 1);
    CHECK(window.stages().back().pictures.size() == 1);
    bool button = false;
    for (const auto* b : window.findChildren<QPushButton*>())
        button = button || b->text() == number + "  Tidy up";
    CHECK(button);
    bool inMenu = false;
    for (const auto* menu : window.findChildren<QMenu*>())
        inMenu = inMenu || menu->actions().contains(window.action(kSweep));
    CHECK(inMenu);

    // Without a port there is nothing to sweep, and a hidden page rests.
    window.action(widgets::stageCommand(calls::Stage::Cut))->trigger();
    const int before = page->refreshed;
    session.document().reset(job::Job{}, {});
    CHECK_FALSE(window.action(kSweep)->isEnabled());
    CHECK(page->refreshed == before);
}

TEST_CASE("every command has a handler, a text, a help and an id of its own, and each is in a menu")
{
    WindowFixture f;
    std::set<std::string_view> ids;
    for (const widgets::Command& command : f.window.commands().all()) {
        CAPTURE(command.id.key);
        CHECK(command.run);
        CHECK(*command.text != '\0');
        CHECK(*command.help != '\0');
        CHECK(ids.insert(command.id.key).second);
        bool inMenu = false;
        for (const auto* menu : f.window.findChildren<QMenu*>())
            inMenu = inMenu || menu->actions().contains(f.window.action(command.id));
        CHECK(inMenu);
    }
    CHECK(ids.size() > 40);
    // A handler that is missing is seen by the compiler.
    STATIC_REQUIRE_FALSE(std::is_constructible_v<widgets::Command, widgets::CommandId, widgets::Command::Place,
                                                 const char*, const char*, const char*, std::nullptr_t>);
}
