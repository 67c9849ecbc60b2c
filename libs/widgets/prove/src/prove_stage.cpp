// SPDX-License-Identifier: GPL-3.0-or-later
#include "prove/prove_stage.hpp"

#include <QCoreApplication>

#include "app/flow_edits.hpp"
#include "prove_page.hpp"
#include "prove_views.hpp"
#include "proving/flow_difference.hpp"

namespace euryth::widgets {

namespace {

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
    const auto tests = proving::allSums(workspace.job(), of, workspace.analysisNow(port));
    if (const auto gain = proving::gainOf(of, tests)) {
        return Headline{workspace.text(units::Kind::Percent, gain->mean),
                        QCoreApplication::translate("Rack", "change of flow")};
    }
    if (tests.empty())
        return std::nullopt;
    return Headline{workspace.text(units::Kind::Flow, tests.back().mean.si()),
                    QCoreApplication::translate("Rack", "mean flow")};
}

/// A dropped table becomes a test of its own.
void takeFlow(Desk& desk, const QString& table)
{
    const auto points = desk.prompts().importFlow(desk.window(), desk.context(), table);
    if (!points)
        return;
    const std::size_t added = app::addFlowTest(desk.workspace(), todayOf(desk.context()));
    app::setFlowPoints(desk.workspace(), added, *points);
    desk.showStage(calls::Stage::Prove);
}

}  // namespace

StageInfo proveStage()
{
    return {calls::Stage::Prove,
            QT_TRANSLATE_NOOP("Stages", "P&rove"),
            QT_TRANSLATE_NOOP("Stages", "What it gained"),
            "prove",
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
             {"prove-seats",
              [](Walk& walk) {
                  constexpr std::size_t port = 6;  // I4, whose valve weeps
                  walk.look(false, false, false);
                  walk.four(port, 0);
                  walk.show(calls::Stage::Prove, ProvePage::Seats);
              }}},
            {tableTaker(imports::TableKind::Flow, QT_TRANSLATE_NOOP("Files", "A flow test of the chosen port"),
                        takeFlow, only::withPort)}};
}

}  // namespace euryth::widgets
