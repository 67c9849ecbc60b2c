// SPDX-License-Identifier: GPL-3.0-or-later
// Prove as one works with it: a test typed down the column, read beside others, compared, taken away.
#include "support/window_fixture.hpp"

#include <QClipboard>
#include <QComboBox>
#include <QGuiApplication>
#include <QLineEdit>
#include <QListWidget>

#include "app/instrument_desk.hpp"
#include "flow_picture.hpp"
#include "kit/page_tools.hpp"
#include "support/served_bench.hpp"
#include "support/wait_until.hpp"

#include "prove/prove_stage.hpp"

namespace {

struct Proving : WindowFixture {
    explicit Proving(const char* port = "I1")
    {
        workspace.choosePort(*job::findPort(workspace.job(), port));
        trigger(widgets::stageCommand(calls::Stage::Prove));
        settle();
    }
    widgets::EntryView* table() { return find<widgets::EntryView>("flowTable"); }
    QComboBox* tests() { return find<QComboBox>("flowTests"); }
    QString sums() { return find<QLabel>("flowSums")->text(); }
    QString cell(int row, int column) { return table()->model()->index(row, column).data().toString(); }
    void add()
    {
        find<QWidget>("testButtons")->findChildren<QPushButton*>().front()->click();
        settle();
    }
    void remove()
    {
        find<QWidget>("testButtons")->findChildren<QPushButton*>().back()->click();
        settle();
    }
    const job::FlowTest& test(std::size_t i) { return workspace.port()->flow[i]; }
    bool called(const std::string& key)
    {
        return std::ranges::any_of(workspace.callsOf(*workspace.portIndex()),
                                   [&](const calls::Call& c) { return c.key.starts_with(key); });
    }
    void show(int view)
    {
        find<widgets::Switch>("proveViews")->click(view);
        settle();
    }
    void four(const char* port)
    {
        window.files().openDemoFour();
        settle();
        workspace.choosePort(*job::findPort(workspace.job(), port));
        trigger(widgets::stageCommand(calls::Stage::Prove));
        settle();
    }
    void enter(const char* field, const QString& text)
    {
        auto* line = find<QLineEdit>(field);
        line->setFocus();
        line->selectAll();
        typeAndEnter(text);
    }
};

}  // namespace

TEST_CASE("Prove: a test is typed down the column by keys, worked out at once, and undo takes it back")
{
    Proving f;
    CHECK(f.tests()->count() == 0);
    f.add();
    REQUIRE(f.workspace.port()->flow.size() == 1);
    CHECK(f.test(0).state == "before");
    CHECK(f.test(0).bench == "main");  // the bench at work, at its depression
    CHECK(f.test(0).depression == f.workspace.job().bench.depression);
    const auto lifts = f.test(0).points.size();
    REQUIRE(lifts >= 4);
    CHECK(inMm(*f.test(0).points[0].lift) == Approx(2));
    CHECK(f.table()->hasFocus());
    CHECK(f.table()->currentIndex() == f.table()->model()->index(0, 1));
    for (std::size_t i = 0; i < lifts; ++i)
        f.typeAndEnter(QString::number(15 + 6 * static_cast<int>(i)));
    CHECK(f.test(0).points[0].flow->si() == Approx(0.015));
    CHECK(f.test(0).points[1].flow->si() == Approx(0.021));
    CHECK(f.test(0).points[lifts - 1].flow.has_value());
    CHECK(f.cell(1, 5).toDouble() > 15.0);  // at one depression and standard air
    CHECK(f.sums().contains(QStringLiteral("mean over the lift")));
    f.workspace.document().undoStack().undo();
    CHECK_FALSE(f.test(0).points[lifts - 1].flow);
}

TEST_CASE("Prove: what cannot be is told where it is typed, or called")
{
    Proving f;
    f.add();
    f.typeAndEnter(QStringLiteral("-20"));
    CHECK_FALSE(f.test(0).points[0].flow);
    CHECK(f.table()->model()->index(0, 1).data(app::EntryTable::RefusedRole).toBool());
    f.table()->setCurrentIndex(f.table()->model()->index(0, 1));
    f.typeAndEnter(QStringLiteral("20"));
    f.typeAndEnter(QStringLiteral("250"));  // l/s where CFM were read
    CHECK(f.called("flow-impossible:F1"));
    f.table()->setCurrentIndex(f.table()->model()->index(1, 1));
    f.typeAndEnter(QStringLiteral("80cfm"));
    CHECK(f.test(0).points[1].flow->si() == Approx(80 * 0.000471947).epsilon(1e-4));
    CHECK_FALSE(f.called("flow-impossible:F1"));
}

