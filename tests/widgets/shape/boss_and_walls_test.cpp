// SPDX-License-Identifier: GPL-3.0-or-later
// The guide boss, the walls' rules, alike ports and the plans' short sides, by hand.
#include <QComboBox>
#include <QLineEdit>
#include <QStandardItemModel>
#include <QTableView>

#include "support/shape_helpers.hpp"

#include "app/answer.hpp"
#include "plans/alike_ports.hpp"
#include "port_field/short_side_study.hpp"
#include "survey/survey_page.hpp"

using geometry::Sector;
using View = widgets::ShapePage::View;

namespace {

void choose(QComboBox* box, int index)
{
    REQUIRE(box);
    box->setCurrentIndex(index);
    emit box->activated(index);
}

bool hasCall(WindowFixture& f, const std::string& key)
{
    return std::ranges::any_of(f.workspace.callsOf(*f.workspace.portIndex()),
                               [&](const calls::Call& call) { return call.key.starts_with(key); });
}

}  // namespace

TEST_CASE("Valve end: a fin is typed, its cut stands in the list, bias follows the bore's side, undo takes all back")
{
    WindowFixture f;
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "E1"));
    const job::Job before = f.workspace.job();
    showShape(f, View::ValveEnd);
    f.find<QWidget>("valveEndViews")->findChildren<QPushButton*>()[1]->click();
    f.settle();
    CHECK(f.text("bossPlan").contains("11.40 mm"));
    const auto bossCut = [&] {
        const auto& cuts = f.workspace.analysis().cut->cuts;
        return std::ranges::find(cuts, cutting::Element::Boss, &cutting::Cut::element) != cuts.end();
    };
    CHECK(bossCut());
    typeInto(f, "wish-fin_mm", "");
    CHECK_FALSE(bossCut());
    typeInto(f, "wish-fin_mm", "3");
    CHECK(bossCut());
    CHECK(hasCall(f, "fin-thin"));
    CHECK(hasCall(f, "guide-room"));
    QComboBox* side = nullptr;
    for (auto* box : f.window.findChildren<QComboBox*>()) {
        if (box->isVisible() && box->accessibleName() == "The bore lies")
            side = box;
    }
    choose(side, 2);  // right: there is more room on that side
    f.settle();
    CHECK(f.workspace.port()->valve.boreSide == job::Across::Right);
    CHECK_FALSE(hasCall(f, "guide-room"));
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == before);
}

TEST_CASE("House rules: a wall rule is added and said, and the walls keep so much")
{
    WindowFixture f;
    f.workspace.choosePort(0);
    showShape(f, View::House);
    const auto spare = [&] { return *f.workspace.analysis().walls[2][geometry::index(Sector::Roof)].spare(); };
    const Length before = spare();
    f.find<QWidget>("wallRuleButtons")->findChildren<QPushButton*>().first()->click();
    f.settle();
    REQUIRE(f.workspace.job().house.wallRules.size() == 1);
    auto* rules = f.find<QWidget>("wallRules");
    for (auto* field : rules->findChildren<widgets::FieldEdit*>()) {
        auto* edit = field->findChild<QLineEdit*>();
        edit->setFocus();
        f.typeAndEnter("3.1");
    }
    f.settle();
    CHECK(inMm(spare()) == Approx(inMm(before) - 1.1));
    choose(rules->findChildren<QComboBox*>()[0], 3);  // of the short side alone
    f.settle();
    CHECK(f.workspace.job().house.wallRules[0].place == job::WallPlace::ShortSide);
    CHECK(spare() == before);
    f.find<QWidget>("wallRuleButtons")->findChildren<QPushButton*>().last()->click();
    CHECK(f.workspace.job().house.wallRules.empty());
    while (f.workspace.document().undoStack().canUndo())
        f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == demoJob());
}

