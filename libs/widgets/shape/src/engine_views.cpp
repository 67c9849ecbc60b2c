// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QTimer>

#include "kit/engine_canvases.hpp"
#include "kit/field_links.hpp"
#include "kit/form_builder.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "shape/shape_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;
using Curve = app::EngineResults::Curve;

namespace {

QString plain(const app::Workspace& w, double value, int decimals)
{
    return QString::fromStdString(units::formatPlain(value, decimals, w.displayUnits()));
}

/// Which other port is drawn beside; follows the job's ports.
class OtherPort : public QWidget {
public:
    OtherPort(Context context, app::EngineResults& results)
        : m_context(context),
          m_results(results),
          m_box(new QComboBox)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->addWidget(quietLabel(tr("beside")));
        row->addWidget(m_box);
        m_box->setObjectName(QStringLiteral("otherPort"));
        m_box->setToolTip(tr("Another port, drawn with dash and dot"));
        QObject::connect(m_box, &QComboBox::activated, this, [this](int i) {
            m_results.setOther(i > 0 ? std::optional(m_box->itemData(i).value<std::size_t>()) : std::nullopt);
            m_context.workspace.refresh();
        });
        keepUpToDate(context, this, [this] { refresh(); });
    }

private:
    void refresh()
    {
        m_box->clear();
        m_box->addItem(tr("no other port"));
        const auto& ports = m_context.workspace.job().ports;
        const auto chosen = m_context.workspace.portIndex();
        for (std::size_t i = 0; i < ports.size(); ++i) {
            if (i == chosen || (chosen && ports[i].side != ports[*chosen].side))
                continue;
            m_box->addItem(QString::fromStdString(ports[i].id), QVariant::fromValue(i));
            if (m_results.other() == i)
                m_box->setCurrentIndex(m_box->count() - 1);
        }
    }

    Context m_context;
    app::EngineResults& m_results;
    QComboBox* m_box;
};

bool knowsFilling(const engine::EngineRun& run) { return !run.filling.points.empty(); }

/// One port or plan at the speeds of peak power and shift.
QString fillingRow(const app::Workspace& w, const Curve& curve)
{
    const engine::EngineRun& run = curve.run;
    const bool exhaust = curve.model.isExhaust();
    const auto percent = [&](double share) { return w.text(Kind::Percent, share); };
    const auto& pull = exhaust ? run.exchange->emptying.pumping : run.filling.peakDepression;
    QString row = QStringLiteral("<tr><td>%1</td>").arg(curveName(curve).toHtmlEscaped());
    row += numberCell(plain(w, run.machIndex, 2)) +
           numberCell(knowsFilling(run) ? percent(run.filling.volumetricEfficiency) : tr("–")) +
           numberCell(w.text(Kind::Depression, pull.si())) +
           numberCell(percent(exhaust ? run.exchange->emptying.chokedShare : run.filling.chokedShare)) +
           numberCell(run.exchange ? percent(run.exchange->residual) : tr("–")) +
           numberCell(QStringLiteral("+") + percent(run.overRev - 1.0));
    if (curve.shift && knowsFilling(run))
        row += numberCell(QStringLiteral("+") + percent(curve.shift->filling.meanFlow / run.filling.meanFlow - 1.0));
    return row + QStringLiteral("</tr>");
}

/// How far a cylinder's exhaust flows as much as its intake, against the house's rule; empty where one is not known.
QString ratioNote(const app::Workspace& w)
{
    const auto ratio = engine::exhaustToIntake(w.job(), *w.port(), [&](std::size_t i) { return w.flowsNow(i); });
    if (!ratio)
        return {};
    const job::ShareRange& house = w.job().house.exhaustToIntake;
    const QString verdict = ratio->share < house.low    ? tr("under the house's %1 to %2")
                            : ratio->share > house.high ? tr("over the house's %1 to %2")
                                                        : tr("inside the house's %1 to %2");
    return tr(" Exhaust to intake on the bench at full lift: %1, %2.")
        .arg(w.text(Kind::Percent, ratio->share),
             verdict.arg(w.text(Kind::Percent, house.low), w.text(Kind::Percent, house.high)));
}

