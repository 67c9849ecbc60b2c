// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <QHBoxLayout>

#include "app/language.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "shape/shape_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

const planning::PlannedSection* plannedHere(const app::Workspace& w)
{
    const auto station = w.station();
    const auto& planned = w.analysisNow().planned;
    return station && *station < planned.size() && planned[*station] ? &*planned[*station] : nullptr;
}

QString sizeText(const app::Workspace& w)
{
    const auto* planned = plannedHere(w);
    if (!planned)
        return QString::fromUtf8(units::kUnknownText);
    const geometry::Box box = geometry::boxOf(planned->section);
    return QStringLiteral("%1 × %2").arg(w.number(Kind::Length, box.width.si()), w.text(Kind::Length, box.height.si()));
}

QString cornersText(const app::Workspace& w, const planning::PlannedSection& planned)
{
    const auto* shape = std::get_if<geometry::RoundedRectangle>(&planned.section);
    if (!shape)
        return tr("a traced outline, moved out square to its wall");
    const auto& c = shape->corners;
    return tr("corners: roof %1 left, %2 right; floor %3 left, %4 right")
        .arg(w.number(Kind::Length, c.roofLeft.si()), w.number(Kind::Length, c.roofRight.si()),
             w.number(Kind::Length, c.floorLeft.si()), w.text(Kind::Length, c.floorRight.si()));
}

QString planText(const app::Workspace& w)
{
    const auto* planned = plannedHere(w);
    if (!planned)
        return w.station() ? tr("No plan here. Type a planned area, or enter what the engine's demand needs.")
                           : tr("No station chosen.");
    const job::Station& station = w.port()->stations[*w.station()];
    const Area blocked = analysis::plannedBlockage(station, w.analysisNow().fins[*w.station()]);
    QString text = cornersText(w, *planned) + QStringLiteral(".\n");
    text += tr("Net area %1 of the wished %2. Same kind of shape as was measured.")
                .arg(w.text(Kind::Area, (planned->area - blocked).si()),
                     w.text(Kind::Area, w.analysisNow().plan[*w.station()]->si()));
    if (station.section.kind == job::SectionKind::AreaOnly)
        text += tr(" Only the area was measured here: the shape is that of the nearest measured one.");
    if (!planned->met)
        text += QStringLiteral("\n▲ ") + tr("The wish does not fit; the nearest that works is shown.");
    return text;
}

/// How far the wall moves at each sector, and what its limit is.
QString growthTable(const app::Workspace& w)
{
    const auto* planned = plannedHere(w);
    if (!planned || !w.analysisNow().cutProblem)
        return {};
    const auto& problem = *w.analysisNow().cutProblem;
    QString rows;
    for (const geometry::Sector s : geometry::kSectors) {
        const auto bound = cutting::depthBound(problem.stations[*w.station()], s, problem.limits);
        const Length growth = planned->growth[geometry::index(s)];
        const bool full = std::ranges::count(planned->atLimit, s) > 0;
        const bool held = bound.hold != cutting::Hold::None && bound.hold != cutting::Hold::ThinWall;
        const QString limit = held ? w.text(cutting::nameOf(bound.hold)) : w.text(Kind::Length, bound.greatest.si());
        rows += QStringLiteral(
                    "<tr><td>%1</td><td align=right>&nbsp;&nbsp;%2</td><td align=right>&nbsp;&nbsp;%3</td>"
                    "<td>&nbsp;&nbsp;%4</td></tr>")
                    .arg(app::shown(nameOf(s)), w.text(Kind::Length, growth.si()), limit,
                         full ? tr("▲ at its limit") : QString());
    }
    return QStringLiteral(
               "<table cellspacing=0 cellpadding=1><tr><td>%1</td><td align=right>&nbsp;&nbsp;%2</td>"
               "<td align=right>&nbsp;&nbsp;%3</td><td></td></tr>%4</table>")
        .arg(tr("wall"), tr("moves out"), tr("may"), rows);
}

/// A wish of the chosen station; what follows without it stands in the empty field.
template <class Number, class Member, class Follows>
void addWish(Context context, FormBuilder& form, int row, const job::FieldOf<Number>& f, Member member,
             const char* name, Follows follows)
{
    auto* edit = form.add(row, 0, [=]() -> std::optional<app::FieldBinding> {
        const auto port = context.workspace.portIndex();
        const auto station = context.workspace.station();
        if (!port || !station)
            return std::nullopt;
        auto binding = app::bind(
            f, [=](auto& job) -> auto& { return job.ports[*port].stations[*station].plan.*member; });
        if (const auto value = follows(context.workspace))
            binding.emptyText = context.workspace.number(binding.kind, *value);
        return binding;
    });
    edit->setObjectName(QString::fromLatin1(name));
}

}  // namespace

QWidget* makeSectionPlanView(Context context)
{
    auto* page = new QWidget;
    auto* columns = new QHBoxLayout(page);
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(8);
    auto* picture = new Panel(tr("From the window, roof up: as it is, and the plan dashed"));
    auto* canvas = new SectionCanvas(context, SectionCanvas::Shows::Plan);
    canvas->setObjectName(QStringLiteral("plannedSection"));
    picture->body()->addWidget(canvas, 1);
    columns->addWidget(picture, 3);
    auto* panel = new Panel(tr("Planned section"));
    auto* size = new WrapLabel;
    size->setObjectName(QStringLiteral("plannedSize"));
    size->setFont(drawing::font(22, true));
    keepUpToDate(context, size, [=] { size->setText(sizeText(context.workspace)); });
    panel->body()->addWidget(size);
    auto* text = liveLabel(context, [context] { return planText(context.workspace); });
    text->setObjectName(QStringLiteral("plannedText"));
    panel->body()->addWidget(text);
    auto* grid = newGrid();
    grid->setColumnStretch(1, 0);
    FormBuilder form(context, *grid);
    addWish(context, form, 0, field::planArea, &job::StationWish::area, "planArea",
            [](const app::Workspace& w) -> std::optional<double> {
                const auto& suggested = w.analysisNow().suggested[*w.station()];
                return suggested ? std::optional(suggested->si()) : std::nullopt;
            });
    const auto side = [](Length geometry::Box::*member) {
        return [member](const app::Workspace& w) -> std::optional<double> {
            const auto* planned = plannedHere(w);
            return planned ? std::optional((geometry::boxOf(planned->section).*member).si()) : std::nullopt;
        };
    };
    addWish(context, form, 1, field::planWidth, &job::StationWish::width, "planWidth", side(&geometry::Box::width));
    addWish(context, form, 2, field::planHeight, &job::StationWish::height, "planHeight", side(&geometry::Box::height));
    panel->body()->addLayout(grid);
    panel->body()->addWidget(
        quietLabel(tr("With a width the height follows from the area, and the other way; with both, the corners do.")));
    auto* table = liveLabel(context, [context] { return growthTable(context.workspace); });
    table->setTextFormat(Qt::RichText);
    panel->body()->addWidget(table);
    panel->body()->addStretch(1);
    columns->addWidget(panel, 2);
    for (auto* label : panel->findChildren<QLabel*>())
        label->setWordWrap(true);
    return page;
}

}  // namespace euryth::widgets
