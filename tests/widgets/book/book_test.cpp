// SPDX-License-Identifier: GPL-3.0-or-later
// Book as one works with it: a job from arrival to the customer's sheet by keys, the clock, parts, hours, pictures, and
// the shop's queue.
#include "support/window_fixture.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QSpinBox>
#include <QTimer>

#include "app/work_edits.hpp"
#include "book/book_stage.hpp"
#include "files/shop_file.hpp"
#include "kit/page_tools.hpp"
#include "picture_canvas.hpp"
#include "queue_canvas.hpp"
#include "shell/book_dialogs.hpp"
#include "shell/demo_shop.hpp"
#include "support/wait_until.hpp"
#include "work/hours.hpp"
#include "work/operations.hpp"

namespace {

enum View { Work, Customer, Hours, Pictures, Shop };

struct Booking : WindowFixture {
    TempFolder folder;
    explicit Booking(bool inShop = true)
    {
        if (inShop) {
            window.files().openDemoShop(QString::fromStdString(folder.path().string()));
            session.shop().finish();
        }
        trigger(widgets::stageCommand(calls::Stage::Book));
        settle();
    }
    /// The open job's lock goes before its folder does.
    ~Booking() { session.document().reset(job::Job{}, {}); }
    Booking(const Booking&) = delete;
    Booking& operator=(const Booking&) = delete;
    void show(View view)
    {
        find<widgets::Switch>("bookViews")->click(view);
        settle();
    }
    void enter(const char* field, const QString& text)
    {
        auto* line = find<QLineEdit>(field);
        line->setFocus();
        line->selectAll();
        typeAndEnter(text);
    }
    void choose(const char* box, int index)
    {
        auto* combo = find<QComboBox>(box);
        combo->setCurrentIndex(index);
        emit combo->activated(index);
        settle();
    }
    void pressButton(const char* name)
    {
        find<QPushButton>(name)->click();
        settle();
    }
    const job::Work& work() { return workspace.job().work; }
    job::Operation& operation(const char* id)
    {
        return const_cast<job::Operation&>(*std::ranges::find(work().operations, id, &job::Operation::id));
    }
    int rowOf(const char* id)
    {
        return static_cast<int>(std::ranges::find(work().operations, id, &job::Operation::id) -
                                work().operations.begin());
    }
    QTableWidget* operations() { return find<QTableWidget>("operations"); }
    void at(const char* id)
    {
        operations()->setCurrentCell(rowOf(id), 1);
        settle();
    }
    widgets::QueueCanvas* queue() { return find<widgets::QueueCanvas>("queueCanvas"); }
    QString titleAt(std::size_t row)
    {
        const auto& shop = session.shop();
        return QString::fromStdString(shop.cards()[shop.queue().rows[row].card].job.title);
    }
};

}  // namespace

TEST_CASE("Book: a job from arrival to the customer's sheet by keys")
{
    Booking f;
    f.nextPath = QString::fromStdString((f.folder.path() / "new-head.euryth.json").string());
    f.guide = app::GuideAnswers{"Newcomer's head", 1, 1, 1, {}, {}, {}, false};
    f.trigger(widgets::command::NewJob);
    f.trigger(widgets::command::SaveJob);
    f.session.shop().finish();
    f.trigger(widgets::stageCommand(calls::Stage::Book));
    f.show(Customer);
    f.enter("customerName", "Somebody");
    f.enter("workMarks", "N-1");
    f.enter("workFound", "dirty");
    f.enter("workArrived", "2026-11-23");
    f.enter("workPromised", "soon");
    CHECK(f.work().promised.empty());  // refused, with the reason, and still there
    CHECK(f.find<QLineEdit>("workPromised")->text() == QStringLiteral("soon"));
    f.enter("workPromised", "2027-02-01");
    CHECK(f.work().promised == "2027-02-01");

    f.show(Work);
    const int kind = f.find<QComboBox>("workKind")->findData(QStringLiteral("clean-up"));
    f.choose("workKind", kind);
    REQUIRE(f.work().operations.size() == 5);
    CHECK(f.operations()->rowCount() == 5);
    f.operations()->setFocus();
    f.operations()->setCurrentCell(0, 1);
    for (int i = 0; i < 4; ++i) {
        f.press(Qt::Key_Space);
        f.press(Qt::Key_Down);
    }
    CHECK(f.work().operations[3].state == job::OperationState::Done);
    f.enter("operationNote", "smooth already");
    f.choose("operationState", 4);
    CHECK(f.work().operations[4].state == job::OperationState::LeftOut);
    CHECK(f.work().operations[4].note == "smooth already");
    f.trigger(widgets::command::SaveJob);
    f.book = widgets::BookRequest{};
    f.nextPath = QString::fromStdString((f.folder.path() / "sheet.pdf").string());
    f.trigger(widgets::command::BookSheets);
    CHECK(f.told.isEmpty());
    QFile sheet(f.nextPath);
    REQUIRE(sheet.open(QIODevice::ReadOnly));
    CHECK(sheet.read(4) == "%PDF");
    CHECK(f.suggested == QStringLiteral("new-head-customer.pdf"));
    // All of it can be taken back.
    while (f.session.document().undoStack().canUndo())
        f.session.document().undoStack().undo();
    CHECK(f.work() == job::Work{});
}