TEST_CASE("Prove: two tests stand beside each other, and the rack says what was gained")
{
    Proving f;
    f.add();
    const auto lifts = f.test(0).points.size();
    for (std::size_t i = 0; i < lifts; ++i)
        f.typeAndEnter(QString::number(15 + 6 * static_cast<int>(i)));
    f.add();
    REQUIRE(f.workspace.port()->flow.size() == 2);
    CHECK(f.test(1).state == "after cut");
    REQUIRE(f.test(1).points.size() == lifts);  // the lifts of the test before
    for (std::size_t i = 0; i < lifts; ++i)
        f.typeAndEnter(QString::number((15 + 6 * static_cast<double>(i)) * 1.1));
    CHECK(f.sums().contains(QStringLiteral("10.0 %")));
    CHECK(f.tests()->currentIndex() == 1);

    CHECK(f.find<QLineEdit>("flowState")->text() == QStringLiteral("after cut"));
    f.enter("flowState", "after valve job");
    CHECK(f.test(1).state == "after valve job");
    CHECK(f.tests()->itemText(1).contains(QStringLiteral("after valve job")));

    // Another bench is no comparison.
    f.enter("flowBench", "the neighbour's");
    CHECK_FALSE(f.sums().contains(QStringLiteral("10.0 %")));
    CHECK(f.called("flow-conditions:F2"));

    f.find<QPushButton>("copyFlow")->click();
    CHECK_FALSE(QGuiApplication::clipboard()->pixmap().isNull());
    f.remove();
    CHECK(f.workspace.port()->flow.size() == 1);
    CHECK(f.tests()->currentIndex() == 0);
}

TEST_CASE("Prove: the demo of four has a valve job that gained, a port that backed up and a swirl that fell away")
{
    Proving f;
    f.window.files().openDemoFour();
    f.settle();
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I3"));
    f.trigger(widgets::stageCommand(calls::Stage::Prove));
    f.settle();
    CHECK(f.tests()->count() == 2);
    CHECK(f.tests()->currentIndex() == 1);  // the last one is chosen
    CHECK(f.called("flow-backs-up:A1"));
    CHECK(f.called("flow-dip:A1"));
    CHECK_FALSE(f.called("flow-backs-up:F1"));
    f.tests()->setCurrentIndex(0);
    emit f.tests()->activated(0);
    f.settle();
    CHECK(f.cell(3, 1) == f.workspace.number(units::Kind::Flow, 0.0546));
    CHECK(f.sums().contains(QStringLiteral("A1")));
    // A port without tests asks for one.
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I1"));
    f.settle();
    CHECK(f.tests()->count() == 0);
    CHECK(f.table()->model()->rowCount() == 0);
    CHECK(f.sums().isEmpty());
}

TEST_CASE("Prove: a lift is added a step over the last one, and taken away")
{
    Proving f;
    f.add();
    const auto lifts = f.test(0).points.size();
    const Length last = *f.test(0).points.back().lift;
    const auto buttons = f.find<QWidget>("liftButtons")->findChildren<QPushButton*>();
    buttons.front()->click();
    f.settle();
    REQUIRE(f.test(0).points.size() == lifts + 1);
    CHECK(*f.test(0).points.back().lift > last);
    f.table()->setCurrentIndex(f.table()->model()->index(0, 0));
    buttons.back()->click();
    f.settle();
    CHECK(f.test(0).points.size() == lifts);
    CHECK(inMm(*f.test(0).points.front().lift) == Approx(4));
}

