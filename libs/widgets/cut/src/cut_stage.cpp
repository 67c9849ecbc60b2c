// SPDX-License-Identifier: GPL-3.0-or-later
#include "cut/cut_stage.hpp"

#include <algorithm>

#include <QCoreApplication>

#include "cut/cut_page.hpp"
#include "kit/page_tools.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

namespace {

Progress progress(const app::Workspace& workspace, std::size_t port)
{
    const auto& cut = workspace.analysisNow(port).cut;
    return progressOf(cut.has_value(), cut && !cut->makesWorse());
}

std::optional<Headline> headline(const app::Workspace& workspace, std::size_t port)
{
    const auto& analysis = workspace.analysisNow(port);
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
                 if (const auto pinch = walk.workspace().analysisNow().places.pinch)
                     walk.workspace().chooseWall(*pinch, geometry::Sector::FloorLeft);
             }}};
}

}  // namespace

StageInfo cutStage()
{
    return {calls::Stage::Cut,
            QT_TRANSLATE_NOOP("Stages", "&Cut"),
            QT_TRANSLATE_NOOP("Stages", "Where to take metal"),
            "cut",
            [](Context context, Desk&, const Commands&) -> StagePage* { return new CutPage(context); },
            progress,
            headline,
            {},
            pictures()};
}

}  // namespace euryth::widgets