/// What is shown is from before the last change until the new answer arrives. Most arrive in a moment: only who has
/// waited a little is told, instead of a text that comes and goes with each key.
class Waiting : public QObject {
public:
    Waiting(const app::EngineResults& results, std::function<void()> refresh, QObject* parent)
        : QObject(parent),
          m_results(results)
    {
        m_timer.setSingleShot(true);
        m_timer.setInterval(300);
        connect(&m_timer, &QTimer::timeout, this, [this, refresh = std::move(refresh)] {
            m_long = true;
            refresh();
        });
    }
    [[nodiscard]] QString note()
    {
        const bool working = m_results.isWorking();
        m_long = m_long && working;
        if (working && !m_long && !m_timer.isActive())
            m_timer.start();
        else if (!working)
            m_timer.stop();
        return m_long ? QStringLiteral(" <b>%1</b>").arg(tr("Being worked out anew…")) : QString();
    }

private:
    const app::EngineResults& m_results;
    QTimer m_timer;
    bool m_long = false;
};

QLabel* richLabel(const char* name)
{
    auto* label = quietLabel({});
    label->setObjectName(QString::fromLatin1(name));
    label->setTextFormat(Qt::RichText);
    label->setWordWrap(true);
    return label;
}

QString fillingNote(const app::Workspace& w, app::EngineResults& results)
{
    const auto& known = results.get();
    if (!known)
        return whyNone(w, results, known.missing);
    const bool exhaust = known->curves.front().model.isExhaust();
    QString text = QStringLiteral("<table cellspacing=0 cellpadding=1><tr><td>%1</td>")
                       .arg(tr("at %1").arg(w.text(Kind::Rotation, known->rpm.si()))) +
                   numberCell(tr("Mach index")) + numberCell(tr("filling")) +
                   numberCell(exhaust ? tr("piston pushes") : tr("depression up to")) + numberCell(tr("choked")) +
                   numberCell(tr("burned gas left")) + numberCell(tr("air for a tenth more speed"));
    if (known->shiftRpm && knowsFilling(known->curves.front().run))
        text += numberCell(tr("air at the shift, %1").arg(w.text(Kind::Rotation, known->shiftRpm->si())));
    text += QStringLiteral("</tr>");
    for (const Curve& curve : known->curves)
        text += fillingRow(w, curve);
    text += QStringLiteral("</table>");
    if (!known->planMissing.empty())
        text += tr("No plan: %1. ").arg(w.text(known->planMissing));
    if (!known->otherMissing.empty())
        text += tr("Other port missing: %1. ").arg(withLinks(w, known->otherMissing));
    const auto& model = known->curves.front().model;
    text += tr("By %1. No wave action.").arg(w.text(model.areaFrom).toHtmlEscaped());
    if (!model.otherSide.empty())
        text += (exhaust ? tr(" With intake port %1 over overlap.") : tr(" With exhaust port %1 over overlap."))
                    .arg(QString::fromStdString(model.otherSide));
    text += ratioNote(w);
    for (const Phrase& assumed : model.assumed)
        text += tr(" Assumed: %1.").arg(w.text(assumed));
    return text;
}

QString placeOf(const app::Workspace& w, const Curve& curve, const flow::RunnerFlow& flow)
{
    if (flow.fastest >= curve.model.runner.size())
        return tr("the valve");
    return w.text(Kind::Position, curve.model.fromWindow(flow.fastest).si());
}

/// Flow of a curve over that of the first one, less 1.
QString against(const app::Workspace& w, MassFlow flow, MassFlow first)
{
    const double difference = flow / first - 1.0;
    return (difference > 0.0 ? QStringLiteral("+") : QString()) + w.text(Kind::Percent, difference);
}

