// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/shape_stage.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "kit/page_tools.hpp"
#include "shape/shape_page.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

QString shapeHelp()
{
    return QCoreApplication::translate(
        "Help",
        "<h2>Shape: what it should be</h2><p>The plain line is the area as it is, the dashed one with "
        "diamonds the plan. Drag a diamond, or choose a station and press the up and down keys. The dotted "
        "line is the area the engine asks for: fastest piston speed times piston area over the limiting gas "
        "speed, which is a house rule; of an exhaust port what its valve lets out while the piston drives. It knows "
        "nothing of pressure waves.</p><p>The hatched part lies "
        "beyond what the measured walls allow. Too big cannot be undone; too small can be opened later.</p>"
        "<p>A diamond stops where the walls end, and inward at what is there, because a grinder puts no metal on. "
        "Plans are kept by name: <i>Copy</i> puts the current one aside (Ctrl+K), <i>Take</i> makes another one "
        "current (Ctrl+Shift+K).</p><p><i>Sections</i> gives each planned section as width and height with its "
        "corner radii. <i>Valve end</i> holds throat, seat, scriber, bowl, short side, a bigger valve and "
        "shrouding "
        "as one decision, drawn to scale: drag a diamond, or choose one with Left and Right and move it with Up and "
        "Down (Delete takes the wish back). What is wished there changes the planned sections as far as the walls "
        "allow, "
        "and the cuts take at least that; an empty field takes what follows from the others. <i>House rules</i> are "
        "yours; compare "
        "another school before you take it.</p><p><b>Mind</b>: an insert needs wall to hold its press fit; old "
        "valves may be sodium-filled, never cut one. Before cutting to a template measure its 50 mm line "
        "(Ctrl+E writes the sheets).</p>"
        "<p><i>Filling</i> shows how the cylinder draws through this port at the wanted speed, and how filling and "
        "airflow go over speed: where airflow levels off the engine has nothing left to rev with. Of an exhaust port "
        "it "
        "shows how the cylinder empties, how much burned gas stays and what the piston pushes against; both sides of a "
        "cylinder are one sum, as far as they are measured. <i>Bench and "
        "engine</i> shows the runner at the bench's depression and at the engine's: two ports alike on the bench "
        "may "
        "part company there. Neither knows pressure waves, and each says what it had to assume.</p>");
}

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& plan = workspace.analysisOf(port).plan;
    const auto planned = std::ranges::count_if(plan, [](const auto& p) { return p.has_value(); });
    return progressOf(planned > 0, planned == std::ssize(plan));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisOf(port);
    if (!analysis.areas)
        return std::nullopt;
    return Headline{workspace.text(units::Kind::Area, analysis.areas->smallest().area.si()),
                    QCoreApplication::translate("Rack", "smallest area")};
}

std::vector<WalkPicture> pictures()
{
    const auto view = [](ShapePage::View which) {
        return [which](Walk& walk) {
            walk.show(calls::Stage::Shape, static_cast<int>(which));
            (void)walk.session().engine().finish();
            if (const auto pinch = walk.workspace().analysis().places.pinch)
                walk.workspace().chooseStation(*pinch);
        };
    };
    using View = ShapePage::View;
    return {{"shape", view(View::Area)},
            {"shape-valve-end", view(View::ValveEnd)},
            {"four-exhaust",
             [](Walk& walk) {
                 walk.four(0, 8);  // E1
                 walk.show(calls::Stage::Shape, static_cast<int>(View::Filling));
                 (void)walk.session().engine().finish();
                 walk.workspace().refresh();
             }},
            {"four-trap", [](Walk& walk) {
                 // The two ports that only the engine can tell apart.
                 constexpr std::size_t port = 2;  // I2 and I3
                 constexpr std::size_t twin = 5;
                 walk.four(port, 3);
                 walk.show(calls::Stage::Shape, static_cast<int>(View::RunnerFlow));
                 walk.session().engine().setOther(twin);
                 (void)walk.session().engine().finish();
                 walk.workspace().refresh();
             }}};
}

}  // namespace

StageInfo shapeStage()
{
    return {calls::Stage::Shape,
            QT_TRANSLATE_NOOP("Stages", "S&hape"),
            QT_TRANSLATE_NOOP("Stages", "What it should be"),
            shapeHelp,
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new ShapePage(context, desk, commands);
            },
            progress,
            headline,
            shapeCommands(),
            pictures()};
}

}  // namespace euryth::widgets
