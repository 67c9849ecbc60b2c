// SPDX-License-Identifier: GPL-3.0-or-later
// What people expect of any program: find, settings, undo list, a second window, the handbook, the tour.
#include "support/window_fixture.hpp"

#include <QClipboard>
#include <QDir>
#include <QKeySequenceEdit>
#include <QListWidget>
#include <QTableView>
#include <QTextBrowser>
#include <QUndoStack>
#include <QUndoView>

#include "help/about.hpp"
#include "help/handbook_window.hpp"
#include "help/tour.hpp"
#include "shell/find_dialog.hpp"
#include "shell/settings_dialog.hpp"
#include "shell/side_window.hpp"
#include "shell/window_keeper.hpp"

namespace {

QSettings* settingsIn(const TempFolder& folder)
{
    return new QSettings(QString::fromStdString((folder.path() / "s.ini").string()), QSettings::IniFormat);
}

}  // namespace

TEST_CASE("anything is gone to by some letters of its name")
{
    WindowFixture f;
    const auto first = [&](const QString& typed) {
        widgets::FindDialog dialog(widgets::everythingIn(f.window), &f.window);
        auto* words = dialog.findChild<QLineEdit*>("findWords");
        QTest::keyClicks(words, typed);
        QTest::keyClick(words, Qt::Key_Return);
        REQUIRE(dialog.chosen());
        dialog.chosen()->go();
        f.settle();
        return dialog.chosen()->name;
    };
    CHECK(first("i2") == "I2");
    CHECK(f.workspace.port()->id == "I2");
    CHECK(first("station 3").startsWith("Station 3"));
    CHECK(f.workspace.station() == 2);
    CHECK(first("virt probe") == "Probe: Virtual probe");
    CHECK(f.workspace.stage() == calls::Stage::Probe);
    first("rod field");
    CHECK(QApplication::focusWidget()->inherits("QLineEdit"));
    CHECK(first("inch or metric").startsWith("Inch or metric"));
    CHECK(f.workspace.displayUnits().system == units::System::Inch);

    widgets::FindDialog dialog(widgets::everythingIn(f.window), &f.window);
    auto* words = dialog.findChild<QLineEdit*>("findWords");
    auto* list = dialog.findChild<QListWidget*>("findList");
    QTest::keyClicks(words, "e");
    QTest::keyClick(words, Qt::Key_Down);
    CHECK(list->currentRow() == 1);
    words->setText("no such thing anywhere");
    QTest::keyClick(words, Qt::Key_Return);
    CHECK_FALSE(dialog.chosen());
}

TEST_CASE("the list of what was done goes back to any of it")
{
    WindowFixture f;
    const auto widen = [&](double mm) {
        f.workspace.document().apply(QString("Widen to %1").arg(mm), [mm](job::Job& job) {
            job.ports[0].stations[1].section.shape.width = lengthFromMm(mm);
        });
    };
    widen(30);
    widen(31);
    widen(32);
    f.trigger(widgets::command::UndoList);
    auto* list = f.find<QUndoView>("undoList");
    CHECK(list->model()->rowCount() == 4);
    CHECK(list->model()->index(2, 0).data().toString() == "Widen to 31");
    list->setCurrentIndex(list->model()->index(1, 0));
    CHECK(inMm(f.workspace.job().ports[0].stations[1].section.shape.width) == Approx(30));
    f.find<QDialog>("undoDialog")->close();
}

