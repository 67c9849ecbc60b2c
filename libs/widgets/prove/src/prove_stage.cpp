// SPDX-License-Identifier: GPL-3.0-or-later
#include "prove/prove_stage.hpp"

#include <QCoreApplication>

#include "prove_page.hpp"
#include "proving/flow_difference.hpp"

namespace euryth::widgets {

namespace {

QString proveHelp()
{
    return QCoreApplication::translate(
        "Help",
        "<h2>Prove: what it gained</h2><p>A test is a port opened lift by lift on a bench. <b>Add a test</b> lays out "
        "the lifts; type the flows down the column, take them from the instrument, or import a table. Every flow is "
        "brought to one depression and standard air, so that tests at another depression or on another day stand "
        "beside each other.</p><p>The picture has all tests of the port; bands are what a bench may be off, bars the "
        "change from the first to the last test that may be compared, hollow where it is less than a bench can tell, "
        "thin dashes what the cuts promised. In it left and right read off, + and - look nearer, 0 shows all.</p>"
        "<p><b>Compare on one bench</b>, with the same adapter, entry, valve and pipe: two honest benches differ by "
        "several per cent, and not by the same on both sides; <i>Two benches</i> finds their factor on one head. A "
        "slow bench hides backing up. Coefficients are the open area that the air sees over that of the valve's "
        "head, or of the cylinder round the open valve.</p><p><i>Ports alike</i> finds the odd one out and what would "
        "bring it along; <i>Seats and chambers</i> has valve jobs, leak tests, chambers and the skim; <i>Wet flow</i> "
        "streaks before and after. Ctrl+PgDown and Ctrl+PgUp go through the views.</p><p>Mind your ears at the "
        "blower, and fingers and sleeves at its inlet. Alcohol and solvents burn: no sparks, no heaters.</p>");
}

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& tests = workspace.job().ports[port].flow;
    const bool proved = tests.size() > 1 && tests.front().state != tests.back().state;
    return progressOf(!tests.empty(), proved);
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const job::Port& of = workspace.job().ports[port];
    if (of.flow.empty())
        return std::nullopt;
    const auto tests = proving::allSums(workspace.job(), of, workspace.analysisOf(port));
    if (const auto gain = proving::gainOf(of, tests)) {
        return Headline{workspace.text(units::Kind::Percent, gain->mean),
                        QCoreApplication::translate("Rack", "change of flow")};
    }
    if (tests.empty())
        return std::nullopt;
    return Headline{workspace.text(units::Kind::Flow, tests.back().mean.si()),
                    QCoreApplication::translate("Rack", "mean flow")};
}

}  // namespace

StageInfo proveStage()
{
    return {calls::Stage::Prove,
            QT_TRANSLATE_NOOP("Stages", "P&rove"),
            QT_TRANSLATE_NOOP("Stages", "What it gained"),
            proveHelp,
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new ProvePage(context, desk, commands);
            },
            progress,
            headline,
            {},
            {{"four-prove",
              [](Walk& walk) {
                  constexpr std::size_t port = 5;  // I3, whose valve job mended what the first test showed
                  constexpr std::size_t station = 4;
                  walk.look(false, false, false);
                  walk.four(port, station);
                  walk.show(calls::Stage::Prove);
              }},
             {"prove-seats", [](Walk& walk) {
                  constexpr std::size_t port = 6;  // I4, whose valve weeps
                  walk.look(false, false, false);
                  walk.four(port, 0);
                  walk.show(calls::Stage::Prove, ProvePage::Seats);
              }}}};
}

}  // namespace euryth::widgets
