// SPDX-License-Identifier: GPL-3.0-or-later
#include "boss_panel.hpp"

#include "kit/field_links.hpp"
#include "valve_plan_parts.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

/// Room beside the guide, and what is planned of boss and bias.
QString bossText(const app::Workspace& w)
{
    const job::Port* port = w.port();
    if (!port)
        return {};
    const auto& analysis = w.analysisNow();
    Rows rows;
    if (const auto& room = analysis.guideRoom) {
        rows.add(tr("room beside the guide"), w.text(Kind::Length, room->left.si()) + tr(" left"),
                 w.text(Kind::Length, room->right.si()) + tr(" right"));
        if (const auto bias = room->towardBore())
            rows.add(tr("bias, toward the bore"), w.text(Kind::Length, bias->si()));
    } else {
        rows.say(tr("Bias not known. Missing: %1.").arg(withLinks(w, room.missing)));
    }
    Area gained;
    std::size_t most = 0;
    for (std::size_t i = 0; i < analysis.fins.size(); ++i) {
        if (analysis.fins[i] && analysis.fins[i]->gained > gained) {
            gained = analysis.fins[i]->gained;
            most = i;
        }
    }
    if (gained > Area{})
        rows.add(tr("the fin gives"), w.text(Kind::Area, gained.si()),
                 tr("at %1").arg(w.text(Kind::Position, port->stations[most].s.si())));
    return rows.table();
}

}  // namespace

QWidget* makeBossPanel(Context context)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    using P = job::PlannedEnd;
    addWish(context, form, 0, 0, field::planFin, &P::fin, [] { return std::optional<Length>(); });
    addWish(context, form, 1, 0, field::planBias, &P::bias, [context]() -> std::optional<Length> {
        const auto& room = context.workspace.analysisNow().guideRoom;
        return room ? room->towardBore() : std::nullopt;
    });
    grid->addWidget(sideChoice(context, tr("The bore lies"),
                               tr("On which side the middle of the bore lies, seen from the window: to there the air "
                                  "has to turn"),
                               &job::Valve::boreSide),
                    2, 0);
    column->addLayout(grid);
    column->addWidget(
        richLabel(context, QStringLiteral("bossPlan"), [context] { return bossText(context.workspace); }));
    auto* why = liveLabel(context, [] {
        return tr(
            "The boss is thinned to a fin, never cut off flat: its height stays, or little holds the guide and the "
            "roof "
            "over it is thin. More room beside the guide belongs on the side to which the air turns.");
    });
    why->setObjectName(QStringLiteral("bossWhy"));
    column->addWidget(why);
    column->addStretch(1);
    return page;
}

}  // namespace euryth::widgets