TEST_CASE("settings are taken, kept and found again, and a clash of shortcuts is told and not taken")
{
    const TempFolder folder;
    const std::unique_ptr<QSettings> settings(settingsIn(folder));
    {
        WindowFixture f;
        widgets::WindowKeeper keeper(*settings, f.window, {f.session, f.look});
        f.window.setKeeper(&keeper);
        app::Preferences wanted = keeper.preferences();
        units::ownOf(wanted.units, units::Kind::Depression).unit = 1;
        wanted.speedColours = 1;
        wanted.keys["big-digits"] = "Ctrl+Shift+Q";
        f.preferences = wanted;
        f.trigger(widgets::command::Settings);
        CHECK(f.preferencesNow.size == 100);
        CHECK(f.workspace.symbol(units::Kind::Depression) == "inH2O");
        CHECK(drawing::speedColours() == drawing::SpeedColours::BlackToWhite);
        CHECK(f.window.action(widgets::command::BigDigits)->shortcut() == QKeySequence("Ctrl+Shift+Q"));

        widgets::SettingsDialog dialog(keeper.preferences(), {f.window.stages(), f.window.commands().all()});
        CHECK(dialog.preferences().keys == wanted.keys);
        CHECK(dialog.preferences().units == wanted.units);
        auto* keys = dialog.findChild<QTableWidget*>("settingsKeys");
        auto* clash = dialog.findChild<QLabel*>("settingsClash");
        CHECK(clash->text().isEmpty());
        static_cast<QKeySequenceEdit*>(keys->cellWidget(0, 1))->setKeySequence(QKeySequence("Ctrl+Shift+Q"));
        CHECK(clash->text().contains("Ctrl+Shift+Q"));
        bool mayTake = true;
        for (const auto* button : dialog.findChildren<QPushButton*>())
            mayTake = mayTake && (button->text().remove('&') != "OK" || button->isEnabled());
        CHECK_FALSE(mayTake);
        dialog.findChild<QPushButton*>("settingsUsualKeys")->click();
        CHECK(clash->text().isEmpty());
        CHECK(dialog.preferences().keys.empty());
        // A unit chosen in the table is shown at once.
        auto* table = dialog.findChild<QTableWidget*>("settingsUnits");
        auto* unit = static_cast<QComboBox*>(table->cellWidget(0, 1));
        unit->setCurrentIndex(2);
        CHECK(table->item(0, 3)->text().endsWith("in"));
    }
    WindowFixture g;
    widgets::WindowKeeper keeper(*settings, g.window, {g.session, g.look});
    CHECK(g.workspace.symbol(units::Kind::Depression) == "inH2O");
    CHECK(g.window.action(widgets::command::BigDigits)->shortcut() == QKeySequence("Ctrl+Shift+Q"));
    keeper.take({});
    CHECK(g.workspace.symbol(units::Kind::Depression) == "kPa");
    CHECK(g.window.action(widgets::command::BigDigits)->shortcut() == QKeySequence("Ctrl+B"));
}

TEST_CASE("a job opens where one was in it")
{
    const TempFolder folder;
    const std::unique_ptr<QSettings> settings(settingsIn(folder));
    const QString one = QString::fromStdString((folder.path() / "one.euryth.json").string());
    const QString two = QString::fromStdString((folder.path() / "two.euryth.json").string());
    WindowFixture f;
    widgets::WindowKeeper keeper(*settings, f.window, {f.session, f.look});
    REQUIRE(f.workspace.document().saveAs(two).isEmpty());
    REQUIRE(f.workspace.document().saveAs(one).isEmpty());
    f.window.files().openFile(one);
    f.settle();
    f.window.showView(calls::Stage::Probe, 5);
    f.workspace.choosePort(1);
    f.workspace.chooseStation(3);
    f.settle();
    f.window.files().openFile(two);
    f.window.showStage(calls::Stage::Cut);
    f.workspace.choosePort(0);
    f.settle();
    f.window.files().openFile(one);
    f.settle();
    CHECK(f.workspace.stage() == calls::Stage::Probe);
    CHECK(f.window.page().view() == 5);
    CHECK(f.workspace.portIndex() == 1);
    CHECK(f.workspace.station() == 3);

    app::Preferences wanted = keeper.preferences();
    wanted.firstStage = "book";
    keeper.take(wanted);
    f.window.files().openFile(two);
    f.settle();
    CHECK(f.workspace.stage() == calls::Stage::Book);
}

TEST_CASE("of many jobs the places of the newest are kept, that of a job saved for the first time too")
{
    const TempFolder folder;
    const std::unique_ptr<QSettings> settings(settingsIn(folder));
    WindowFixture f;
    widgets::WindowKeeper keeper(*settings, f.window, {f.session, f.look});
    f.settle();
    const auto path = [&](int i) {
        return QString::fromStdString((folder.path() / (std::to_string(i) + ".euryth.json")).string());
    };
    for (int i = 0; i < 70; ++i) {
        REQUIRE(f.workspace.document().saveAs(path(i)).isEmpty());
        f.workspace.chooseStation(i % 2 == 0 ? 3 : 4);
    }
    CHECK(settings->value("places").toStringList().size() == 64);
    f.window.files().openFile(path(69));
    f.settle();
    CHECK(f.workspace.station() == 4);
    f.window.files().openFile(path(68));
    f.settle();
    CHECK(f.workspace.station() == 3);
}

