// SPDX-License-Identifier: GPL-3.0-or-later
#include "shape/shape_stage.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "kit/page_tools.hpp"
#include "shape/shape_page.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& plan = workspace.analysisNow(port).plan;
    const auto planned = std::ranges::count_if(plan, [](const auto& p) { return p.has_value(); });
    return progressOf(planned > 0, planned == std::ssize(plan));
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisNow(port);
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
            if (const auto pinch = walk.workspace().analysisNow().places.pinch)
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
            "shape",
            [](Context context, Desk& desk, const Commands& commands) -> StagePage* {
                return new ShapePage(context, desk, commands);
            },
            progress,
            headline,
            shapeCommands(),
            pictures(),
            shapeTakers()};
}

}  // namespace euryth::widgets
