// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/window_fixture.hpp"

#include <QAbstractItemModel>
#include <QTableView>

namespace {

struct CutFixture : WindowFixture {
    QTableView* list = nullptr;

    CutFixture()
    {
        trigger(widgets::stageCommand(calls::Stage::Cut));
        list = find<QTableView>("cutList");
    }
    QString cell(int row, int column) { return list->model()->index(row, column).data().toString(); }
    const cutting::CutPlan& plan() { return *workspace.analysis().cut; }
};

}  // namespace

TEST_CASE("Cut: the list says each cut in the order of work, with its units")
{
    CutFixture f;
    REQUIRE(f.list->model()->rowCount() == static_cast<int>(f.plan().cuts.size()));
    for (int row = 0; row < f.list->model()->rowCount(); ++row) {
        CAPTURE(row);
        const cutting::Cut& cut = f.plan().cuts[static_cast<std::size_t>(row)];
        CHECK(f.cell(row, 0) == QString::fromStdString(cut.id));
        CHECK(f.cell(row, 1) == f.workspace.text(nameOf(cut.element)));
        CHECK(f.cell(row, 2).endsWith(" mm"));
        CHECK(f.cell(row, 2).contains(QString::fromUtf8(" – ")) == (cut.stations.size() > 1));
        CHECK(f.cell(row, 3) == f.workspace.text(units::Kind::Length, cut.maxDepth.si()));
        CHECK(f.cell(row, 4).endsWith(" cc"));
        CHECK(f.cell(row, 5) == f.workspace.text(units::Kind::Length, cut.wallLeft->si()));
    }
    f.trigger(widgets::command::SwitchUnits);
    CHECK(f.cell(0, 3).endsWith(" in"));
    CHECK_FALSE(f.cell(0, 2).contains("mm"));
}

TEST_CASE("Cut: the words below belong to the chosen cut, and the choice goes to its deepest station")
{
    CutFixture f;
    f.list->setFocus();
    for (std::size_t row = 0; row < f.plan().cuts.size(); ++row) {
        if (row > 0)
            f.press(Qt::Key_Down);
        const cutting::Cut cut = f.plan().cuts[row];
        const QString words = f.text("cutWhy");
        CHECK(words.contains(QString::fromStdString(cut.id)));
        CHECK(words.contains(f.workspace.text(cut.why).toHtmlEscaped()));
        if (row > 0)
            CHECK(f.workspace.station() == cut.deepestStation);
    }
    // An edit leaves the hand on its row.
    const int row = f.list->currentIndex().row();
    REQUIRE(f.workspace.document().apply("title", [](job::Job& job) { job.title = "Another"; }));
    f.settle();
    CHECK(f.list->currentIndex().row() == row);
}

TEST_CASE("Cut: what the cuts gain stands with before and after, and its limits")
{
    CutFixture f;
    const QString effect = f.text("cutEffect");
    CHECK(effect.contains(f.workspace.text(units::Kind::Volume, f.plan().before.volume.si())));
    CHECK(effect.contains(f.workspace.text(units::Kind::Volume, f.plan().after.volume.si())));
    CHECK(effect.contains("estimated"));
    CHECK(effect.contains(f.workspace.text(units::Kind::Percent, *f.plan().before.areaMiss)));
    CHECK(effect.contains(f.workspace.text(units::Kind::Percent, *f.plan().after.areaMiss)));
}

TEST_CASE("Cut: without a plan there is nothing in the list, and it says what is missing")
{
    CutFixture f;
    f.openOneMeasured();
    f.workspace.choosePort(1);  // not measured
    f.settle();
    CHECK(f.list->model()->rowCount() == 0);
    CHECK(f.text("cutWhy").isEmpty());
    CHECK(f.text("cutEffect").contains("Missing"));
    CHECK(f.text("cutEffect").contains("two measured stations"));
    f.workspace.choosePort(0);
    f.settle();
    CHECK(f.list->model()->rowCount() > 0);
}

TEST_CASE("Cut: walls that nobody has measured are not cut, whatever the plan wants")
{
    CutFixture f;
    REQUIRE(f.workspace.document().apply("no walls", [](job::Job& job) {
        for (job::Station& station : job.ports[0].stations)
            station.wall = {};
    }));
    f.settle();
    REQUIRE(f.workspace.analysis().cut);
    CHECK(f.plan().cuts.empty());
    CHECK(f.list->model()->rowCount() == 0);
    for (const auto& depths : f.plan().depths) {
        for (const Length depth : depths)
            CHECK(depth == Length{});
    }
}
