// SPDX-License-Identifier: GPL-3.0-or-later
#include "probe/probe_stage.hpp"

#include <algorithm>

#include <QCoreApplication>
#include <QPushButton>

#include "kit/page_tools.hpp"
#include "probe/probe_page.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

QString probeHelp()
{
    return QCoreApplication::translate(
               "Help",
               "<h2>Probe: what the air does</h2><p>Choose once what is to be probed (<b>Session</b>: grid, places, "
               "lifts), "
               "then Ctrl+Enter begins each round and shows where the tip must be. Type the reading and Enter; or "
               "connect an instrument: Space says that the tip is there, S passes a point over, R takes the last "
               "one anew. Every point is kept at once; Ctrl+Enter goes on with what is left. Ctrl+Shift+B plays a "
               "bench, to try it.</p><p>A place is judged by its ratio to the section's mean: fast places ask for "
               "room, dead places are left alone. <b>Chokes</b> ranks every place by its nearness to the speed of "
               "sound, on the bench and on the engine: where the two differ, the engine is what is raced. "
               "<b>Findings</b> keeps what dye, string, eye and finger tell (Ctrl+Shift+F); one can forbid a cut. "
               "<b>Bench</b> keeps set-up, plates and factor.</p><p>The picture between the readings is an "
               "interpolation, not a flow solution.</p>"
               "<p><b>Virtual probe</b> and the views after it show the speed computed in the whole port. Drag the "
               "tip, or move it by the arrow keys, half a millimetre a step, five with Shift; Page Up and Page Down "
               "move it along the runner. In <b>What if</b> a wall is pushed by dragging its square, or chosen by 1 "
               "(roof) to 8, clockwise, and pushed by + and -. There is no wake in it: what is hatched lies behind "
               "a place where the air lets go, and is not to be trusted; near a wall it is read at the pitot's "
               "distance.</p><p><b>Viscous run</b> has the wake: the installed package openfoam works it out while "
               "you go on. <i>Instant</i>, <i>Viscous</i> and <i>Difference</i> switch all these views; <i>judge by"
               "</i> chooses whose speeds the choke point and the cuts go by. Trust the run behind lift-off and on "
               "two meshes, the instant field to rank short sides, and the bench over both.</p>"
               "<p><b>Mind</b> your ears and fingers at the blower.</p>") +
           entryHelp();
}

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& probes = workspace.analysisOf(port).probes;
    const auto probed = std::ranges::count_if(probes, [](const auto& p) { return static_cast<bool>(p.traverse); });
    return progressOf(!probes.empty(), probed == std::ssize(probes));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisOf(port);
    const auto choke = calls::chokePoint(workspace.job().ports[port], analysis);
    if (!choke)
        return std::nullopt;
    return Headline{QString::fromStdString(units::format(Ratio{choke->ratio}, workspace.displayUnits())),
                    QCoreApplication::translate("Rack", "where it chokes")};
}

std::vector<WalkPicture> pictures()
{
    using View = ProbePage::View;
    const auto view = [](View which, const std::function<void(Walk&)>& then = {}) {
        return [which, then](Walk& walk) {
            walk.show(calls::Stage::Probe, static_cast<int>(which));
            const auto apex = walk.workspace().analysis().places.shortSide;
            if (apex && which != View::Readings)
                walk.workspace().chooseStation(*apex);
            auto& probe = walk.session().virtualProbe();
            probe.setShows(app::VirtualProbe::Shows::Instant);
            probe.solver().finish();
            if (then)
                then(walk);
        };
    };
    const auto toFastest = [](Walk& walk) {
        auto& probe = walk.session().virtualProbe();
        if (const auto& air = probe.present().shown)
            probe.setTip({air->fastest().s, air->fastest().at});
    };
    // A viscous run as the button starts it; where the flow package is not installed, the queue says so.
    const auto run = [](Walk& walk) {
        walk.window()->findChild<QPushButton*>(QStringLiteral("viscousRun"))->click();
        walk.session().runs().finish();
    };
    // Findings and a plan are in the demo's first port.
    return {{"probe", view(View::Readings)},
            {"probe-session", view(View::Session)},
            {"probe-virtual", view(View::Virtual, toFastest)},
            {"probe-viscous", view(View::Viscous, run)},
            {"probe-short-side", view(View::ShortSide, [](Walk& walk) { walk.session().shortSide().finish(); })}};
}

}  // namespace

StageInfo probeStage()
{
    return {calls::Stage::Probe,
            QT_TRANSLATE_NOOP("Stages", "&Probe"),
            QT_TRANSLATE_NOOP("Stages", "What the air does"),
            probeHelp,
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new ProbePage(context, desk, commands);
            },
            progress,
            headline,
            probeCommands(),
            pictures()};
}

}  // namespace euryth::widgets