TEST_CASE("Book: the clock counts at the chosen operation, from any stage, by one key")
{
    Booking f;
    f.at("short sides");
    REQUIRE(f.find<QComboBox>("clockPort")->findData(QStringLiteral("I1")) >= 0);
    f.find<QComboBox>("clockPort")->setCurrentIndex(f.find<QComboBox>("clockPort")->findData(QStringLiteral("I1")));
    f.find<QComboBox>("clockPerson")->setCurrentText(QStringLiteral("Mara"));
    f.trigger(widgets::stageCommand(calls::Stage::Cut));
    f.trigger(widgets::command::ClockRuns);
    CHECK(f.work().clock.runs());
    CHECK(f.work().clock.operation == "short sides");
    CHECK(f.work().clock.port == "I1");
    CHECK(f.work().clock.person == "Mara");
    const std::size_t before = f.work().hours.size();
    QTest::qWait(1100);
    f.trigger(widgets::command::ClockRuns);
    REQUIRE(f.work().hours.size() == before + 1);
    CHECK(f.work().hours.back().minutes > 0.0);
    CHECK(f.work().hours.back().port == "I1");
    CHECK_FALSE(f.work().clock.runs());
    CHECK(f.told.isEmpty());
}

TEST_CASE("Book: a clock without an operation says so")
{
    Booking f(false);
    f.workspace.document().reset(job::Job{}, {});
    f.trigger(widgets::command::ClockRuns);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(QStringLiteral("no operation")));
}

TEST_CASE("Book: after a long watch it asks how much of it counts, also when the job is opened again")
{
    Booking f;
    const auto ran = [&](double hours) {
        f.session.document().apply(QStringLiteral("start"), [&](job::Job& job) {
            auto now = app::momentNow(f.session.clock());
            now.utc -= std::chrono::seconds(static_cast<long>(hours * 3600));
            work::startClock(job.work, "bowls", "", "Mara", now);
        });
    };
    ran(9.0);
    const std::size_t before = f.work().hours.size();
    f.trigger(widgets::command::ClockRuns);
    CHECK(f.titles.last() == QStringLiteral("watch of 9.0"));
    CHECK(f.work().clock.runs());  // not answered: it goes on
    f.watch = 1.5;
    f.trigger(widgets::command::ClockRuns);
    REQUIRE(f.work().hours.size() == before + 1);
    CHECK(f.work().hours.back().minutes == Approx(90.0));

    ran(14.0);
    f.trigger(widgets::command::SaveJob);
    f.watch = 0.0;
    f.window.files().openFile(f.session.document().path());
    CHECK(f.titles.last() == QStringLiteral("watch of 14.0"));
    CHECK_FALSE(f.work().clock.runs());
    CHECK(f.work().hours.size() == before + 1);  // forgotten
}