TEST_CASE("Survey: the map of spare metal has a row for each station, and a click chooses it")
{
    WindowFixture f;
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "E1"));
    f.trigger(widgets::stageCommand(calls::Stage::Survey));
    f.find<QWidget>("viewSwitch")->findChildren<QPushButton*>()[3]->click();
    f.settle();
    auto* map = f.find<widgets::PeelCanvas>("sparePeel");
    REQUIRE(map->isVisible());
    const auto& scene = map->scene();
    CHECK(scene.upright);
    REQUIRE(scene.cells.size() == 12);
    const auto left = geometry::index(Sector::Left);
    CHECK(*scene.cells[4][left].value < 1e-9);
    CHECK(scene.cells[4][left].behind == "bolt");
    CHECK(scene.cells[11][geometry::index(Sector::Roof)].hold == cutting::Hold::Unmeasured);
    const drawing::PeelView view(scene, QRectF(map->rect()));
    QTest::mouseClick(map, Qt::LeftButton, {}, view.cell(7, Sector::Floor).center().toPoint());
    CHECK(f.workspace.station() == 7);
    // A drawn wall is told from a gauged one.
    f.workspace.choosePort(*job::findPort(f.workspace.job(), "I2"));
    f.settle();
    CHECK(map->scene().cells[12][geometry::index(Sector::Roof)].reckoned);
    CHECK_FALSE(map->scene().cells[0][geometry::index(Sector::Roof)].reckoned);
    CHECK_FALSE(map->grab().isNull());
}

TEST_CASE("alike ports are held to the tightest by one command and one undo, what stays different is told")
{
    WindowFixture f;
    f.trigger(widgets::command::OpenDemoFour);
    const std::size_t port = *job::findPort(f.workspace.job(), "I1");
    f.workspace.choosePort(port);
    showShape(f, View::Area);
    // More is wished everywhere than any of them can have.
    REQUIRE(f.workspace.document().apply("wide", [&](job::Job& job) {
        for (const std::size_t i : plans::alikePorts(job, port)) {
            for (job::Station& station : job.ports[i].stations)
                station.plan.area = job::netArea(station) * 2.0;
        }
    }));
    const job::Job before = f.workspace.job();
    const auto analysisOf = [&](std::size_t i) -> const analysis::PortAnalysis& { return f.workspace.analysisOf(i); };
    const auto tightest = plans::tightestAlong(before, port, analysisOf);
    f.trigger(widgets::command::HoldAlike);
    for (const std::size_t i : plans::alikePorts(before, port)) {
        CHECK(before.ports[i].reach == job::Reach::Long);
        for (std::size_t k = 0; k < tightest.size(); ++k) {
            const auto& plan = f.workspace.job().ports[i].stations[k].plan.area;
            REQUIRE(plan);
            REQUIRE(tightest[k]);
            CHECK(plan->si() <=
                  std::max(tightest[k]->reach.si(), job::netArea(before.ports[i].stations[k]).si()) * 1.001);
        }
    }
    f.trigger(widgets::command::Undo);
    CHECK(f.workspace.job() == before);
}

TEST_CASE("each plan says how badly the air lets go of the short side, worked out beside the window")
{
    WindowFixture f;
    using Severities = std::vector<std::optional<port_field::ShortSideSeverity>>;
    app::Answer<Severities> sides(f.workspace, port_field::planSeverities, nullptr,
                                  app::Answer<Severities>::When::AlwaysBeside);
    CHECK_FALSE(sides.get());
    REQUIRE(sides.finish());
    const Severities& known = *sides.current();
    REQUIRE(known.size() == 2 + f.workspace.port()->plans.size());
    REQUIRE(known[0]);
    REQUIRE(known[1]);
    CHECK(known[0]->severity >= 0.0);
    CHECK(known[0]->severity <= 1.0);
    CHECK(known[1]->severity <= known[0]->severity + 0.02);  // the plan's larger radius
    showShape(f, View::Area);
    auto* table = f.find<QTableView>("planTable");
    REQUIRE(table->model()->columnCount() == 5);
    const auto shown = [&] { return table->model()->index(1, 4).data().toString().startsWith("0."); };
    CHECK(QTest::qWaitFor(shown, 60000));
}