TEST_CASE("Prove: coefficients stand beside what was read, and a depression and a torque of a point's own count")
{
    Proving f;
    f.four("I3");
    auto* coefficients = f.find<widgets::EntryView>("coefficientTable");
    const auto coefficient = [&](int row, int column) {
        return coefficients->model()->index(row, column).data().toString();
    };
    f.find<widgets::Switch>("liftTables")->click(1);
    CHECK(coefficients->isVisible());
    CHECK(coefficient(0, 0) == QStringLiteral("2.00"));
    CHECK(coefficient(5, 3).toDouble() == Approx(0.0825 / 103.6 / (3.14159265 / 4 * 0.0445 * 0.0445)).epsilon(0.01));
    CHECK(coefficient(5, 7).toDouble() == Approx(600 * 0.10472 * 0.088 / 109.5).epsilon(0.02));
    f.find<widgets::Switch>("liftTables")->click(0);
    f.table()->setFocus();
    f.table()->setCurrentIndex(f.table()->model()->index(5, 2));
    f.typeAndEnter(QStringLiteral("20inH2O"));
    CHECK(f.test(1).points[5].depression->si() == Approx(20 * 249.08891).epsilon(1e-5));
    CHECK(f.cell(5, 5).toDouble() > 90.0);  // so much more it is at 28
    f.table()->setCurrentIndex(f.table()->model()->index(5, 4));
    f.typeAndEnter(QStringLiteral("12"));
    CHECK(f.test(1).points[5].swirlTorque->si() == Approx(0.012));
    // The picture shows them, is read off by keys, looked at nearer, and shown whole again.
    f.find<widgets::Switch>("flowShows")->click(1);
    auto* canvas = dynamic_cast<widgets::FlowCanvas*>(f.find<QWidget>("flowCanvas"));
    REQUIRE(canvas);
    CHECK(canvas->scene().charts.size() == 3);
    CHECK(canvas->scene().charts[0].yKind == units::Kind::Number);
    CHECK_FALSE(canvas->readAt());
    QTest::keyClick(canvas, Qt::Key_Right);
    CHECK(*canvas->readAt() == Approx(0.002));
    QTest::keyClick(canvas, Qt::Key_Right);
    CHECK(*canvas->readAt() == Approx(0.004));
    CHECK(canvas->scene().charts[0].readAt == canvas->readAt());
    QTest::keyClick(canvas, Qt::Key_Left);
    QTest::keyClick(canvas, Qt::Key_Left);
    CHECK(*canvas->readAt() == Approx(0.002));
    QTest::keyClick(canvas, Qt::Key_Plus);
    REQUIRE(canvas->inSight());
    const auto [from, to] = *canvas->inSight();
    CHECK(from <= 0.002);
    CHECK(to - from < 0.0112);
    CHECK(canvas->scene().charts[0].xRange == canvas->inSight());
    QTest::keyClick(canvas, Qt::Key_0);
    CHECK_FALSE(canvas->inSight());
    QTest::keyClick(canvas, Qt::Key_Escape);
    CHECK_FALSE(canvas->readAt());
    f.find<widgets::Switch>("flowShows")->click(0);
    CHECK(canvas->scene().charts[0].yKind == units::Kind::Flow);
}

TEST_CASE("Prove: a test is taken from the bench, lift by lift, as one undo step")
{
    const TempFolder folder;
    const ServedBench bench(doorOrFail(sim::socketDoor((folder.path() / "bench.socket").string())));
    Proving f;
    f.add();
    const auto lifts = f.test(0).points.size();
    app::InstrumentDesk& desk = f.session.instrument();
    CHECK_FALSE(desk.takeFlow(0).isEmpty());  // nothing is connected
    CHECK(f.workspace.stage() == calls::Stage::Prove);
    f.find<QComboBox>("flowInstrumentAddress")->setEditText(QString::fromStdString(bench.address()));
    f.find<QPushButton>("flowInstrumentConnect")->click();
    REQUIRE(waitUntil([&] { return desk.isReady() && desk.view().latest.contains(devices::Channel::Flow); }));
    f.settle();
    f.find<QPushButton>("flowInstrumentTake")->click();
    REQUIRE(desk.view().phase);
    REQUIRE(desk.liftInHand());
    CHECK_FALSE(desk.inHand());  // it is no probe set
    REQUIRE(waitUntil([&] { return !desk.view().phase; }));
    for (const job::FlowPoint& point : f.test(0).points)
        CHECK(point.flow);
    CHECK(f.test(0).instrument.starts_with("Euryth-bench"));
    CHECK(f.test(0).points.back().swirl);
    CHECK_FALSE(desk.takeFlow(0).isEmpty());  // all of it is read
    f.workspace.document().undoStack().undo();
    REQUIRE(f.test(0).points.size() == lifts);
    CHECK_FALSE(f.test(0).points[0].flow);
    desk.disconnect();
}

