// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut/cut_stage.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "cut/cut_page.hpp"
#include "kit/page_tools.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

QString cutHelp()
{
    return QCoreApplication::translate(
        "Help",
        "<h2>Cut: where to take metal</h2><p>The wall is unrolled: window at the left, valve at the right, "
        "one row for each of the eight places round the port. Numbers are depths of cut. <i>keep</i> is a "
        "wall too thin to touch, <i>?</i> one that was not measured, <i>dead</i> a place where the air "
        "hardly moves, <i>seat</i> the throat, which belongs to the seat cutter.</p><p>The sliders weigh "
        "area, air and metal. A click or the arrow keys choose a place; a number typed there settles its "
        "depth (<i>=</i>). Del in the list leaves a cut out. <b>What it does</b> solves the cut port anew. "
        "<b>At the bench</b>: one element on every port, Space ticks it off; type what the calipers show and "
        "see what is left. <b>Light work</b> needs no plan.</p>"
        "<h3>What can hurt</h3><ul><li>Chips come past safety glasses: full face shield over glasses. A "
        "splinter in the eye is a doctor's matter the same day.</li><li>Dust of aluminium, iron and stones: "
        "respirator and extraction. Ears too.</li><li>A burr that jams kicks: both hands, arms resting, head "
        "clamped. Keep long thin shanks to the burr's rated speed.</li><li>Solvent, alcohol and kerosene "
        "burn: no sparks, no heaters, lids on, rags in a metal can.</li><li>Never cut an old valve: it may "
        "be filled with sodium.</li><li>A wall that is too thin fails later, hot and under pressure. Have a "
        "cut head pressure-tested, and welding and crack repair done, by a qualified shop.</li><li>Emission "
        "rules, noise and waste: local law decides.</li></ul>");
}

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& cut = workspace.analysisOf(port).cut;
    return progressOf(cut.has_value(), cut && !cut->makesWorse());
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisOf(port);
    if (!analysis.cut)
        return std::nullopt;
    const Volume taken = analysis.cut->after.volume - analysis.cut->before.volume;
    return Headline{workspace.text(units::Kind::Volume, taken.si()),
                    QCoreApplication::translate("Rack", "to take out")};
}

std::vector<WalkPicture> pictures()
{
    using View = CutPage::View;
    const auto view = [](View which) {
        return [which](Walk& walk) {
            walk.look(false, false, false);
            walk.show(calls::Stage::Cut, static_cast<int>(which));
            walk.session().cutStudy().finish();
        };
    };
    return {{"cut-effect", view(View::Effect)},
            {"cut-bench", view(View::Work)},
            {"cut", [](Walk& walk) {
                 walk.look(false, true, false);
                 walk.show(calls::Stage::Cut, static_cast<int>(View::Plan));
                 if (const auto pinch = walk.workspace().analysis().places.pinch)
                     walk.workspace().chooseWall(*pinch, geometry::Sector::FloorLeft);
             }}};
}

}  // namespace

StageInfo cutStage()
{
    return {calls::Stage::Cut,
            QT_TRANSLATE_NOOP("Stages", "&Cut"),
            QT_TRANSLATE_NOOP("Stages", "Where to take metal"),
            cutHelp,
            [](Context context, Desk&, const Commands&) -> StagePage* { return new CutPage(context); },
            progress,
            headline,
            {},
            pictures()};
}

}  // namespace euryth::widgets