TEST_CASE("a changed job with a file is saved by itself, and one that somebody else has changed is not")
{
    const TempFolder folder;
    const QString path = QString::fromStdString((folder.path() / "own.euryth.json").string());
    WindowFixture f;
    REQUIRE(f.workspace.document().saveAs(path).isEmpty());
    const auto retitle = [&](const char* title) {
        f.workspace.document().apply("Title", [title](job::Job& job) { job.title = title; });
    };
    retitle("by itself");
    f.window.files().saveByItself();
    CHECK_FALSE(f.workspace.document().isDirty());
    CHECK(files::loadJob(path.toStdString())->title == "by itself");
    retitle("mine");
    QFile theirs(path);
    REQUIRE(theirs.open(QIODevice::Append));
    theirs.write("\n");
    theirs.close();
    f.window.files().saveByItself();
    CHECK(f.workspace.document().isDirty());
    CHECK(f.told.isEmpty());
}

TEST_CASE("a view in a window of its own shows the same job, and takes the same commands")
{
    WindowFixture f;
    f.window.showView(calls::Stage::Shape, 0);
    widgets::SideWindow* beside = f.window.openBeside();
    f.settle();
    CHECK(beside->isVisible());
    CHECK(beside->page().view() == 0);
    CHECK(beside->windowTitle().contains("I1"));
    f.window.showStage(calls::Stage::Survey);
    f.workspace.choosePort(1);
    f.settle();
    CHECK(beside->windowTitle().startsWith(QString::fromStdString(f.workspace.port()->id)));
    CHECK(beside->page().isVisible());
    CHECK(beside->actions().contains(f.window.action(widgets::command::Undo)));
    auto* canvas = beside->findChild<widgets::AreaCanvas*>("areaCanvas");
    REQUIRE(canvas);
    CHECK(canvas->isUpToDate());
    CHECK(widgets::deskOf(*canvas) == static_cast<widgets::Desk*>(&f.window));
    f.trigger(widgets::command::FullScreen);
    CHECK(f.window.isFullScreen());
    f.trigger(widgets::command::FullScreen);
    CHECK_FALSE(f.window.isFullScreen());
    CHECK(beside->close());
}

TEST_CASE("the handbook has all its chapters, a section for every view, and no link that leads nowhere")
{
    WindowFixture f;
    const auto& book = widgets::Handbook::shipped();
    const QDir folder(QStringLiteral(EURYTH_HANDBOOK));
    CHECK(book.chapters().size() == static_cast<std::size_t>(folder.entryList({"*.md"}).size()));
    for (std::size_t i = 0; i < f.window.stages().size(); ++i) {
        const auto& stage = f.window.stages()[i];
        for (const QString& view : f.window.pageOf(i).views()) {
            CAPTURE(stage.chapter, view);
            const auto place = book.placeOf(stage.chapter, view);
            CHECK(book.chapters()[place.chapter].name == stage.chapter);
            CHECK(place.section > 0);
        }
    }
    static const QRegularExpression link("\\]\\(([^)#:]+)\\)");
    for (const auto& chapter : book.chapters()) {
        CAPTURE(chapter.name);
        CHECK_FALSE(chapter.title.isEmpty());
        auto found = link.globalMatch(chapter.markdown);
        while (found.hasNext()) {
            const QString target = found.next().captured(1);
            CAPTURE(target);
            CHECK(QFile::exists(folder.filePath(target)));
        }
    }
    // Where the danger is: who opens Cut's chapter meets the cautions.
    const auto cut = book.placeOf("cut", "Plan");
    CHECK(book.chapters()[cut.chapter].markdown.contains("respirator"));
}

