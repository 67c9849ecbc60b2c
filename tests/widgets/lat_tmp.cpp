#include <QPushButton>
#include <catch2/catch.hpp>
#include "widgets/pages.hpp"
#include "widgets/window_fixture.hpp"
using namespace euryth;
using namespace euryth::widgets;
TEST_CASE("lat")
{
    WindowFixture f;
    f.window.resize(1280, 800);
    f.window.show();
    f.window.openDemo();
    f.trigger(CommandId::StageProbe);
    auto* page = f.window.findChild<ProbePage*>();
    page->showView(ProbePage::View::Viscous);
    if (const auto apex = f.workspace.analysis().places.shortSide)
        f.workspace.chooseStation(*apex);
    page->virtualProbe().solver().finish();
    page->findChild<QPushButton*>("viscousRun")->click();
    page->viscousRuns().finish();
    auto shot = [&](const char* n) {
        for (int i = 0; i < 6; ++i)
            QCoreApplication::processEvents();
        f.window.grab().save(QString("/tmp/scratch/w/t-%1.png").arg(n));
    };
    shot("viscous");
    page->findChild<QWidget*>("foundShows")->findChildren<QPushButton*>()[1]->click();
    shot("found");
    page->showView(ProbePage::View::Virtual);
    page->virtualProbe().tipToStation();
    f.workspace.chooseStation(10);
    shot("virtual");
    page->virtualProbe().setShows(app::VirtualProbe::Shows::Difference);
    shot("difference");
    page->virtualProbe().setShows(app::VirtualProbe::Shows::Viscous);
    page->showView(ProbePage::View::Walls);
    shot("walls");
    page->findChild<QWidget*>("wallShows")->findChildren<QPushButton*>()[4]->click();
    shot("shear");
    page->showView(ProbePage::View::Beside);
    shot("beside");
    page->showView(ProbePage::View::WhatIf);
    shot("whatif");
}
