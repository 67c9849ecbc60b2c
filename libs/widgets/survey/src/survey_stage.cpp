// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey_stage.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "geometry/valve_end.hpp"
#include "kit/page_tools.hpp"
#include "survey/survey_page.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

Progress progress(const app::Workspace& workspace, std::size_t index)
{
    const job::Port& port = workspace.job().ports[index];
    const bool common = !job::branchesOf(workspace.job(), port).empty();
    const bool walls = std::ranges::all_of(port.stations, [](const job::Station& s) {
        return std::ranges::any_of(s.wall.at, [](const auto& wall) { return wall.has_value(); });
    });
    return progressOf(!port.stations.empty(),
                      port.stations.size() >= 2 && walls && (job::throatOf(port.valve) || common));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisNow(port);
    if (!analysis.areas)
        return std::nullopt;
    return Headline{workspace.text(units::Kind::Volume, analysis.areas->volume().si()),
                    QCoreApplication::translate("Rack", "by its sections")};
}

std::vector<WalkPicture> pictures()
{
    const auto tab = [](SurveyPage::Tab which) {
        return [which](Walk& walk) { walk.show(calls::Stage::Survey, static_cast<int>(which)); };
    };
    using Tab = SurveyPage::Tab;
    return {{"survey", tab(Tab::Sections)},
            {"survey-walls",
             [](Walk& walk) {
                 constexpr std::size_t thin = 1;  // E1, with a bolt hole behind its left wall
                 walk.workspace().choosePort(thin);
                 auto& page = walk.show(calls::Stage::Survey, static_cast<int>(Tab::Walls));
                 static_cast<SurveyPage&>(page).showSpare();
             }},
            {"four-compare", [tab](Walk& walk) {
                 constexpr std::size_t shifted = 5;  // the port whose core is shifted
                 walk.four(shifted, 3);
                 tab(Tab::Compare)(walk);
             }}};
}

}  // namespace

StageInfo surveyStage()
{
    return {calls::Stage::Survey,
            QT_TRANSLATE_NOOP("Stages", "&Survey"),
            QT_TRANSLATE_NOOP("Stages", "What the port is"),
            "survey",
            [](Context context, Desk&, const Commands& commands) -> StagePage* {
                return new SurveyPage(context, commands);
            },
            progress,
            headline,
            surveyCommands(),
            pictures(),
            surveyTakers()};
}

}  // namespace euryth::widgets
