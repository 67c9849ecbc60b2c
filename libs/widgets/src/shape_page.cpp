// SPDX-License-Identifier: GPL-3.0-or-later
#include <QButtonGroup>
#include <QHBoxLayout>
#include <QStackedWidget>

#include "units/format.hpp"
#include "widgets/pages.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

/// A field that follows no choice: it is the job's own.
template <class Access>
FieldEdit* jobField(Context context, const QString& label, const job::Field& f, Kind kind, Access access)
{
    const app::FieldBinding binding = app::bind(label, f, kind, access);
    return new FieldEdit(context, [binding] { return binding; });
}

}  // namespace

ShapePage::ShapePage(Context context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_engine(context.workspace)
{
    setObjectName(QStringLiteral("shapePage"));
    m_areaPanel = new Panel({});
    auto* views = makeSwitch(
        {tr("Area plan"), tr("Filling"), tr("Bench and engine")}, [this](int i) { showView(static_cast<View>(i)); },
        QStringLiteral("shapeViews"));
    m_viewSwitch = views->findChild<QButtonGroup*>();
    m_areaPanel->addTool(views);
    auto* planField = new FieldEdit(context, [this]() -> std::optional<app::FieldBinding> {
        const auto port = m_context.workspace.portIndex();
        const auto station = m_context.workspace.station();
        if (!port || !station)
            return std::nullopt;
        auto binding = app::bind(
            tr("plan here"), field::planArea,
            Kind::Area, [=](auto& job) -> auto& { return job.ports[*port].stations[*station].planArea; });
        const auto& suggested = m_context.workspace.analysis().suggested[*station];
        if (suggested)
            binding.emptyText = m_context.workspace.number(Kind::Area, suggested->si());
        return binding;
    });
    planField->setObjectName(QStringLiteral("planField"));
    planField->setToolTip(tr("Planned net area at the chosen station; empty takes the suggested one"));
    auto* suggest = new QPushButton(tr("Use suggested plan"));
    suggest->setToolTip(tr("Demand of the engine with the house taper, never less than what is there (Ctrl+G)"));
    connect(suggest, &QPushButton::clicked, this, &ShapePage::suggestedPlanWanted);
    m_planTools = new QWidget;
    auto* tools = new QHBoxLayout(m_planTools);
    tools->setContentsMargins(0, 0, 0, 0);
    tools->addWidget(planField);
    tools->addStretch(1);
    tools->addWidget(suggest);
    m_areaPanel->body()->addWidget(m_planTools);
    m_engineNote = quietLabel({}, context);
    m_engineNote->setObjectName(QStringLiteral("engineNote"));
    m_engineNote->setWordWrap(true);
    m_areaPanel->body()->addWidget(m_engineNote);
    auto* canvas = new AreaCanvas(context);
    m_views = new QStackedWidget;
    m_views->addWidget(canvas);
    m_views->addWidget(new FillingCanvas(context, m_engine));
    m_views->addWidget(new RunnerFlowCanvas(context, m_engine));
    m_areaPanel->body()->addWidget(m_views, 1);
    setFocusProxy(canvas);

    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    foot->addWidget(makeDemand(), 1);
    foot->addWidget(makeThroat(), 1);
    foot->addWidget(makeHouse(), 1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(m_areaPanel, 1);
    column->addLayout(foot);
    connect(&context.workspace, &app::Workspace::refreshed, this, &ShapePage::refresh);
    refresh();
}

void ShapePage::showView(View view)
{
    m_views->setCurrentIndex(static_cast<int>(view));
    m_viewSwitch->button(static_cast<int>(view))->setChecked(true);
    refresh();
}

QString ShapePage::engineNote()
{
    const auto& results = m_engine.get();
    if (!results)
        return {};
    const auto& workspace = m_context.workspace;
    const auto& run = results->run;
    const auto plain = [&](double value, int decimals) {
        return QString::fromStdString(units::formatPlain(value, decimals, workspace.displayUnits()));
    };
    QString note =
        tr("At %1: Mach index %2, filling %3, depression up to %4, choked %5 of the time, %6 more air for a tenth "
           "more speed. By %7. No wave action.")
            .arg(workspace.text(Kind::Rotation, results->rpm.si()), plain(run.machIndex, 2),
                 workspace.text(Kind::Percent, run.filling.volumetricEfficiency),
                 workspace.text(Kind::Depression, run.filling.peakDepression.si()),
                 workspace.text(Kind::Percent, run.filling.chokedShare),
                 workspace.text(Kind::Percent, run.overRev - 1.0), QString::fromStdString(results->model.areaFrom));
    for (const std::string& assumed : results->model.assumed)
        note += tr(" Assumed: %1.").arg(QString::fromStdString(assumed));
    return note;
}

QWidget* ShapePage::makeDemand()
{
    auto* panel = new Panel(tr("What the engine asks for"));
    panel->body()->setSpacing(3);
    m_wanted = new QLabel;
    m_wanted->setObjectName(QStringLiteral("wantedArea"));
    m_wanted->setFont(drawing::font(22, true));
    m_wantedNote = quietLabel({}, m_context);
    m_wantedNote->setWordWrap(true);
    panel->body()->addWidget(m_wanted);
    panel->body()->addWidget(m_wantedNote);
    panel->body()->addWidget(jobField(
        m_context, tr("Bore"), field::bore, Kind::Length, [](auto& job) -> auto& { return job.engine.bore; }));
    panel->body()->addWidget(jobField(
        m_context, tr("Stroke"), field::stroke, Kind::Length, [](auto& job) -> auto& { return job.engine.stroke; }));
    panel->body()->addWidget(jobField(
        m_context, tr("Rod"), field::rod, Kind::Length, [](auto& job) -> auto& { return job.engine.rod; }));
    panel->body()->addWidget(jobField(
        m_context, tr("Peak power at"), field::peakRpm, Kind::Rotation,
        [](auto& job) -> auto& { return job.engine.peakRpm; }));
    panel->body()->addStretch(1);
    return panel;
}

QWidget* ShapePage::makeThroat()
{
    auto* panel = new Panel(tr("Throat"));
    panel->body()->setSpacing(3);
    m_throat = new QLabel;
    m_throat->setFont(drawing::font(22, true));
    m_throatNote = quietLabel({}, m_context);
    m_throatNote->setWordWrap(true);
    panel->body()->addWidget(m_throat);
    panel->body()->addWidget(m_throatNote);
    const auto portField = [this](const QString& label, const job::Field& f, auto member) {
        return new FieldEdit(m_context, [=, this]() -> std::optional<app::FieldBinding> {
            const auto port = m_context.workspace.portIndex();
            if (!port)
                return std::nullopt;
            return app::bind(
                label, f, Kind::Length, [=](auto& job) -> auto& { return member(job.ports[*port]); });
        });
    };
    panel->body()->addWidget(portField(
        tr("Valve"), field::valveDiameter, [](auto& p) -> auto& { return p.valve.diameter; }));
    panel->body()->addWidget(portField(
        tr("Throat"), field::throat, [](auto& p) -> auto& { return p.valve.throat; }));
    panel->body()->addWidget(portField(
        tr("Stem"), field::stem, [](auto& p) -> auto& { return p.valve.stem; }));
    panel->body()->addStretch(1);
    return panel;
}

QWidget* ShapePage::makeHouse()
{
    auto* panel = new Panel(tr("House rules"));
    panel->body()->setSpacing(3);
    const auto add = [&](const QString& label, const job::Field& f, Kind kind, auto member) {
        panel->body()->addWidget(jobField(
            m_context, label, f, kind, [=](auto& job) -> auto& { return member(job.house); }));
    };
    add(
        tr("Limiting Mach"), field::limitingMach, Kind::Number, [](auto& h) -> auto& { return h.limitingMach; });
    panel->body()->addWidget(new FieldEdit(m_context, [this]() -> std::optional<app::FieldBinding> {
        const QString label = tr("Taper each %1").arg(m_context.workspace.text(Kind::Position, 0.1));
        return app::bind(
            label, field::taper, Kind::Percent, [](auto& job) -> auto& { return job.house.taperPer100mm; });
    }));
    add(
        tr("Small-big-small over"), field::smallBigSmall, Kind::Percent,
        [](auto& h) -> auto& { return h.smallBigSmall; });
    add(
        tr("Wall to leave"), field::leastWall, Kind::Length, [](auto& h) -> auto& { return h.leastWall; });
    add(
        tr("… where no weld reaches"), field::unrepairableLeastWall, Kind::Length,
        [](auto& h) -> auto& { return h.unrepairableLeastWall; });
    add(
        tr("Greatest cut"), field::greatestCut, Kind::Length, [](auto& h) -> auto& { return h.greatestCut; });
    panel->body()->addStretch(1);
    return panel;
}

void ShapePage::refresh()
{
    const auto& workspace = m_context.workspace;
    const auto& analysis = workspace.analysis();
    const bool plans = m_views->currentIndex() == static_cast<int>(View::Area);
    m_areaPanel->setNote(stationTitle(workspace));
    m_planTools->setVisible(plans);
    m_engineNote->setVisible(!plans);
    if (!plans && isVisible())  // worked out only where it is looked at
        m_engineNote->setText(engineNote());
    if (analysis.wantedArea && analysis.areas) {
        const Area least = analysis.areas->smallest().area;
        m_wanted->setText(workspace.text(Kind::Area, analysis.wantedArea->si()));
        m_wantedNote->setText(
            tr("smallest here %1, good for %2; no wave action in this sum")
                .arg(workspace.text(Kind::Area, least.si()),
                     workspace.text(Kind::Rotation, planning::rpmForArea(*analysis.demand, least).si())));
    } else {
        m_wanted->setText(QString::fromUtf8(units::kUnknownText));
        const std::string& missing = analysis.demand ? analysis.areas.missing : analysis.demand.missing;
        m_wantedNote->setText(missing.empty() ? QString() : tr("missing: %1").arg(QString::fromStdString(missing)));
    }
    const job::Port* port = workspace.port();
    const auto& house = workspace.job().house;
    const bool exhaust = port && port->side == job::Side::Exhaust;
    const job::ShareRange& range = exhaust ? house.exhaustThroat : house.intakeThroat;
    m_throat->setText(analysis.throatShare ? workspace.text(Kind::Percent, *analysis.throatShare)
                                           : QString::fromUtf8(units::kUnknownText));
    m_throatNote->setText(
        tr("of the valve's diameter; the house says %1 to %2")
            .arg(workspace.text(Kind::Percent, range.low), workspace.text(Kind::Percent, range.high)));
}

}  // namespace euryth::widgets