QString benchEngineTable(const app::Workspace& w, app::EngineResults& results)
{
    const auto& known = results.get();
    if (!known)
        return whyNone(w, results, known.missing);
    const auto flowText = [&](const Curve& curve, MassFlow flow) {
        return w.text(Kind::Flow, flow.si() / air::density(curve.model.room).si());
    };
    QString rows;
    const Curve& first = known->curves.front();
    for (const Curve& curve : known->curves) {
        const bool itself = &curve == &first;
        const auto pair = [&](const flow::RunnerFlow& flow, const flow::RunnerFlow& of) {
            return numberCell(
                       flowText(curve, flow.flow) +
                       (itself ? QString() : QStringLiteral(" (<b>%1</b>)").arg(against(w, flow.flow, of.flow)))) +
                   numberCell(QStringLiteral("Mach %1 at %2")
                                  .arg(plain(w, flow.stations[flow.fastest].mach, 2), placeOf(w, curve, flow)) +
                              (flow.choked ? tr(", choked there") : QString()));
        };
        rows += QStringLiteral("<tr><td>%1</td>").arg(curveName(curve).toHtmlEscaped()) +
                pair(curve.onBench, first.onBench) + pair(curve.onEngine, first.onEngine) +
                numberCell(flowText(curve, curve.choked.flow)) + numberCell(placeOf(w, curve, curve.choked)) +
                QStringLiteral("</tr>");
    }
    return QStringLiteral("<table cellspacing=0 cellpadding=2><tr><td></td>") +
           numberCell(tr("bench, %1").arg(w.text(Kind::Depression, known->bench.si()))) + numberCell(tr("fastest at")) +
           numberCell((w.job().engine.runningDepression ? tr("at %1, as typed") : tr("at %1, assumed"))
                          .arg(w.text(Kind::Depression, known->running.si()))) +
           numberCell(tr("fastest at")) + numberCell(tr("never more than")) + numberCell(tr("chokes at")) +
           QStringLiteral("</tr>") + rows + QStringLiteral("</table>");
}

/// The same in a sentence.
QString placeFromWindow(const app::Workspace& w, const Curve& curve, const flow::RunnerFlow& flow)
{
    const QString place = placeOf(w, curve, flow);
    return flow.fastest >= curve.model.runner.size() ? tr("at %1").arg(place) : tr("%1 from the window").arg(place);
}

/// The filling at the engine's top speed.
const planning::Filling& atTop(const Curve& curve) { return (curve.shift ? *curve.shift : curve.run).filling; }

/// In one sentence whether the bench can tell the two ports apart, and what this engine makes of them at its own speed.
QString trapText(app::EngineResults& results, const app::Workspace& w)
{
    const auto& known = results.get();
    if (!known)
        return {};
    const Curve& first = known->curves.front();
    const QString speed = w.text(Kind::Rotation, known->shiftRpm.value_or(known->rpm).si());
    for (const Curve& curve : known->curves) {
        if (curve.who != app::EngineResults::Who::Other)
            continue;
        const double bench = curve.onBench.flow / first.onBench.flow - 1.0;
        const double engine = atTop(curve).meanFlow / atTop(first).meanFlow - 1.0;
        if (std::abs(bench) > engine::kSameOnBench || std::abs(engine) < engine::kOtherOnEngine)
            return tr("On the bench they differ by %1, in the air that the engine gets at %2 by %3.")
                .arg(w.text(Kind::Percent, std::abs(bench)), speed, w.text(Kind::Percent, std::abs(engine)));
        const bool firstIsPoorer = engine > 0.0;
        const Curve& poorer = firstIsPoorer ? first : curve;
        const double less = firstIsPoorer ? 1.0 - 1.0 / (1.0 + engine) : -engine;
        return tr("▲ The bench cannot tell %1 and %2 apart (%3). At %4 the engine gets %5 less air through %6, whose "
                  "cylinder "
                  "pulls up to %7: fastest %8.")
            .arg(QString::fromStdString(first.name), QString::fromStdString(curve.name),
                 w.text(Kind::Percent, std::abs(bench)), speed, w.text(Kind::Percent, less),
                 QString::fromStdString(poorer.name), w.text(Kind::Depression, atTop(poorer).peakDepression.si()),
                 placeFromWindow(w, poorer, poorer.onEngine));
    }
    return tr("Choose another port to lay it beside this one.");
}