TEST_CASE("Prove: a table from a file is previewed and taken, and one that cannot be is not")
{
    Proving f;
    f.add();
    QGuiApplication::clipboard()->setText(
        QStringLiteral("lift in,CFM,swirl rpm\n0.1,40.5,120\n0.2,84,300\n0.3,118,\n"));
    f.nextPath = QString();
    f.find<QPushButton>("importFlow")->click();
    f.settle();
    REQUIRE(f.test(0).points.size() == 3);
    CHECK(inMm(*f.test(0).points[1].lift) == Approx(5.08));
    CHECK(f.test(0).points[1].flow->si() == Approx(84 * 0.0004719474));
    CHECK_FALSE(f.test(0).points[2].swirl);
    QGuiApplication::clipboard()->setText(QStringLiteral("0.2,84\n0.1,-40\n"));
    f.find<QPushButton>("importFlow")->click();
    f.settle();
    CHECK(f.test(0).points.size() == 3);
    // The preview says what is wrong and where, and follows what is chosen.
    widgets::FlowTableDialog dialog(widgets::Context{f.session, f.look}, QStringLiteral("2;20\n4;many\n"));
    CHECK_FALSE(dialog.usable());
    CHECK(dialog.findChild<QLabel*>(QStringLiteral("flowSummary"))->text().contains(QStringLiteral("row 2, column B")));
    widgets::FlowTableDialog cfm(widgets::Context{f.session, f.look}, QStringLiteral("2;40\n4;84\n"));
    REQUIRE(cfm.usable());
    CHECK(cfm.points()[1].flow->si() == Approx(0.084));
    cfm.findChild<QComboBox*>(QStringLiteral("flowUnit"))->setCurrentIndex(1);
    CHECK(cfm.points()[1].flow->si() == Approx(84 * 0.0004719474));
}

TEST_CASE("Prove: the set-up stands in one line, and a valve of another kind is no comparison")
{
    Proving f;
    f.four("I2");
    CHECK(f.find<QLabel>("flowSetup")->text().contains(QStringLiteral("radius")));
    CHECK_FALSE(f.called("flow-conditions"));
    f.find<QPushButton>("showSetup")->click();
    f.settle();
    f.workspace.document().apply(QStringLiteral("valve"), [&](job::Job& job) {
        job.ports[*f.workspace.portIndex()].flow[2].setup.valve = "test valve";
    });
    f.settle();
    CHECK(f.called("flow-conditions"));
    CHECK(f.find<QLabel>("flowSetup")->text().contains(QStringLiteral("test valve")));
}

TEST_CASE("Prove: ports alike stand on one strip, and the text says which to bring where")
{
    Proving f;
    f.four("I3");
    f.show(1);
    auto* text = f.find<QLabel>("alikeText");
    CHECK(text->text().contains(QStringLiteral("None is the odd one out")));
    f.workspace.document().apply(QStringLiteral("less"), [&](job::Job& job) {
        for (auto& point : job.ports[*f.workspace.portIndex()].flow.back().points)
            point.flow = *point.flow * 0.9;
    });
    f.settle();
    CHECK(text->text().contains(QStringLiteral("Odd one out")));
    CHECK(text->text().contains(QStringLiteral("its cuts are to bring")));
    CHECK(f.called("flow-odd"));
}

