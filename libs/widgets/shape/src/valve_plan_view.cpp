// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QStackedWidget>

#include "app/language.hpp"
#include "boss_panel.hpp"
#include "end_plan.hpp"
#include "kit/chart_canvas.hpp"
#include "kit/choice_edit.hpp"
#include "kit/field_links.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "shape/shape_views.hpp"
#include "units/format.hpp"
#include "valve_end_canvas.hpp"
#include "valve_plan_parts.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

QString shown(const app::Workspace& w, Kind kind, const Known<Length>& value)
{
    return value ? w.text(kind, value->si()) : QString::fromUtf8(units::kUnknownText);
}
QString length(const app::Workspace& w, const Known<Length>& value) { return shown(w, Kind::Length, value); }

QString warning(const app::Workspace& w, const Phrase& conflict)
{
    return conflict.empty() ? QString() : QStringLiteral("▲ ") + w.text(conflict);
}

QString houseSays(const app::Workspace& w, const job::ShareRange& range)
{
    return tr("house: %1 to %2").arg(w.number(Kind::Percent, range.low), w.text(Kind::Percent, range.high));
}

QString throatText(const app::Workspace& w, EndPlan& plan)
{
    const auto r = plan.get();
    if (!r)
        return {};
    const auto& t = r->end.throat;
    if (!t.throat)
        return tr("Not known yet. Missing: %1.").arg(withLinks(w, t.throat.missing));
    Rows rows;
    rows.add(tr("throat of the valve"), w.text(Kind::Percent, t.share),
             houseSays(w, job::throatRange(w.job().house, w.port()->side)));
    if (t.stack) {
        rows.add(tr("last cut, %1, wide").arg(w.text(Kind::Angle, t.stack->cuts.back().face.angle.si())),
                 w.text(Kind::Length, t.stack->cuts.back().face.width.si()),
                 t.lastCutNow ? tr("now %1").arg(w.text(Kind::Length, t.lastCutNow->si())) : QString());
    } else if (!t.stack.missing.empty()) {
        rows.say(tr("Seat not known. Missing: %1.").arg(withLinks(w, t.stack.missing)));
    }
    rows.add(tr("scribe radius"), length(w, t.scribeRadius));
    rows.add(tr("scriber from the pilot"), length(w, t.scriberSetting));
    rows.add(tr("line below the seat's inner edge"), length(w, t.scribeDepth));
    rows.add(tr("throat takes over at"), length(w, t.takesOver));
    if (r->opening) {
        const bool all = w.job().house.liftWeight == job::LiftWeight::AllLifts;
        rows.add(tr("mean opening as it is"), w.text(Kind::Area, r->opening->si()),
                 all ? tr("all lifts") : tr("high lifts"));
    }
    rows.say(warning(w, t.conflict));
    return rows.table();
}

void addBowl(const app::Workspace& w, const plans::TurnPlan& t, Rows& rows)
{
    if (!t.bowl)
        return rows.say(tr("Bowl not known. Missing: %1.").arg(withLinks(w, t.bowl.missing)));
    rows.add(tr("bowl of the valve"), w.text(Kind::Percent, t.bowlShare),
             houseSays(w, job::bowlRange(w.job().house, w.port()->side)));
    if (t.speedChange)
        rows.add(tr("air at the short side"), w.text(Kind::Percent, *t.speedChange), tr("at the same flow"));
    if (t.heightForBowl)
        rows.add(tr("apex that this bowl needs"), length(w, t.heightForBowl), tr("for air as fast as now"));
}

QString turnText(const app::Workspace& w, EndPlan& plan)
{
    const auto r = plan.get();
    if (!r)
        return {};
    const auto& t = r->end.turn;
    Rows rows;
    addBowl(w, t, rows);
    if (t.radiusThatFits) {
        rows.add(tr("radius that fits there"), length(w, t.radiusThatFits));
        rows.add(tr("apex that the radius needs"), length(w, t.heightNeeded));
    } else {
        rows.say(tr("Short side not known. Missing: %1.").arg(withLinks(w, t.radiusThatFits.missing)));
    }
    if (t.laidBack && t.laidBack->depth > Length{}) {
        rows.add(tr("laying back takes"), w.text(Kind::Length, t.laidBack->depth.si()),
                 tr("begins %1 earlier").arg(w.text(Kind::Position, t.laidBack->earlier.si())));
    }
    if (t.laidBack && t.laidBack->depth < Length{})
        rows.say(tr("A smaller radius would need metal: it cannot be cut."));
    rows.add(tr("width over the turn"), length(w, t.width), tr("now %1").arg(length(w, t.widthNow)));
    if (t.innerRatio) {
        rows.add(tr("its wall, times the mean"),
                 QString::fromStdString(units::formatPlain(*t.innerRatio, 2, w.displayUnits())),
                 tr("free vortex, no wake"));
    }
    rows.say(warning(w, t.conflict));
    return rows.table();
}