void addCam(FormBuilder& form, int row, int column, job::CamLobe job::Engine::*lobe, const QString& after)
{
    const auto member = [=](auto m) {
        return [=](auto& job) -> auto& { return job.engine.*lobe.*m; };
    };
    form.job(row, column, field::duration, member(&job::CamLobe::duration));
    form.job(row + 1, column, field::camLift, member(&job::CamLobe::lift));
    form.add(row + 2, column, [=]() -> std::optional<app::FieldBinding> {
        return app::named(after, app::bind(field::centreline, member(&job::CamLobe::centreline)));
    });
}

struct TakenGas {
    planning::GasAtOpening atOpening;
    AbsolutePressure pipe;
};

/// What the sums take for the exhaust's gas; nothing where the engine is not known well enough.
std::optional<TakenGas> takenGas(const app::Workspace& w)
{
    const job::Job& job = w.job();
    const auto cam = analysis::camOf(job.engine, job::Side::Exhaust);
    const auto room = analysis::roomAir(job.bench);
    const job::Engine& e = job.engine;
    if (!w.port() || !cam || !room || !e.bore || !e.stroke || !e.rod)
        return std::nullopt;
    std::vector<Phrase> assumed;
    const planning::Cylinder cylinder{
        {*e.bore, *e.stroke, *e.rod}, analysis::compressionOf(job, *w.port(), assumed), 1.0};
    return TakenGas{analysis::gasAtOpening(e, cylinder, *cam, *analysis::chargeAir(job), assumed),
                    analysis::pipePressure(e, *room)};
}

QString camText(const app::Workspace& w)
{
    const job::CamLobe& lobe = w.job().engine.intakeCam;
    if (lobe.table.empty())
        return tr("No lift table: a smooth stand-in of the same duration and lift is used.");
    return tr("Intake by a table of %1 points; duration and lift beside it are not used.").arg(lobe.table.size());
}

}  // namespace