TEST_CASE("Book: operations are added, moved, removed, renamed and kept as the shop's template")
{
    Booking f;
    f.at("bowls");
    f.pressButton("operationUp");
    CHECK(f.rowOf("bowls") + 1 == f.rowOf("walls"));
    f.pressButton("operationDown");
    f.enter("operationWho", "Jost");
    CHECK(f.operation("bowls").who == "Jost");
    f.enter("operationSent", "yesterday");
    CHECK(f.operation("bowls").sent.empty());
    f.choose("operationPlace", 1);
    CHECK(f.operation("bowls").place == job::WorkPlace::Outside);
    f.pressButton("keepTemplate");
    CHECK(f.told.isEmpty());
    REQUIRE(f.session.shop().shop().templates.size() == 1);
    CHECK(f.session.shop().shop().templates[0].kind == "full port");
    const std::size_t count = f.work().operations.size();
    f.pressButton("removeOperation");
    CHECK(f.work().operations.size() == count - 1);
}

TEST_CASE("Book: Space takes a tick away again, and contradicts the other stages, Delete believes them")
{
    Booking f;
    f.operations()->setFocus();
    f.at("bowls");
    f.press(Qt::Key_Space);
    CHECK(f.operation("bowls").state == job::OperationState::Done);
    f.press(Qt::Key_Space);
    CHECK_FALSE(f.operation("bowls").state);
    f.at("measure");  // all sections are there
    CHECK(f.operations()->item(f.rowOf("measure"), 0)->text() == QStringLiteral("✓"));
    f.press(Qt::Key_Space);
    CHECK(f.operation("measure").state == job::OperationState::Open);
    CHECK(f.operations()->item(f.rowOf("measure"), 0)->text() == QStringLiteral("○"));
    f.press(Qt::Key_Delete);
    CHECK_FALSE(f.operation("measure").state);
    CHECK(f.operations()->item(f.rowOf("measure"), 0)->text() == QStringLiteral("✓"));
}

TEST_CASE("Book: an operation that gets another name keeps its hours")
{
    Booking f;
    f.at("valve job");
    const double before = work::hoursAt(f.workspace.job(), "valve job");
    REQUIRE(before > 0.0);
    f.enter("operationId", "valve job by hand");
    CHECK(work::hoursAt(f.workspace.job(), "valve job by hand") == Approx(before));
    f.enter("operationId", "wash");  // there is one
    CHECK(f.operation("valve job by hand").id == "valve job by hand");
    CHECK(f.text("bookFindings").contains(QStringLiteral("no list")) == false);
}