TEST_CASE("F1 opens the handbook at what is on screen, words are found in it, and a chapter is printed")
{
    WindowFixture f;
    const TempFolder folder;
    f.window.showView(calls::Stage::Probe, 2);
    f.trigger(widgets::command::Help);
    auto* window = f.find<widgets::HandbookWindow>("handbook");
    REQUIRE(window->isVisible());
    const auto& book = widgets::Handbook::shipped();
    CHECK(book.at(window->place()).title.startsWith("Chokes"));
    auto* text = window->findChild<QTextBrowser*>("handbookText");
    f.settle();
    CHECK(text->textCursor().block().text().startsWith("Chokes"));
    CHECK(text->verticalScrollBar()->value() > 0);

    auto* words = window->findChild<QLineEdit*>("handbookWords");
    auto* list = window->findChild<QListWidget*>("handbookList");
    words->setText("big digits");
    REQUIRE(list->count() > 0);
    for (int i = 0; i < list->count(); ++i)
        CHECK_FALSE(list->item(i)->text().isEmpty());
    list->setCurrentRow(0);
    f.settle();
    const auto found = book.at(window->place());
    CHECK((found.title + found.text).contains("big digits", Qt::CaseInsensitive));
    words->setText("no such word in it");
    CHECK(list->count() == 1);
    CHECK(list->item(0)->text().contains("Nothing"));

    f.nextPath = QString::fromStdString((folder.path() / "chapter.pdf").string());
    window->findChild<QPushButton*>("handbookPrint")->click();
    CHECK(QFileInfo(f.nextPath).size() > 1000);
    window->close();
}

TEST_CASE(
    "the tour points at something that is there in each step, sees what was done, and is taken up where it was left")
{
    const TempFolder folder;
    const std::unique_ptr<QSettings> settings(settingsIn(folder));
    WindowFixture plain;
    app::Session session;
    widgets::Look look;
    widgets::MainWindow window({session, look}, plain.prompts(), {nullptr, nullptr, settings.get()});
    window.show();
    window.action(widgets::command::TakeTour)->trigger();
    widgets::Tour& tour = window.tour();
    REQUIRE(tour.isUnderWay());
    CHECK(session.workspace().port());  // the demo has been opened for it
    CHECK_FALSE(tour.isDone());
    session.workspace().choosePort(1);
    CHECK(tour.isDone());
    session.workspace().choosePort(0);

    const auto steps = widgets::tourSteps();
    for (std::size_t i = 0; i < steps.size(); ++i) {
        CAPTURE(i, steps[i].target);
        CHECK(tour.step() == static_cast<int>(i));
        bool seen = false;
        for (const auto* widget : window.findChildren<QWidget*>(steps[i].target))
            seen = seen || widget->isVisible();
        CHECK(seen);
        CHECK(window.rect().contains(tour.geometry()));
        if (i == 4) {
            CHECK_FALSE(tour.isDone());
            auto* canvas = window.findChild<widgets::AreaCanvas*>("areaCanvas");
            canvas->setFocus();
            QTest::keyClick(canvas, Qt::Key_Up);
            CHECK(tour.isDone());
        }
        if (i == 5) {
            tour.leave();
            CHECK_FALSE(tour.isUnderWay());
            window.action(widgets::command::TakeTour)->trigger();
            CHECK(tour.step() == 5);
        }
        if (i + 1 < steps.size())
            window.action(widgets::command::TourNext)->trigger();
    }
    tour.back();
    CHECK(tour.step() == static_cast<int>(steps.size()) - 2);
    tour.next();
    tour.next();
    CHECK_FALSE(tour.isUnderWay());
    CHECK(settings->value("tourStep").toInt() == 0);
    session.document().reset(job::Job{}, {});
}

TEST_CASE("About tells versions and licences, and copies a report without anything of the job")
{
    WindowFixture f;
    widgets::AboutDialog dialog(widgets::AboutDialog::Tab::Licences, &f.window);
    dialog.show();
    dialog.findChild<QPushButton*>("copyReport")->click();
    const QString report = QApplication::clipboard()->text();
    CHECK(report.contains("Qt " + QString::fromLatin1(qVersion())));
    CHECK_FALSE(report.contains(QString::fromStdString(f.workspace.job().title)));
    CHECK(widgets::licencesHtml().contains("GPL-3.0-or-later"));
}

namespace {

/// What a window of its own with the four-cylinder demo shows.
struct Reader {
    app::Session session;
    widgets::Look look;
    widgets::MainWindow window;