QString placeName(const planning::ValveCheckRow& row)
{
    switch (row.place) {
    case planning::ValvePlace::Bridge: return tr("bridge to next seat");
    case planning::ValvePlace::BoreEdge: return tr("valve edge to bore");
    case planning::ValvePlace::NextPort: return tr("bowl to next port");
    case planning::ValvePlace::BowlWall: break;
    }
    return tr("wall, %1").arg(app::shown(nameOf(*row.sector)));
}

QString verdict(const planning::ValveCheckRow& row)
{
    const auto holds = row.holds();
    if (!holds)
        return tr("not measured");
    if (!*holds)
        return tr("▲ too little");
    if (row.place != planning::ValvePlace::BowlWall)
        return tr("holds");
    return row.straight ? tr("holds, straight") : tr("holds, curve it");
}

/// The rows to be shown: every place but the walls, and the walls that are worst off; and what is left out, in words.
std::pair<std::vector<planning::ValveCheckRow>, QString> rowsToShow(const std::vector<planning::ValveCheckRow>& all)
{
    std::vector<planning::ValveCheckRow> rows;
    std::vector<planning::ValveCheckRow> walls;
    int unmeasured = 0;
    for (const auto& row : all) {
        if (row.place != planning::ValvePlace::BowlWall)
            rows.push_back(row);
        else if (row.after)
            walls.push_back(row);
        else
            ++unmeasured;
    }
    std::ranges::stable_sort(walls, {}, [](const auto& row) { return (*row.after - row.least).si(); });
    constexpr std::size_t most = 4;
    const std::size_t shown = std::min(most, walls.size());
    rows.insert(rows.end(), walls.begin(), walls.begin() + static_cast<std::ptrdiff_t>(shown));
    QString rest;
    if (walls.size() > shown)
        rest += tr("%1 walls are better off. ").arg(walls.size() - shown);
    if (unmeasured > 0)
        rest += tr("%1 walls are not measured. ").arg(unmeasured);
    return {rows, rest};
}

QString biggerText(const app::Workspace& w, EndPlan& plan)
{
    const auto r = plan.get();
    if (!r)
        return {};
    if (r->end.bigger.empty())
        return tr(
            "Type the diameter of a bigger valve: bridge, bore edge, bowl wall, next port and water are checked "
            "before anything is ordered.");
    const auto [shown, rest] = rowsToShow(r->end.bigger);
    QString rows;
    for (const auto& row : shown) {
        const auto cell = [&](const std::optional<Length>& q) {
            return QStringLiteral("<td align=right>&nbsp;&nbsp;%1</td>")
                .arg(q ? w.number(Kind::Length, q->si()) : QString::fromUtf8(units::kUnknownText));
        };
        rows += QStringLiteral("<tr style='white-space:nowrap'><td>%1</td>").arg(placeName(row)) + cell(row.now) +
                cell(row.after) + cell(row.least) + QStringLiteral("<td>&nbsp;&nbsp;%1</td></tr>").arg(verdict(row));
    }
    const auto symbol = units::unitFor(Kind::Length, w.displayUnits()).symbol;
    QString text = QStringLiteral(
                       "<table cellspacing=0 cellpadding=1><tr><td></td><td align=right>&nbsp;&nbsp;%1</td>"
                       "<td align=right>&nbsp;&nbsp;%2</td><td "
                       "align=right>&nbsp;&nbsp;%3</td><td>&nbsp;&nbsp;%4</td></tr>%5</table>")
                       .arg(tr("now"), tr("after"), tr("least"),
                            QString::fromUtf8(symbol.data(), static_cast<qsizetype>(symbol.size())), rows) +
                   rest;
    if (r->end.largestValve)
        text += tr("Largest that holds: %1.").arg(w.text(Kind::Length, r->end.largestValve->si()));
    return text;
}