TEST_CASE("Prove: a leaking valve is lapped, tested dry, and the chambers are measured again and made one")
{
    Proving f;
    f.four("I4");
    f.show(2);
    CHECK(f.called("valve-leaks"));
    auto* seats = f.find<QTableWidget>("seatChecks");
    const int row = seats->currentRow();
    CHECK(seats->verticalHeaderItem(row)->text() == QStringLiteral("I4"));
    CHECK(seats->item(row, 5)->text().startsWith(QStringLiteral("▲")));
    f.find<QWidget>("sealButtons")->findChildren<QPushButton*>().front()->click();
    f.settle();
    REQUIRE(f.workspace.port()->leakTests.size() == 2);
    CHECK(f.workspace.port()->leakTests[1].fluid == "vacuum");  // as the last time
    auto* result = f.find<QComboBox>("leakResult");
    result->setCurrentIndex(1);
    emit result->activated(1);
    f.settle();
    CHECK(f.workspace.port()->leakTests[1].result == job::Tight::Dry);
    CHECK_FALSE(f.called("valve-leaks"));
    CHECK(seats->item(row, 5)->text().startsWith(QStringLiteral("✓")));
    f.enter("leakPlace", "nowhere");
    CHECK(f.workspace.port()->leakTests[1].place == "nowhere");
    // A row of another port chooses it.
    seats->setCurrentCell(0, 0);
    f.settle();
    CHECK(f.workspace.port()->id == "E1");

    auto* text = f.find<QLabel>("chamberText");
    CHECK(text->text().contains(QStringLiteral("not alike")));
    const auto before = f.workspace.job().chambers.size();
    f.find<QLineEdit>("chamberState")->setText(QStringLiteral("after chamber work"));
    f.find<QPushButton>("chambersAgain")->click();
    f.settle();
    REQUIRE(f.workspace.job().chambers.size() == 2 * before);
    CHECK(f.workspace.job().chambers.back().state == "after chamber work");
    CHECK(text->text().contains(QStringLiteral("not alike")));  // what was measured counts until there is more
    auto* plan = f.find<widgets::EntryView>("chamberPlan");
    plan->setFocus();
    plan->setCurrentIndex(plan->model()->index(static_cast<int>(before), 1));
    for (std::size_t i = 0; i < before; ++i)
        f.typeAndEnter(QStringLiteral("47.1"));
    f.settle();
    CHECK_FALSE(text->text().contains(QStringLiteral("not alike")));
    CHECK(text->text().contains(QStringLiteral("A skim of")));
}

TEST_CASE("Prove: one head on two benches gives a factor, which is kept with how it was found")
{
    Proving f;
    f.four("I2");
    f.show(3);
    auto* list = f.find<QListWidget>("pairings");
    REQUIRE(list->count() == 1);
    CHECK(list->item(0)->text().contains(QStringLiteral("second by main")));
    f.find<QPushButton>("keepPairing")->click();
    f.settle();
    const job::BenchRecord* second = job::benchNamed(f.workspace.job(), "second");
    REQUIRE(second);
    CHECK(*second->factorIntake == Approx(1.05).margin(0.005));
    REQUIRE(second->pairs.size() == 1);
    CHECK(second->pairs[0].other == "main");
    CHECK(second->pairs[0].uncertainty);
    f.workspace.document().undoStack().undo();
    CHECK_FALSE(job::benchNamed(f.workspace.job(), "second")->factorIntake);
}

TEST_CASE("Prove: wet flow of two states stands beside each other")
{
    Proving f;
    f.four("I2");
    f.show(4);
    auto* list = f.find<QListWidget>("wetPairs");
    REQUIRE(list->count() == 2);
    CHECK(list->item(0)->text().contains(QStringLiteral("narrower by 5.00 mm")));
    CHECK(list->item(1)->text().contains(QStringLiteral("not seen any more")));
    CHECK(f.find<QWidget>("wetBefore")->isVisible());
    list->setCurrentRow(1);
    f.settle();
    CHECK(f.find<QWidget>("wetAfter")->findChild<QLabel*>()->text().contains(QStringLiteral("nothing pinned")));
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "E1"));
    f.settle();
    CHECK(list->count() == 0);
    CHECK(f.find<QLabel>("wetHint")->text().contains(QStringLiteral("Findings")));
}

TEST_CASE("Prove: a promise is written down, drawn, and held against the test after it")
{
    Proving f;
    f.add();
    const auto lifts = f.test(0).points.size();
    for (std::size_t i = 0; i < lifts; ++i)
        f.typeAndEnter(QString::number(20 + 8 * static_cast<int>(i)));
    f.find<QPushButton>("keepPromise")->click();
    f.settle();
    REQUIRE(f.workspace.port()->promises.size() == 1);
    CHECK(f.workspace.port()->promises[0].from == "F1");
    CHECK(f.workspace.port()->promises[0].lifts.size() == lifts);
    CHECK(f.sums().contains(QStringLiteral("Promised by the cuts")));
    f.add();
    for (std::size_t i = 0; i < lifts; ++i)
        f.typeAndEnter(QString::number(18 + 8 * static_cast<int>(i)));
    f.settle();
    CHECK(f.sums().contains(QStringLiteral("measured in F2")));
}
