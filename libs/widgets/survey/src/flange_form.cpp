// SPDX-License-Identifier: GPL-3.0-or-later
#include "analysis/joined.hpp"
#include "app/row_tables.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "survey/survey_forms.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

QString stepText(const app::Workspace& workspace, const std::optional<analysis::WindowStep>& step)
{
    if (!step)
        return tr("not measured");
    const auto side = [&](Length q) { return workspace.number(Kind::Length, q.si()); };
    return tr("stands in the light by: left %1, right %2, roof %3, floor %4 (negative: stands back)")
        .arg(side(step->left), side(step->right), side(step->roof), side(step->floor));
}

QWidget* openingFields(Context context, const QString& title, job::Opening job::Port::*opening,
                       std::optional<analysis::WindowStep> analysis::PortAnalysis::*step)
{
    auto* box = new QWidget;
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(heading(title));
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto member = [=](auto m) {
        return [=](auto& port) -> auto& { return port.*opening.*m; };
    };
    form.port(0, 0, field::openingWidth, member(&job::Opening::width));
    form.port(0, 1, field::openingHeight, member(&job::Opening::height));
    form.port(1, 0, field::shiftLeft, member(&job::Opening::shiftLeft));
    form.port(1, 1, field::shiftUp, member(&job::Opening::shiftUp));
    form.port(2, 0, field::openingRadius, member(&job::Opening::radius));
    column->addLayout(grid);
    column->addWidget(
        liveLabel(context, [=] { return stepText(context.workspace, context.workspace.analysisNow().*step); }));
    return box;
}

/// A place farther out than the last one, of the same size; the first one has the size of the flange's opening, or of
/// the window.
void addPlace(job::Port& port)
{
    constexpr Length apart = lengthFromMm(50.0);
    job::JoinedStation place;
    if (!port.joined.stations.empty())
        place = port.joined.stations.back();
    else if (const auto flange = port.manifold.shape())
        place.section.shape = *flange;
    else if (!port.stations.empty() && port.stations.front().section.kind == job::SectionKind::RoundedRectangle)
        place.section.shape = port.stations.front().section.shape;
    else
        place.section.shape = {apart, apart, {}};
    place.section.sectioned = {};
    place.s += apart;
    port.joined.stations.push_back(place);
}

ChoiceEdit* reckonedChoice(Context context)
{
    return new ChoiceEdit(
        context, {tr("Engine"),
                  tr("Whether the engine breathes through what is joined to the port, or through the port alone; the "
                     "bench always has the port alone"),
                  {tr("with what is joined"), tr("with the port alone")},
                  [=] {
                      const job::Port* port = context.workspace.port();
                      return port && port->joined.reckoned == job::Passage::PortAlone ? 1 : 0;
                  },
                  [=](int i) {
                      editPort(context, tr("What the engine is reckoned with"), [i](job::Port& port) {
                          port.joined.reckoned = i > 0 ? std::optional(job::Passage::PortAlone) : std::nullopt;
                      });
                  }});
}

QString joinedText(const app::Workspace& workspace)
{
    const job::Port* port = workspace.port();
    if (!port)
        return {};
    if (port->isBranch())
        return tr("A branch has no window: what is joined belongs to its common runner.");
    const auto passage = analysis::joinedPassage(workspace.job(), *port, workspace.analysisNow());
    if (!passage) {
        return port->side == job::Side::Intake
                   ? tr("No place of the manifold's runner is measured: the port is taken alone.")
                   : tr("No place of the primary is measured: the port is taken alone.");
    }
    QString text = tr("%1 long, %2")
                       .arg(workspace.text(Kind::Position, passage->length.si()),
                            workspace.text(Kind::Volume, passage->volume.si()));
    if (passage->mouthLoss)
        text += tr("; the mouth costs %1 of the dynamic pressure in it")
                    .arg(workspace.text(Kind::Percent, *passage->mouthLoss));
    text += QStringLiteral(". ");
    if (!passage->tightest())
        return text + (port->side == job::Side::Intake ? tr("It gets smaller toward the window as it should.")
                                                       : tr("It is nowhere smaller than the window."));
    return text + tr("Open it by what stands in the last column, all round; its walls are not known here: gauge them "
                     "first.");
}

}  // namespace

QWidget* makeFlangeForm(Context context, MessageLine& messages)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    column->addWidget(openingFields(context, tr("Manifold or header at the window"), &job::Port::manifold,
                                    &analysis::PortAnalysis::manifoldStep));
    column->addWidget(heading(tr("Manifold's runner or exhaust's primary, from the flange outward")));
    column->addWidget(newTable(context, app::makeJoinedTable(context.workspace, nullptr), messages, "joinedTable", 5));
    auto* buttons = listButtons(
        tr("Add place"), tr("Remove last"), [context] { editPort(context, tr("Add place"), addPlace); },
        [context] {
            editPort(context, tr("Remove place"), [](job::Port& port) {
                if (!port.joined.stations.empty())
                    port.joined.stations.pop_back();
            });
        });
    buttons->setObjectName(QStringLiteral("joinedButtons"));
    column->addWidget(buttons);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.add(0, 0, [context]() -> std::optional<app::FieldBinding> {
        const auto index = context.workspace.portIndex();
        // A primary has no mouth that air comes in by.
        if (!index || context.workspace.port()->side == job::Side::Exhaust)
            return std::nullopt;
        return app::bind(
            field::mouthRadius, [=](auto& job) -> auto& { return job.ports[*index].joined.mouthRadius; });
    });
    grid->addWidget(reckonedChoice(context), 0, 1);
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [context] { return joinedText(context.workspace); }));
    column->addWidget(
        openingFields(context, tr("Gasket at the window"), &job::Port::gasket, &analysis::PortAnalysis::gasketStep));
    column->addStretch(1);
    return page;
}

}  // namespace euryth::widgets