QString shroudText(const app::Workspace& w, EndPlan& plan)
{
    const auto r = plan.get();
    if (!r || !r->shroud)
        return r ? tr("Not known yet. Missing: %1.").arg(withLinks(w, r->shroud.missing)) : QString();
    const auto& s = *r->shroud;
    double now = 0.0;
    double then = 0.0;
    for (const auto& p : s.points) {
        now += p.now.openShare / static_cast<double>(s.points.size());
        then += (p.laidBack ? p.laidBack->openShare : p.now.openShare) / static_cast<double>(s.points.size());
    }
    QString text = tr("At full lift %1 of the edge is shrouded. Over all lifts %2 of the curtain flows")
                       .arg(w.text(Kind::Percent, s.points.back().now.shroudedShare), w.text(Kind::Percent, now));
    if (s.added)
        text += tr("; laid back %1").arg(w.text(Kind::Percent, then));
    text += QStringLiteral(".");
    if (s.added && s.chamber)
        text += tr(" The chamber gains %1 and has %2.")
                    .arg(w.text(Kind::SmallVolume, s.added->si()), w.text(Kind::SmallVolume, s.chamber->si()));
    else if (s.added)
        text += tr(" The chamber gains %1.").arg(w.text(Kind::SmallVolume, s.added->si()));
    if (s.compressionNow && s.compression && s.added) {
        const auto plain = [&](double v) { return QString::fromStdString(units::formatPlain(v, 2, w.displayUnits())); };
        text += tr(" Compression %1 becomes %2.").arg(plain(*s.compressionNow), plain(*s.compression));
    }
    return text;
}

/// Open share of the curtain over lift.
class ShroudCanvas : public ChartCanvas {
public:
    ShroudCanvas(Context context, SharedEndPlan plan) : ChartCanvas(context, 1), m_plan(std::move(plan))
    {
        setObjectName(QStringLiteral("shroudCanvas"));
        setMinimumHeight(112);
        setAccessibleName(tr("Share of the curtain that flows, over lift"));
    }

protected:
    [[nodiscard]] std::vector<drawing::ChartScene> makeCharts() const override
    {
        drawing::ChartScene scene;
        const auto unit = units::unitFor(Kind::Length, workspace().displayUnits()).symbol;
        scene.title = tr("Share of the curtain that flows, %");
        scene.xTitle = tr("lift, %1").arg(QString::fromUtf8(unit.data(), static_cast<qsizetype>(unit.size())));
        scene.xKind = Kind::Length;
        scene.yKind = Kind::Percent;
        scene.units = workspace().displayUnits();
        const auto r = m_plan->get();
        if (!r || !r->shroud) {
            scene.missing = r ? tr("Missing: %1.").arg(withLinks(workspace(), r->shroud.missing)) : QString();
        } else {
            scene.lines.push_back({tr("as it is"), drawing::LineStyle::Now, {}});
            scene.lines.push_back({tr("laid back"), drawing::LineStyle::Plan, {}});
            for (const auto& p : r->shroud->points) {
                scene.lines[0].points.emplace_back(p.lift.si(), p.now.openShare);
                if (p.laidBack)
                    scene.lines[1].points.emplace_back(p.lift.si(), p.laidBack->openShare);
            }
            if (scene.lines[1].points.empty())
                scene.lines.pop_back();
        }
        return {scene};
    }

private:
    SharedEndPlan m_plan;
};

/// What is wished, and the numbers that follow from it and cannot be drawn.
QWidget* sizesPanel(Context context, const SharedEndPlan& plan)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto turn = [plan](Known<Length> plans::TurnPlan::*member) {
        return [plan, member] { return plan->get() ? (plan->get()->end.turn.*member).value : std::nullopt; };
    };
    using T = plans::TurnPlan;
    using P = job::PlannedEnd;
    addWish(context, form, 0, 0, field::planThroat, &P::throat,
            [plan] { return plan->get() ? plan->get()->end.throat.throat.value : std::nullopt; });
    addWish(context, form, 1, 0, field::planBowl, &P::bowl, turn(&T::bowl));
    addWish(context, form, 2, 0, field::planShortRadius, &P::shortRadius, turn(&T::radius));
    addWish(context, form, 3, 0, field::planShortHeight, &P::shortHeight, turn(&T::height));
    addWish(context, form, 4, 0, field::planApexWidth, &P::apexWidth, turn(&T::width));
    form.port(
        5, 0, field::pilot, [](auto& port) -> auto& { return port.valve.pilot; });
    column->addLayout(grid);
    column->addWidget(richLabel(context, QStringLiteral("throatPlan"),
                                [context, plan] { return throatText(context.workspace, *plan); }));
    column->addWidget(
        richLabel(context, QStringLiteral("turnPlan"), [context, plan] { return turnText(context.workspace, *plan); }));
    column->addStretch(1);
    return page;
}