TEST_CASE("Book: pictures are dropped from the file manager")
{
    Booking f;
    f.show(Pictures);
    QWidget* view = f.find<QListWidget>("pictures");
    while (!view->acceptDrops() || view == f.find<QListWidget>("pictures"))
        view = view->parentWidget();
    QMimeData files;
    files.setUrls({QUrl::fromLocalFile(QString::fromStdString((f.folder.path() / "bellows-lane.png").string())),
                   QUrl::fromLocalFile(QString::fromStdString((f.folder.path() / "van-four.euryth.json").string()))});
    QDragEnterEvent enters(QPoint(5, 5), Qt::CopyAction, &files, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(view, &enters);
    CHECK(enters.isAccepted());
    QDropEvent drops(QPointF(5, 5), Qt::CopyAction, &files, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(view, &drops);
    f.settle();
    CHECK(f.work().pictures.size() == 5);  // the job file is none
    CHECK(f.work().pictures.back().file == "iron-four.photos/bellows-lane.png");
    CHECK(f.told.isEmpty());
}

TEST_CASE("Shop: a job that somebody else has open is marked")
{
    Booking f;
    app::Document other;
    REQUIRE(other.open(QString::fromStdString((f.folder.path() / "van-four.euryth.json").string())).isEmpty());
    f.show(Shop);
    const auto& rows = f.queue()->scene().rows;
    const auto van = std::ranges::find_if(rows, [](const auto& row) { return row.name.startsWith("Delivery van"); });
    REQUIRE(van != rows.end());
    CHECK(van->note.startsWith(QStringLiteral("open in another window")));
    CHECK_FALSE(rows[2].note.startsWith(QStringLiteral("open in another window")));
    other.reset(job::Job{}, {});
}

TEST_CASE("the demo's shop has its story on the day on which it is opened")
{
    Booking f;
    const QDate today = f.session.clock()().toLocalTime().date();
    const auto& van = std::ranges::find(f.session.shop().cards(), "van-four.euryth.json", &work::Card::file)->job;
    CHECK(QDate::fromString(QString::fromStdString(van.work.promised), Qt::ISODate) == today.addDays(2));
    CHECK(widgets::demoShopFolder(today) != widgets::demoShopFolder(today.addDays(1)));
}

TEST_CASE("Book: what to mind names late parts, what is wrong in the dates, and what can hurt")
{
    Booking f;
    f.at("assembly");
    const QString text = f.text("bookFindings");
    CHECK(text.contains(QStringLiteral("Springs are under load")));
    f.session.document().apply(QStringLiteral("x"), [](job::Job& job) { job.work.arrived = "2099-01-01"; });
    f.settle();
    CHECK(f.text("bookFindings").contains(QStringLiteral("is before")));
    f.at("short sides");
    CHECK(f.text("bookFindings").contains(QStringLiteral("jobs like it took")));
}

TEST_CASE("Book: parts arrive, and what waited for them goes on")
{
    Booking f;
    f.show(Customer);
    auto* parts = f.find<QTableWidget>("parts");
    REQUIRE(parts->rowCount() == 2);
    parts->setCurrentCell(0, 0);
    f.settle();
    f.enter("partName", "intake valves 38.5");
    CHECK(f.operation("assembly").needsParts.front() == "intake valves 38.5");
    f.choose("partState", 3);
    CHECK(f.work().parts[0].state == job::PartState::Arrived);
    CHECK_FALSE(f.work().parts[0].arrived.empty());
    parts->setCurrentCell(1, 0);
    f.settle();
    f.choose("partState", 4);
    CHECK(f.work().parts[1].state == job::PartState::DoesNotFit);
    const auto now = work::operationsNow(f.workspace.job());
    CHECK(now[static_cast<std::size_t>(f.rowOf("assembly"))].waitsFor == std::vector<std::string>{"pistons"});
}

TEST_CASE("Book: hours are written down later, and removed")
{
    Booking f;
    f.show(Hours);
    const std::size_t before = f.work().hours.size();
    f.find<QWidget>("hourButtons")->findChildren<QPushButton*>().front()->click();
    f.settle();
    REQUIRE(f.work().hours.size() == before + 1);
    f.enter("hourOperation", "bowls");
    f.enter("hourPort", "I2");
    f.enter("hourPerson", "Jost");
    f.enter("hourDay", "2026-03-24");
    REQUIRE(f.window.putHandInto("worked-minutes"));
    f.typeAndEnter("45");
    CHECK(work::hoursAt(f.workspace.job(), "bowls") == Approx(0.75));
    CHECK(f.work().hours.back().start == "2026-03-24");
    f.enter("hourDay", "24.3.");
    CHECK(f.work().hours.back().start == "2026-03-24");
    f.find<QWidget>("hourButtons")->findChildren<QPushButton*>().back()->click();
    f.settle();
    CHECK(f.work().hours.size() == before);
}

TEST_CASE("Book: pictures are taken, turned, looked at nearer, and stand before beside after")
{
    Booking f;
    f.show(Pictures);
    auto* list = f.find<QListWidget>("pictures");
    REQUIRE(list->count() == 4);
    auto* chosen = f.find<widgets::PictureCanvas>("pictureChosen");
    auto* before = f.find<widgets::PictureCanvas>("pictureBefore");
    list->setCurrentRow(1);  // the window after
    f.settle();
    CHECK(before->isVisible());
    CHECK_FALSE(before->picture().isNull());
    list->setCurrentRow(2);
    f.settle();
    CHECK_FALSE(before->isVisible());
    chosen->setFocus();
    f.press(Qt::Key_Plus);
    CHECK(chosen->zoom() == Approx(1.25));
    f.press(Qt::Key_0);
    CHECK(chosen->zoom() == 1.0);
    const QSize size = chosen->picture().size();
    f.press(Qt::Key_R);
    CHECK(f.work().pictures[2].quarterTurns == 1);
    CHECK(chosen->picture().size() == size.transposed());

    f.nextSource = QString::fromStdString((f.folder.path() / "iron-four.photos" / "i2-seat.jpg").string());
    f.trigger(widgets::command::AddPicture);
    CHECK(f.work().pictures.size() == 5);
    CHECK(f.work().pictures.back().file == "iron-four.photos/i2-seat.jpg");  // it lies there already
    f.nextSource = QString::fromStdString((f.folder.path() / "iron-four.euryth.json").string());
    f.trigger(widgets::command::AddPicture);
    CHECK(f.work().pictures.size() == 5);
    REQUIRE(f.told.size() == 1);
    CHECK(f.told[0].contains(QStringLiteral("no picture")));

    // A telephone's upload.
    QDir(QString::fromStdString(f.folder.path().string())).mkdir(QStringLiteral("upload"));
    QFile::copy(QString::fromStdString((f.folder.path() / "bellows-lane.png").string()),
                QString::fromStdString((f.folder.path() / "upload" / "new.png").string()));
    CHECK(f.session.shop().change([](job::Shop& shop) { shop.incoming = "upload"; }).isEmpty());
    f.show(Work);
    f.show(Pictures);
    auto* incoming = f.find<QPushButton>("incomingPictures");
    REQUIRE(incoming->isVisible());
    incoming->click();
    f.settle();
    CHECK(f.work().pictures.back().file == "iron-four.photos/new.png");
    CHECK_FALSE(incoming->isVisible());
}

TEST_CASE("Shop: the queue by keys, one put before another, and what that does to the promises")
{
    Booking f;
    f.show(Shop);
    f.queue()->setFocus();
    f.press(Qt::Key_Home);
    const QString first = f.titleAt(0);
    const QString second = f.titleAt(1);
    f.press(Qt::Key_Down, Qt::ShiftModifier);
    CHECK(f.titleAt(0) == second);
    CHECK(f.titleAt(1) == first);
    CHECK(f.queue()->scene().chosen == 1u);
    f.pressButton("shopBack");
    CHECK(f.titleAt(0) == first);
    f.press(Qt::Key_End);
    f.queue()->setFocus();
    const std::size_t last = f.session.shop().queue().rows.size() - 1;
    const QString moved = f.titleAt(last);
    f.press(Qt::Key_End);
    f.press(Qt::Key_Home, Qt::ShiftModifier);
    CHECK(f.titleAt(0) == moved);
    f.pressButton("orderByPromises");
    const auto& rows = f.session.shop().queue().rows;
    for (std::size_t i = 1; i < rows.size(); ++i) {
        if (rows[i].promised)
            CHECK(rows[i].promised >= rows[i - 1].promised);
    }
}

TEST_CASE("Shop: a job is dragged before another with the mouse")
{
    Booking f;
    f.show(Shop);
    const QString third = f.titleAt(2);
    auto* queue = f.queue();
    const auto middle = [](std::size_t row) {
        return QPoint(60,
                      static_cast<int>(drawing::kQueueHead + drawing::kQueueRow * (static_cast<double>(row) + 0.5)));
    };
    QTest::mousePress(queue, Qt::LeftButton, {}, middle(2));
    QTest::mouseMove(queue, middle(1));
    QTest::mouseMove(queue, QPoint(60, static_cast<int>(drawing::kQueueHead) + 4));
    f.settle();
    CHECK(queue->scene().dropBefore == 0u);
    QTest::mouseRelease(queue, Qt::LeftButton, {}, QPoint(60, static_cast<int>(drawing::kQueueHead) + 4));
    f.settle();
    CHECK(f.titleAt(0) == third);
}

TEST_CASE("Shop: late ones are told with why, and when a new one could be ready")
{
    Booking f;
    f.show(Shop);
    CHECK(f.text("lateJobs").contains(QStringLiteral("sidecar-cross")));
    CHECK(f.text("lateJobs").contains(QStringLiteral("has no date; missing: hours estimated")));
    const QString before = f.text("offerText");
    CHECK(before.contains(QStringLiteral("behind all others")));
    f.find<QSpinBox>("offerPorts")->setValue(40);
    f.settle();
    CHECK(f.text("offerText") != before);
    CHECK(f.text("shopState").contains(QStringLiteral("past jobs took")));
}

TEST_CASE("Shop: a job is found by mark, customer or finding, and by its code, and opened by Enter")
{
    Booking f;
    f.trigger(widgets::command::FindJob);
    auto* found = f.find<QListWidget>("foundJobs");
    CHECK(QApplication::focusWidget() == f.find<QLineEdit>("findJob"));
    f.type("dockside");
    CHECK(found->count() == 1);
    f.press(Qt::Key_Return);
    f.settle();
    CHECK(f.workspace.job().title == "Delivery van four, burnt valve");
    f.trigger(widgets::command::FindJob);
    f.type("tractor");
    CHECK(found->count() == 1);  // finished ones too
    CHECK(found->item(0)->text().contains(QStringLiteral("finished")));
    f.find<QLineEdit>("findJob")->clear();
    f.typeAndEnter("euryth-job:sidecar-cross.euryth.json");  // as a scanner types it
    CHECK(f.workspace.job().title == "Flat-twin sidecar-cross outfit");
    f.trigger(widgets::command::FindJob);
    f.type("nothing of the kind");
    CHECK(found->count() == 1);  // says so
    f.press(Qt::Key_Return);
    CHECK(f.workspace.job().title == "Flat-twin sidecar-cross outfit");
}

TEST_CASE("Shop: people and days off are typed, and what cannot be read is told")
{
    Booking f;
    f.show(Shop);
    auto* people = f.find<QTableWidget>("people");
    REQUIRE(people->rowCount() == 2);
    people->item(0, 1)->setText(QStringLiteral("4"));
    f.settle();
    CHECK(f.session.shop().shop().people[0].hours == 4.0);
    people->item(0, 1)->setText(QStringLiteral("many"));
    f.settle();
    CHECK(f.told.size() == 1);
    CHECK(f.session.shop().shop().people[0].hours == 4.0);
    CHECK(people->item(0, 1)->text() != QStringLiteral("many"));
    people->item(1, 2)->setText(QStringLiteral("mon, sat"));
    f.settle();
    CHECK(f.session.shop().shop().people[1].workDays == std::array{true, false, false, false, false, true, false});
    people->item(1, 2)->setText(QStringLiteral("noday"));
    f.settle();
    CHECK(f.told.size() == 2);
    auto* days = f.find<QTableWidget>("daysOff");
    days->item(0, 1)->setText(QStringLiteral("2026-04-07x"));
    f.settle();
    CHECK(f.told.size() == 3);
    f.enter("shopName", "Another name");
    CHECK(f.session.shop().shop().name == "Another name");
    const auto saved = files::loadShop(f.folder.path() / files::kShopName);
    REQUIRE(saved);
    CHECK(saved->name == "Another name");
}

TEST_CASE("Shop: without a folder it says what a shop is")
{
    Booking f(false);
    f.show(Shop);
    CHECK(f.text("shopState").contains(QStringLiteral("save this job into a folder")));
    f.nextFolder = QString::fromStdString(f.folder.path().string());
    f.trigger(widgets::command::OpenShop);
    f.session.shop().finish();
    f.settle();
    CHECK(f.session.shop().folder() == f.nextFolder);
}

TEST_CASE("a job is packed and opened again elsewhere, and an earlier version is brought back")
{
    Booking f;
    f.nextPath = QString::fromStdString((f.folder.path() / "four.euryth.zip").string());
    f.trigger(widgets::command::PackJob);
    CHECK(f.told.isEmpty());
    REQUIRE(QFile::exists(f.nextPath));
    f.nextSource = f.nextPath;
    f.nextFolder = QString::fromStdString((f.folder.path() / "elsewhere").string());
    f.trigger(widgets::command::UnpackJob);
    CHECK(f.told.isEmpty());
    CHECK(f.session.document().path().endsWith(QStringLiteral("elsewhere/iron-four.euryth.json")));
    f.trigger(widgets::command::UnpackJob);  // it is there already: nothing is written over
    CHECK(f.told.size() == 1);

    f.trigger(widgets::command::EarlierVersions);
    CHECK(f.told.size() == 2);  // none yet
    f.session.document().apply(QStringLiteral("x"), [](job::Job& job) { job.work.promised = "2027-01-01"; });
    f.trigger(widgets::command::SaveJob);
    f.earlier = 0;
    f.trigger(widgets::command::EarlierVersions);
    REQUIRE(f.versions.size() == 1);
    CHECK(f.versions[0].changes == QStringList{QStringLiteral("customer and dates")});
    CHECK(f.work().promised != "2027-01-01");
    f.session.document().undoStack().undo();
    CHECK(f.work().promised == "2027-01-01");
}

TEST_CASE("the form shows the operation that is chosen when a job is opened")
{
    Booking f;
    f.window.showView(calls::Stage::Book, 0);
    f.settle();
    const auto* table = f.find<QTableWidget>("operations");
    const auto& operation = f.work().operations.at(static_cast<std::size_t>(table->currentRow()));
    CHECK(table->currentRow() > 0);  // where the work goes on, not the first one
    CHECK(f.find<QLineEdit>("operationId")->text().toStdString() == operation.id);
}

TEST_CASE("how much of a long watch counts is typed over what it shows")
{
    Booking f(false);
    const auto answer = [&](const QString& typed, Qt::Key end) {
        QTimer::singleShot(0, &f.window, [&, end] {
            QWidget* dialog = QApplication::activeModalWidget();
            REQUIRE(dialog);
            REQUIRE(QTest::qWaitForWindowActive(dialog));
            REQUIRE(dialog->focusWidget());
            QTest::keyClicks(dialog->focusWidget(), typed);
            QTest::keyClick(dialog->focusWidget(), end);
        });
        return widgets::askLongWatch(&f.window, 10.9);
    };
    CHECK(answer("2.5", Qt::Key_Return) == 2.5);
    CHECK(answer("0", Qt::Key_Return) == 0.0);
    CHECK(answer("", Qt::Key_Return) == 10.9);
    CHECK_FALSE(answer("3", Qt::Key_Escape));
}

TEST_CASE("the book's dialogs give what is chosen in them")
{
    Booking f(false);
    widgets::BookDialog dialog;
    auto* sheet = dialog.findChild<QComboBox*>(QStringLiteral("bookSheet"));
    auto* customer = dialog.findChild<QCheckBox*>(QStringLiteral("bookWithCustomer"));
    REQUIRE((sheet && customer));
    CHECK(dialog.request().sheet == paper::BookSheet::Customer);
    CHECK_FALSE(customer->isEnabled());  // it is their own sheet
    sheet->setCurrentIndex(1);
    customer->setChecked(true);
    CHECK(dialog.request().sheet == paper::BookSheet::Card);
    CHECK(dialog.request().withCustomer);
    sheet->setCurrentIndex(6);
    CHECK(dialog.request().table == paper::JobTable::Flow);
    CHECK_FALSE(dialog.request().withCustomer);

    widgets::EarlierDialog earlier({{"today", {"title"}}, {"yesterday", {}}});
    auto* list = earlier.findChild<QListWidget*>(QStringLiteral("earlierVersions"));
    auto* changes = earlier.findChild<QPlainTextEdit*>(QStringLiteral("earlierChanges"));
    REQUIRE((list && changes));
    CHECK(changes->toPlainText() == QStringLiteral("title"));
    list->setCurrentRow(1);
    CHECK(earlier.chosen() == 1);
    CHECK(changes->toPlainText() == QStringLiteral("nothing"));
}

TEST_CASE("a job like this one starts without what belongs to this one")
{
    Booking f;
    f.trigger(widgets::command::JobLikeThis);
    CHECK(f.work().customer == job::Customer{});
    CHECK_FALSE(f.work().operations.empty());
    CHECK(f.session.document().path().isEmpty());
}
