// SPDX-License-Identifier: GPL-3.0-or-later
#include "survey/survey_forms.hpp"

#include "app/port_edits.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

QString layoutText(const app::Workspace& workspace)
{
    const auto& a = workspace.analysisNow();
    QStringList parts;
    if (a.floorRadius)
        parts << tr("tightest floor radius %1 after station %2")
                     .arg(workspace.text(Kind::Length, a.floorRadius->radius.si()))
                     .arg(a.floorRadius->station + 1);
    if (a.floorApex)
        parts << tr("floor's highest point at z = %1").arg(workspace.text(Kind::Length, a.floorApex->si()));
    if (a.turnEnd)
        parts << tr("the turn ends at %1").arg(workspace.text(Kind::Position, a.turnEnd->si()));
    if (parts.isEmpty())
        return tr(
            "For the side view and the shape in space: straight length, turn, short-side radius and height (or "
            "poses in the job file).");
    return tr("Found: %1.").arg(parts.join(QStringLiteral("; ")));
}

template <class Text>
TextEdit* portText(Context context, const QString& label, const QString& tip, Text text)
{
    TextEdit::Source source;
    source.label = label;
    source.tip = tip;
    source.get = [=] {
        const job::Port* port = context.workspace.port();
        return port ? QString::fromStdString(text(*port)) : QString();
    };
    source.set = [=](const QString& typed) {
        const auto port = context.workspace.portIndex();
        return port ? context.workspace.document().edit(
                          tr("Change %1").arg(label),
                          [&](job::Job& job) { text(job.ports[*port]) = typed.toStdString(); })
                    : QString();
    };
    return new TextEdit(context, std::move(source));
}

TextEdit* portName(Context context)
{
    TextEdit::Source source;
    source.label = tr("Name");
    source.tip = tr("What the port is called, as I1 or E2; a branch by its letter");
    source.get = [=] {
        const job::Port* port = context.workspace.port();
        return port ? QString::fromStdString(job::branchName(*port)) : QString();
    };
    source.set = [=](const QString& typed) {
        if (typed.isEmpty() || typed.contains(QLatin1Char('/')))
            return tr("a name without / is needed");
        const auto port = context.workspace.portIndex();
        return port ? context.workspace.document().edit(
                          tr("Rename port"), [&](job::Job& job) { app::renamePort(job, *port, typed.toStdString()); })
                    : QString();
    };
    return new TextEdit(context, std::move(source));
}

ChoiceEdit* reachChoice(Context context)
{
    return new ChoiceEdit(context,
                          {tr("By design"),
                           tr("Long and short ports differ by design, and are compared each in their own group"),
                           {tr("like the others"), tr("a long port"), tr("a short port")},
                           [=] {
                               const job::Port* port = context.workspace.port();
                               return port && port->reach ? 1 + static_cast<int>(*port->reach) : 0;
                           },
                           [=](int i) {
                               editPort(context, tr("Long or short port"), [i](job::Port& port) {
                                   port.reach = i > 0 ? std::optional(static_cast<job::Reach>(i - 1)) : std::nullopt;
                               });
                           }});
}

QString photoText(const app::Workspace& workspace)
{
    const job::Port* port = workspace.port();
    if (!port || port->photos.empty())
        return tr("No photos of this port (Port, Add a photo).");
    QStringList names;
    for (const job::Photo& photo : port->photos) {
        const QString file = QString::fromStdString(photo.file);
        names << (photo.note.empty() ? file : tr("%1 (%2)").arg(file, QString::fromStdString(photo.note)));
    }
    return tr("Photos: %1").arg(names.join(QStringLiteral(", ")));
}

}  // namespace

QWidget* makeRunnerForm(Context context)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(4, 6, 4, 0);
    column->setSpacing(6);
    auto* names = newGrid();
    names->addWidget(portName(context), 0, 0);
    FormBuilder nameForm(context, *names);
    nameForm.port(
        0, 1, field::portCylinder, [](auto& p) -> auto& { return p.cylinder; });
    names->addWidget(portText(
                         context, tr("Casting"), tr("Id of the casting, where the job has several (Volumes tab)"),
                         [](auto& p) -> auto& { return p.casting; }),
                     1, 0);
    names->addWidget(
        portText(
            context, tr("Material"), tr("Where it is not the casting's"), [](auto& p) -> auto& { return p.material; }),
        1, 1);
    names->addWidget(reachChoice(context), 2, 0);
    column->addLayout(names);
    column->addWidget(heading(tr("How the runner lies")));
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    form.port(
        0, 0, field::straight, [](auto& p) -> auto& { return p.runner.straight; });
    form.port(
        0, 1, field::turn, [](auto& p) -> auto& { return p.runner.turn; });
    form.port(
        1, 0, field::shortSideRadius, [](auto& p) -> auto& { return p.shortSide.radius; });
    form.port(
        1, 1, field::shortSideHeight, [](auto& p) -> auto& { return p.shortSide.height; });
    form.port(
        2, 0, field::bowlDepth, [](auto& p) -> auto& { return p.runner.bowlDepth; });
    column->addLayout(grid);
    column->addWidget(liveLabel(context, [context] { return layoutText(context.workspace); }));
    column->addWidget(liveLabel(context, [context] { return photoText(context.workspace); }));
    TextEdit::Source photoNote;
    photoNote.label = tr("Note on the last photo");
    photoNote.tip = tr("What it shows: a crack, a lip, dye");
    photoNote.get = [context] {
        const job::Port* port = context.workspace.port();
        return port && !port->photos.empty() ? QString::fromStdString(port->photos.back().note) : QString();
    };
    photoNote.set = [context](const QString& typed) {
        const auto port = context.workspace.portIndex();
        if (!port || context.workspace.port()->photos.empty())
            return tr("add a photo first (Port, Add a photo)");
        return context.workspace.document().edit(
            tr("Note on photo"), [&](job::Job& job) { job.ports[*port].photos.back().note = typed.toStdString(); });
    };
    column->addWidget(new TextEdit(context, std::move(photoNote)));
    column->addStretch(1);
    return page;
}

}  // namespace euryth::widgets