QWidget* biggerPanel(Context context, const SharedEndPlan& plan)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    addWish(context, form, 0, 0, field::planValve, &job::PlannedEnd::valve,
            [context] { return context.workspace.port() ? context.workspace.port()->valve.diameter : std::nullopt; });
    form.port(
        0, 1, field::valveKerf, [](auto& port) -> auto& { return port.valve.kerf; });
    grid->addWidget(sideChoice(context, tr("Next bowl"), tr("On which side the next bowl lies, seen from the window"),
                               &job::Valve::nextBowl),
                    1, 0);
    column->addLayout(grid);
    column->addWidget(richLabel(context, QStringLiteral("biggerValve"),
                                [context, plan] { return biggerText(context.workspace, *plan); }));
    column->addStretch(1);
    return page;
}

QWidget* shroudPanel(Context context, const SharedEndPlan& plan)
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto valve = [](auto m) {
        return [=](auto& port) -> auto& { return port.valve.*m; };
    };
    form.port(0, 0, field::chamberWall, valve(&job::Valve::chamberWall));
    form.port(0, 1, field::chamberWallHeight, valve(&job::Valve::chamberWallHeight));
    form.port(1, 0, field::chamberWallArc, valve(&job::Valve::chamberWallArc));
    addWish(context, form, 1, 1, field::chamberLean, &job::PlannedEnd::chamberLean,
            [] { return std::optional<Angle>(); });
    column->addLayout(grid);
    column->addWidget(new ShroudCanvas(context, plan), 1);
    column->addWidget(richLabel(context, QStringLiteral("shroudPlan"),
                                [context, plan] { return shroudText(context.workspace, *plan); }));
    return page;
}

/// In which direction the planned short side goes, as porters say it.
QString schoolText(const app::Workspace& w, EndPlan& plan)
{
    const auto r = plan.get();
    if (!r)
        return {};
    const auto& t = r->end.turn;
    QStringList parts;
    const auto lower = t.height && t.heightNow ? *t.heightNow - *t.height : Length{};
    constexpr Length hardly = lengthFromMm(0.05);
    if (lower > hardly)
        parts << tr("Laid back by %1: top end.").arg(w.text(Kind::Length, lower.si()));
    else if (lower < -hardly)
        parts << tr("Stood up: torque. Metal would have to be put on; a burr takes none off here.");
    if (t.laidBack && t.laidBack->depth > hardly)
        parts << tr("The radius takes up to %1 off the floor.").arg(w.text(Kind::Length, t.laidBack->depth.si()));
    parts << warning(w, r->end.throat.conflict) << warning(w, t.conflict);
    parts.removeAll(QString());
    return parts.isEmpty()
               ? tr("Drag a diamond, or choose one with Left and Right and move it with Up and Down; Delete takes "
                    "the wish back.")
               : parts.join(QStringLiteral(" "));
}

}  // namespace

SharedEndPlan makeEndPlan(const app::Workspace& workspace)
{
    return std::make_shared<EndPlan>(workspace, [](const job::Job& job, const job::Port& port,
                                                   const analysis::PortAnalysis& analysis, const std::stop_token&) {
        EndResults results;
        results.end = plans::planValveEnd(job, port, analysis);
        results.shroud = plans::planShrouding(job, port, results.end);
        results.opening = analysis.valve ? plans::weightedOpening(job, port.side, *analysis.valve)
                                         : Known<Area>{std::nullopt, analysis.valve.missing};
        return results;
    });
}

QWidget* makeValvePlanView(Context context)
{
    auto* page = new QWidget;
    auto* columns = new QHBoxLayout(page);
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(8);
    const auto plan = makeEndPlan(context.workspace);
    QObject::connect(plan.get(), &app::Answering::arrived, page, [context] { context.workspace.refresh(); });
    auto* drawn = new Panel(tr("The valve end, to scale"));
    auto* canvas = new ValveEndCanvas(context, plan);
    drawn->body()->addWidget(canvas, 1);
    auto* school = liveLabel(context, [context, plan] { return schoolText(context.workspace, *plan); });
    school->setObjectName(QStringLiteral("shortSideSchool"));
    drawn->body()->addWidget(school);
    page->setFocusProxy(canvas);
    columns->addWidget(drawn, 1);
    auto* beside = new Panel({});
    auto* views = new QStackedWidget;
    views->addWidget(scrolled(sizesPanel(context, plan)));
    views->addWidget(scrolled(makeBossPanel(context)));
    views->addWidget(scrolled(biggerPanel(context, plan)));
    views->addWidget(shroudPanel(context, plan));
    auto* shown = new Switch(
        {tr("Sizes"), tr("Boss"), tr("Bigger valve"), tr("Shrouding")}, [views](int i) { views->setCurrentIndex(i); },
        QStringLiteral("valveEndViews"));
    shown->turns(views);
    beside->body()->addWidget(shown);
    beside->body()->addWidget(views, 1);
    columns->addWidget(beside, 1);
    return page;
}

}  // namespace euryth::widgets
