// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey_forms.hpp"

#include "app/row_tables.hpp"
#include "job/usual.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "plans/valve_plan.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

void addSeatCut(job::Port& port)
{
    // The usual next cut; its width stays unknown until it is measured.
    constexpr double usual[] = {45.0, 60.0, 75.0};
    job::SeatCut cut;
    if (port.valve.seat.size() < std::size(usual))
        cut.angle = angleFromDegrees(usual[port.valve.seat.size()]);
    port.valve.seat.push_back(cut);
}

QString scribeText(const app::Workspace& workspace)
{
    const auto& seat = workspace.analysisNow().seat;
    if (!seat)
        return tr("No scriber setting yet. Missing: %1.")
            .arg(withLinks(workspace, workspace.analysisNow().seat.missing));
    const auto& valve = workspace.port()->valve;
    // As in Shape and on the scribe card: the radius by the planned throat, the line by the house.
    const auto& end = workspace.valveEndNow(*workspace.portIndex()).throat;
    QString text =
        tr("The cuts leave a throat of %1 (%2). Scribe at radius %3, %4 below the seat's inner edge.")
            .arg(workspace.text(Kind::Length, seat->throat.si()),
                 workspace.text(Kind::Percent, seat->throat / *valve.diameter),
                 workspace.text(Kind::Length, end.scribeRadius->si()),
                 workspace.text(Kind::Length, job::scribeBelow(workspace.job().house, workspace.port()->side).si()));
    if (end.scriberSetting)
        text += tr(" Scriber from the pilot: %1.").arg(workspace.text(Kind::Length, end.scriberSetting->si()));
    return text;
}

}  // namespace

QWidget* makeValveEndForm(Context context, MessageLine& messages)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto valve = [](auto m) {
        return [=](auto& port) -> auto& { return port.valve.*m; };
    };
    using V = job::Valve;
    form.port(0, 0, field::valveDiameter, valve(&V::diameter));
    form.port(1, 0, field::stem, valve(&V::stem));
    form.port(2, 0, field::throat, valve(&V::throat));
    form.port(3, 0, field::bowl, valve(&V::bowl));
    form.port(4, 0, field::pilot, valve(&V::pilot));
    form.port(0, 1, field::edgeInset, valve(&V::edgeInset));
    form.port(1, 1, field::runOut, valve(&V::runOut));
    form.port(2, 1, field::bridge, valve(&V::bridge));
    form.port(3, 1, field::boreEdge, valve(&V::boreEdge));
    form.port(4, 1, field::neighbourWall, valve(&V::neighbour));
    form.port(5, 0, field::seatInsert, valve(&V::insert));
    form.port(5, 1, field::seatBand, valve(&V::band));
    form.port(
        7, 0, field::boreX, [](auto& p) -> auto& { return p.valve.inBore.x; });
    form.port(
        7, 1, field::boreY, [](auto& p) -> auto& { return p.valve.inBore.y; });
    form.port(8, 0, field::sunk, valve(&V::sunk));
    // These two are reckoned with as usual while they are not measured, and the results say so.
    const auto reckoned = [context, &form](int at, const auto& field, auto member) {
        form.add(6, at, [=]() -> std::optional<app::FieldBinding> {
            const auto index = context.workspace.portIndex();
            if (!index)
                return std::nullopt;
            auto binding = app::bind(
                field, [=](auto& job) -> auto& { return job.ports[*index].valve.*member; });
            const job::Job& job = context.workspace.job();
            if (const auto usual = job::usualFor(job, binding.member(job)))
                binding.emptyText = tr("usual %1").arg(context.workspace.number(binding.kind, usual->si));
            return binding;
        });
    };
    reckoned(0, field::valveFace, &V::face);
    reckoned(1, field::valveBack, &V::back);
    column->addLayout(grid);
    column->addWidget(heading(tr("Seat cuts, from outside in")));
    column->addWidget(newTable(context, app::makeSeatTable(context.workspace, nullptr), messages, "seatTable", 4));
    auto* buttons = listButtons(
        tr("Add cut"), tr("Remove last"), [context] { editPort(context, tr("Add seat cut"), addSeatCut); },
        [context] {
            editPort(context, tr("Remove seat cut"), [](job::Port& port) {
                if (!port.valve.seat.empty())
                    port.valve.seat.pop_back();
            });
        });
    buttons->setObjectName(QStringLiteral("seatButtons"));
    column->addWidget(buttons);
    column->addWidget(liveLabel(context, [context] { return scribeText(context.workspace); }));
    column->addStretch(1);
    return page;
}

}  // namespace euryth::widgets
