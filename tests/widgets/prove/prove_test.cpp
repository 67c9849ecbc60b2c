// SPDX-License-Identifier: GPL-3.0-or-later
// Prove as one works with it: a test typed down the column, read beside others, compared, taken away.
#include "support/window_fixture.hpp"

#include <QClipboard>
#include <QComboBox>
#include <QGuiApplication>
#include <QLineEdit>

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
    CHECK(f.cell(1, 3).toDouble() > 15.0);  // at one depression and standard air
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