    Reader(WindowFixture& plain, bool beside) : window({session, look}, plain.prompts())
    {
        if (beside)
            session.workspace().judgeBeside();
        window.makePages();
        window.files().openDemoFour();
        window.show();
        plain.settle();
        session.workspace().finishJudging();
    }
    ~Reader() { session.document().reset(job::Job{}, {}); }
    void edit()
    {
        REQUIRE(session.document().apply("Widen", [](job::Job& job) {
            job.ports[1].stations[3].section.shape.width = lengthFromMm(33);
            job.ports[1].stations[2].plan.area = areaFromMm2(1500);
            job.ports[1].valve.throat = lengthFromMm(38.5);
        }));
    }
    /// Words and numbers in sight; what takes seconds beside any window is left out.
    [[nodiscard]] QStringList inSight() const
    {
        QStringList all;
        for (const QLabel* label : window.findChildren<QLabel*>()) {
            if (label->isVisible())
                all << label->text();
        }
        for (const QTableView* table : window.findChildren<QTableView*>()) {
            if (!table->isVisible() || table->objectName() == QStringLiteral("planTable"))
                continue;
            const auto* model = table->model();
            for (int i = 0; i < model->rowCount() * model->columnCount(); ++i)
                all << model->index(i / model->columnCount(), i % model->columnCount()).data().toString();
        }
        all.sort();  // call cards that have stayed stand before new ones among the children
        return all;
    }
};

}  // namespace

TEST_CASE("what is worked out beside the window is in the end what would be worked out at once, in every view")
{
    WindowFixture plain;
    Reader atOnce(plain, false);
    Reader beside(plain, true);
    for (Reader* reader : {&atOnce, &beside})
        reader->session.workspace().choosePort(1);
    for (std::size_t stage = 0; stage < atOnce.window.stages().size(); ++stage) {
        for (Reader* reader : {&atOnce, &beside})
            reader->window.showStage(reader->window.stages()[stage].id);
        const bool isProbe = atOnce.window.stages()[stage].id == calls::Stage::Probe;
        // The views of computed fields follow fields that take seconds; what they show hangs on nothing else.
        const int views = isProbe ? 5 : std::max(1, static_cast<int>(atOnce.window.page().views().size()));
        for (int view = 0; view < views; ++view) {
            for (Reader* reader : {&atOnce, &beside}) {
                reader->window.page().showView(view);
                reader->edit();
                plain.settle();
            }
            const auto same = [&] { return atOnce.inSight() == beside.inSight(); };
            const bool caughtUp = QTest::qWaitFor(same, 20000);
            CAPTURE(stage, view);
            if (!caughtUp) {
                const QStringList one = atOnce.inSight();
                const QStringList other = beside.inSight();
                for (const QString& text : one) {
                    if (!other.contains(text))
                        UNSCOPED_INFO("at once: " << text.toStdString());
                }
                for (const QString& text : other) {
                    if (!one.contains(text))
                        UNSCOPED_INFO("beside: " << text.toStdString());
                }
            }
            CHECK(caughtUp);
            for (Reader* reader : {&atOnce, &beside})
                reader->session.document().undoStack().undo();
        }
    }
}

TEST_CASE("calls that are worked out beside the window arrive on screen")
{
    WindowFixture plain;
    app::Session session;
    session.workspace().judgeBeside();
    widgets::Look look;
    widgets::MainWindow window({session, look}, plain.prompts());
    window.files().openDemo();
    window.show();
    plain.settle();
    session.workspace().finishJudging();
    plain.settle();
    auto* calls = window.findChild<QWidget*>("calls");
    REQUIRE(calls);
    const auto cards = [&] { return calls->findChildren<QFrame*>("card").size(); };
    CHECK(cards() > 0);
    const auto wide = [](job::Job& job) { job.ports[0].stations[2].section.shape.width = lengthFromMm(55); };
    REQUIRE(session.document().apply("Widen", wide));
    CHECK(session.workspace().isJudging(0));
    session.workspace().finishJudging();
    plain.settle();
    CHECK(cards() >= static_cast<qsizetype>(session.workspace().callsOf(0).size()));
    session.document().reset(job::Job{}, {});
}