QWidget* makeEngineView(Context context, app::EngineResults& results, const std::function<void()>& importLifts)
{
    auto* page = new QWidget;
    auto* columns = new QHBoxLayout(page);
    columns->setContentsMargins(0, 0, 0, 0);
    columns->setSpacing(8);
    auto* panel = new Panel(tr("The engine"));
    panel->body()->setSpacing(4);
    auto* grid = newGrid();
    FormBuilder form(context, *grid);
    const auto engine = [](auto m) {
        return [=](auto& job) -> auto& { return job.engine.*m; };
    };
    using E = job::Engine;
    form.job(0, 0, field::bore, engine(&E::bore));
    form.job(1, 0, field::stroke, engine(&E::stroke));
    form.job(2, 0, field::rod, engine(&E::rod));
    form.job(0, 1, field::peakRpm, engine(&E::peakRpm));
    form.job(1, 1, field::shiftRpm, engine(&E::shiftRpm));
    form.add(2, 1, [context]() -> std::optional<app::FieldBinding> {
        auto binding = app::bind(
            field::runningDepression, [](auto& job) -> auto& { return job.engine.runningDepression; });
        binding.emptyText = context.workspace.number(Kind::Depression, engine::runningDepression({}).si());
        return binding;
    });
    panel->body()->addLayout(grid);
    panel->body()->addWidget(heading(tr("Manifold (empty: the air of the bench room)")));
    auto* manifold = newGrid();
    FormBuilder manifoldForm(context, *manifold);
    const auto inManifold = [](auto m) {
        return [=](auto& job) -> auto& { return job.engine.manifold.*m; };
    };
    manifoldForm.job(0, 0, field::manifoldPressure, inManifold(&job::Manifold::pressure));
    manifoldForm.job(0, 1, field::manifoldTemperature, inManifold(&job::Manifold::temperature));
    panel->body()->addLayout(manifold);
    panel->body()->addWidget(heading(tr("Exhaust (empty: an ideal cycle's gas, the room's pressure)")));
    auto* exhaust = newGrid();
    FormBuilder exhaustForm(context, *exhaust);
    const auto inExhaust = [](auto m) {
        return [=](auto& job) -> auto& { return job.engine.exhaust.*m; };
    };
    // What is taken where nothing is typed stands in the empty field.
    const auto addTaken = [&](int row, int column, const auto& f, auto member, Kind kind, auto taken) {
        exhaustForm.add(row, column, [=]() -> std::optional<app::FieldBinding> {
            auto binding = app::bind(f, inExhaust(member));
            if (const auto gas = takenGas(context.workspace))
                binding.emptyText = context.workspace.number(kind, taken(*gas));
            return binding;
        });
    };
    using X = job::Exhaust;
    addTaken(0, 0, field::openingPressure, &X::openingPressure, Kind::AirPressure,
             [](const TakenGas& gas) { return gas.atOpening.pressure.si(); });
    addTaken(0, 1, field::openingTemperature, &X::openingTemperature, Kind::Temperature,
             [](const TakenGas& gas) { return gas.atOpening.temperature.si(); });
    addTaken(1, 0, field::pipePressure, &X::pipePressure, Kind::AirPressure,
             [](const TakenGas& gas) { return gas.pipe.si(); });
    panel->body()->addLayout(exhaust);
    panel->body()->addWidget(heading(tr("Cams, seat to seat, at the valve: intake left, exhaust right")));
    auto* cams = newGrid();
    FormBuilder camForm(context, *cams);
    addCam(camForm, 0, 0, &E::intakeCam, tr("After TDC"));
    addCam(camForm, 0, 1, &E::exhaustCam, tr("Before TDC"));
    panel->body()->addLayout(cams);
    panel->body()->addWidget(liveLabel(context, [context] { return camText(context.workspace); }));
    panel->body()->addWidget(listButtons(tr("Lift table out of a file…"), tr("Drop the table"), importLifts, [context] {
        context.workspace.document().apply(tr("Drop lift table"),
                                           [](job::Job& job) { job.engine.intakeCam.table.clear(); });
    }));
    panel->body()->addStretch(1);
    columns->addWidget(panel, 1);
    auto* charts = new Panel(tr("Over the crank at peak power"));
    charts->body()->addWidget(new EngineCanvas(context, results, EngineCanvas::Shows::Crank), 1);
    columns->addWidget(charts, 1);
    return page;
}

QWidget* makeFillingView(Context context, app::EngineResults& results)
{
    auto* panel = new Panel(tr("Emptying and filling of the cylinder"));
    panel->addTool(new OtherPort(context, results));
    auto* note = richLabel("fillingNote");
    panel->body()->addWidget(note);
    auto* canvas = new EngineCanvas(context, results, EngineCanvas::Shows::Filling);
    panel->body()->addWidget(canvas, 1);
    auto* waiting = new Waiting(
        results, [context] { context.workspace.refresh(); }, panel);
    whileSeen(context, panel,
              [=, &results] { setLinkedText(*note, fillingNote(context.workspace, results) + waiting->note()); });
    return panel;
}

QWidget* makeBenchEngineView(Context context, app::EngineResults& results)
{
    auto* panel = new Panel(tr("The same port on the bench and on the engine"));
    panel->addTool(new OtherPort(context, results));
    auto* trap = heading({});
    trap->setTextFormat(Qt::PlainText);
    trap->setObjectName(QStringLiteral("trapText"));
    trap->setWordWrap(true);
    auto* table = richLabel("benchEngineTable");
    panel->body()->addWidget(trap);
    panel->body()->addWidget(new EngineCanvas(context, results, EngineCanvas::Shows::Runner), 1);
    panel->body()->addWidget(table);
    panel->body()->addWidget(
        quietLabel(tr("One-dimensional: losses of wall, bends and widenings, and the valve at "
                      "full lift. No wave action, no wake.")));
    auto* waiting = new Waiting(
        results, [context] { context.workspace.refresh(); }, panel);
    whileSeen(context, panel, [=, &results] {
        trap->setText(trapText(results, context.workspace));
        setLinkedText(*table, benchEngineTable(context.workspace, results) + waiting->note());
    });
    return panel;
}

}  // namespace euryth::widgets
