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

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& probes = workspace.analysisNow(port).probes;
    const auto probed = std::ranges::count_if(probes, [](const auto& p) { return static_cast<bool>(p.traverse); });
    return progressOf(!probes.empty(), probed == std::ssize(probes));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisNow(port);
    const auto choke = calls::chokePoint(workspace.job().ports[port], analysis);
    if (!choke)
        return std::nullopt;
    return Headline{QString::fromStdString(units::format(Ratio{choke->ratio}, workspace.displayUnits())),
                    QCoreApplication::translate("Rack", "at the choke")};
}

std::vector<WalkPicture> pictures()
{
    using View = ProbePage::View;
    const auto view = [](View which, const std::function<void(Walk&)>& then = {}) {
        return [which, then](Walk& walk) {
            walk.show(calls::Stage::Probe, static_cast<int>(which));
            const auto apex = walk.workspace().analysisNow().places.shortSide;
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
            "probe",
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new ProbePage(context, desk, commands);
            },
            progress,
            headline,
            probeCommands(),
            pictures(),
            probeTakers()};
}

}  // namespace euryth::widgets
