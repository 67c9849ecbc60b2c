// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QHeaderView>
#include <QStandardItemModel>
#include <QTableView>

#include "job/plans.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "plans/alike_ports.hpp"
#include "plans/station_numbers.hpp"
#include "port_field/short_side_study.hpp"
#include "shape/shape_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

template <class Q>
QString shown(const app::Workspace& workspace, Kind kind, const std::optional<Q>& value)
{
    if (!value)
        return QString::fromUtf8(units::kUnknownText);
    if constexpr (std::is_same_v<Q, double>)
        return workspace.text(kind, *value);
    else
        return workspace.text(kind, value->si());
}

/// A plan as a row of the table; units stand in the headings.
QList<QStandardItem*> planRow(const app::Workspace& w, const plans::PlanSummary& plan, bool current)
{
    const auto number = [&](Kind kind, const auto& value) {
        return w.number(kind, value ? std::optional(value->si()) : std::nullopt);
    };
    std::optional<Area> smallest;
    if (plan.smallest)
        smallest = plan.smallest->area;
    const QString mark = plan.notMet > 0 ? QStringLiteral("▲ ") : current ? QStringLiteral("• ") : QString();
    const QString name = plan.name.empty() ? AreaPlanView::tr("as it is") : QString::fromStdString(plan.name);
    const QStringList texts{mark + name, number(Kind::SmallVolume, plan.taken), number(Kind::Area, smallest),
                            number(Kind::Rotation, plan.rpm), QString::fromUtf8(units::kUnknownText)};
    QList<QStandardItem*> items;
    for (const QString& text : texts) {
        items << new QStandardItem(text);
        items.back()->setEditable(false);
        if (items.size() > 1)
            items.back()->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    }
    QString tip = QString::fromStdString(plan.note);
    if (plan.benchFlow)
        tip += Canvas::tr("\nReckoned bench flow at full lift: %1.").arg(w.text(Kind::Flow, plan.benchFlow->si()));
    if (plan.notMet > 0)
        tip += Canvas::tr("\nAt %1 stations the walls do not give what is wished.").arg(plan.notMet);
    items.front()->setToolTip(name + QLatin1Char('\n') + tip);
    return items;
}

QString row(const QString& name, const QString& now, const QString& plan)
{
    return QStringLiteral("<tr><td>%1</td>").arg(name) + numberCell(now) + numberCell(plan) + QStringLiteral("</tr>");
}

/// What the tightest of alike ports allows at a station, and whose walls that are; empty for a port without such.
QString tightestRow(const app::Workspace& w, std::size_t station)
{
    const auto analysisOf = [&](std::size_t i) -> const analysis::PortAnalysis& { return w.analysisNow(i); };
    const auto along = plans::tightestAlong(w.job(), *w.portIndex(), analysisOf);
    if (!along[station])
        return {};
    return row(Canvas::tr("alike ports reach"), QString::fromStdString(w.job().ports[along[station]->port].id),
               w.text(Kind::Area, along[station]->reach.si()));
}

QString numbersTable(const app::Workspace& w, const plans::StationNumbers& now,
                     const std::optional<plans::StationNumbers>& plan, const QString& more)
{
    const auto line = [&](const QString& name, Kind kind, auto member) {
        return row(name, shown(w, kind, now.*member), plan ? shown(w, kind, (*plan).*member) : QString());
    };
    using N = plans::StationNumbers;
    return QStringLiteral("<table cellspacing=0 cellpadding=1>") + row({}, Canvas::tr("as it is"), Canvas::tr("plan")) +
           row(Canvas::tr("net area"), w.text(Kind::Area, now.area.si()),
               plan ? w.text(Kind::Area, plan->area.si()) : QString()) +
           line(Canvas::tr("gains each %1").arg(w.text(Kind::Position, 0.01)), Kind::Percent, &N::changePer10mm) +
           line(Canvas::tr("cone before it"), Kind::Angle, &N::coneBefore) +
           line(Canvas::tr("cone behind it"), Kind::Angle, &N::coneAfter) +
           line(Canvas::tr("air on the bench"), Kind::Speed, &N::onBench) +
           line(Canvas::tr("gas on the engine"), Kind::Speed, &N::onEngine) + more + QStringLiteral("</table>");
}

PlanNumbers planNumbers(const job::Job& job, const job::Port& port, const analysis::PortAnalysis& analysis,
                        const std::stop_token&)
{
    PlanNumbers numbers;
    numbers.flows = plans::passingFlows(job, analysis, engine::engineModel(job, port, analysis));
    if (analysis.demand && analysis.areas)
        numbers.smallestGoodFor = planning::rpmForArea(*analysis.demand, analysis.areas->smallest().area);
    numbers.plans = plans::comparePlans(job, port, analysis);
    return numbers;
}

}  // namespace

AreaPlanView::AreaPlanView(Context context, QWidget* parent) : QWidget(parent), m_context(context)
{
    m_numbers = new app::Answer<PlanNumbers>(context.workspace, planNumbers, this);
    m_shortSides = new app::Answer<PlanSeverities>(context.workspace, port_field::planSeverities, this,
                                                   app::Answer<PlanSeverities>::When::AlwaysBeside);
    connect(m_numbers, &app::Answering::arrived, this, [this] {
        if (isVisible())
            refresh();
    });
    connect(m_shortSides, &app::Answering::arrived, this, [this] {
        if (isVisible())
            showShortSides();
    });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto* panel = new Panel({});
    auto* peak = new FieldEdit(context, [] {
        return app::named(tr("peak power at"),
                          app::bind(
                              field::peakRpm, [](auto& job) -> auto& { return job.engine.peakRpm; }));
    });
    // Each side of the head has its own limit.
    auto* mach = new FieldEdit(context, [context] {
        const job::Port* port = context.workspace.port();
        const bool exhaust = port && port->side == job::Side::Exhaust;
        return app::named(
            tr("most Mach"),
            exhaust ? app::bind(
                          field::limitingMachExhaust, [](auto& job) -> auto& { return job.house.exhaustLimitingMach; })
                    : app::bind(
                          field::limitingMach, [](auto& job) -> auto& { return job.house.limitingMach; }));
    });
    auto* planField = new FieldEdit(context, [this]() -> std::optional<app::FieldBinding> {
        const auto port = m_context.workspace.portIndex();
        const auto station = m_context.workspace.station();
        if (!port || !station)
            return std::nullopt;
        auto binding = app::named(tr("plan here"), app::bind(
                                                       field::planArea, [=](auto& job) -> auto& {
                                                           return job.ports[*port].stations[*station].plan.area;
                                                       }));
        if (const auto& suggested = m_context.workspace.analysisNow().suggested[*station])
            binding.emptyText = m_context.workspace.number(Kind::Area, suggested->si());
        return binding;
    });
    planField->setObjectName(QStringLiteral("planField"));
    planField->setToolTip(tr("Planned net area at the chosen station; empty takes the suggested one"));
    auto* suggest = new QPushButton(tr("Use suggested plan"));
    suggest->setToolTip(tr("Demand of the engine with the house taper, never less than what is there (Ctrl+G)"));
    connect(suggest, &QPushButton::clicked, this, &AreaPlanView::suggestedPlanWanted);
    panel->addTool(peak);
    panel->addTool(mach);
    panel->addTool(planField);
    panel->addTool(suggest);
    auto* canvas = new AreaCanvas(context);
    panel->body()->addWidget(canvas, 1);
    setFocusProxy(canvas);
    column->addWidget(panel, 1);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    foot->addWidget(makeDemand(), 18);
    foot->addWidget(makeStation(), 27);
    foot->addWidget(makePlans(), 39);
    column->addLayout(foot);
    whileSeen(context, this, [this] { refresh(); });
}

QWidget* AreaPlanView::makeDemand()
{
    auto* panel = new Panel(tr("What the engine asks for"));
    panel->body()->setSpacing(3);
    m_wanted = new WrapLabel;
    m_wanted->setObjectName(QStringLiteral("wantedArea"));
    m_wanted->setFont(drawing::font(22, true));
    m_wantedNote = quietLabel({});
    m_wantedNote->setWordWrap(true);
    panel->body()->addWidget(m_wanted);
    panel->body()->addWidget(m_wantedNote);
    panel->body()->addStretch(1);
    return panel;
}

QWidget* AreaPlanView::makeStation()
{
    auto* panel = new Panel(tr("At this station"));
    m_atStation = new WrapLabel;
    m_atStation->setObjectName(QStringLiteral("stationNumbers"));
    m_atStation->setTextFormat(Qt::RichText);
    m_atStation->setToolTip(tr(
        "Bench: mean speed at the bench's depression, valve at full lift. Engine: while the piston is fastest at the "
        "speed of peak power, no wave action."));
    panel->body()->addWidget(m_atStation);
    panel->body()->addStretch(1);
    return panel;
}

QWidget* AreaPlanView::makePlans()
{
    auto* panel = new Panel(tr("Plans of this port"));
    panel->body()->setSpacing(4);
    m_plans = new QStandardItemModel(this);
    m_table = new QTableView;
    m_table->setObjectName(QStringLiteral("planTable"));
    m_table->setModel(m_plans);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setTabKeyNavigation(false);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(22);
    m_table->setFixedHeight(96);  // three plans at once
    m_table->setMinimumWidth(200);
    panel->body()->addWidget(m_table);
    TextEdit::Source name;
    name.tip = tr("Name of the current plan, the one with the dot");
    name.get = [this] {
        const job::Port* port = m_context.workspace.port();
        return port ? QString::fromStdString(job::currentPlan(*port).name) : QString();
    };
    name.set = [this](const QString& typed) {
        const auto port = m_context.workspace.portIndex();
        return port ? m_context.workspace.document().edit(
                          tr("Name plan"), [&](job::Job& job) { job.ports[*port].planName = typed.toStdString(); })
                    : QString();
    };
    auto* nameEdit = new TextEdit(m_context, std::move(name));
    nameEdit->setObjectName(QStringLiteral("planName"));
    TextEdit::Source note;
    note.label = tr("Note");
    note.tip = tr("A note on the current plan: what it is for");
    note.get = [this] {
        const job::Port* port = m_context.workspace.port();
        return port ? QString::fromStdString(port->planNote) : QString();
    };
    note.set = [this](const QString& typed) {
        const auto port = m_context.workspace.portIndex();
        return port ? m_context.workspace.document().edit(
                          tr("Note on plan"), [&](job::Job& job) { job.ports[*port].planNote = typed.toStdString(); })
                    : QString();
    };
    auto* noteEdit = new TextEdit(m_context, std::move(note));
    noteEdit->setObjectName(QStringLiteral("planNote"));
    auto* copy = new QPushButton(tr("Copy"));
    copy->setObjectName(QStringLiteral("copyPlan"));
    copy->setToolTip(tr("Puts this plan aside under its name and goes on with a copy"));
    m_take = new QPushButton(tr("Take"));
    m_take->setObjectName(QStringLiteral("takePlan"));
    m_take->setToolTip(tr("Makes the chosen plan the current one (Ctrl+Shift+K takes the next one)"));
    m_remove = new QPushButton(tr("Delete"));
    m_remove->setObjectName(QStringLiteral("deletePlan"));
    connect(copy, &QPushButton::clicked, this, [this] {
        editPort(m_context, tr("Copy plan"), [](job::Port& port) { job::copyPlan(port, job::freePlanName(port)); });
    });
    connect(m_take, &QPushButton::clicked, this, [this] {
        if (const auto plan = chosenPlan())
            editPort(m_context, tr("Change plans over"), [&](job::Port& port) { job::makeCurrent(port, *plan); });
    });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        if (const auto plan = chosenPlan()) {
            editPort(m_context, tr("Delete plan"), [&](job::Port& port) {
                port.plans.erase(port.plans.begin() + static_cast<std::ptrdiff_t>(*plan));
            });
        }
    });
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this] {
        m_take->setEnabled(chosenPlan().has_value());
        m_remove->setEnabled(chosenPlan().has_value());
    });
    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(4);
    buttons->addWidget(nameEdit, 1);
    panel->body()->addWidget(noteEdit);
    for (QPushButton* button : {copy, m_take, m_remove})
        buttons->addWidget(button);
    panel->body()->addLayout(buttons);
    return panel;
}

std::optional<std::size_t> AreaPlanView::chosenPlan() const
{
    const int row = m_table->currentIndex().row();
    constexpr int ahead = 2;  // as it is, and the current plan
    const job::Port* port = m_context.workspace.port();
    if (!port || row < ahead || row - ahead >= static_cast<int>(port->plans.size()))
        return std::nullopt;
    return static_cast<std::size_t>(row - ahead);
}

void AreaPlanView::refresh()
{
    refreshDemand();
    refreshStation();
    refreshPlans();
}

void AreaPlanView::refreshDemand()
{
    const auto& workspace = m_context.workspace;
    const auto& analysis = workspace.analysisNow();
    if (analysis.wantedArea && analysis.areas) {
        const Area least = analysis.areas->smallest().area;
        const auto numbers = m_numbers->get();
        const auto goodFor = numbers ? numbers->smallestGoodFor : std::nullopt;
        m_wanted->setText(workspace.text(Kind::Area, analysis.wantedArea->si()));
        setLinkedText(*m_wantedNote,
                      tr("at least. The smallest here, %1, is good for %2. No wave action in this sum.")
                          .arg(workspace.text(Kind::Area, least.si()), shown(workspace, Kind::Rotation, goodFor)));
    } else {
        m_wanted->setText(QString::fromUtf8(units::kUnknownText));
        const Phrase& missing = analysis.demand ? analysis.areas.missing : analysis.demand.missing;
        setLinkedText(*m_wantedNote,
                      missing.empty() ? QString() : tr("missing: %1").arg(withLinks(workspace, missing)));
    }
}

void AreaPlanView::refreshStation()
{
    const auto& workspace = m_context.workspace;
    const auto station = workspace.station();
    if (!station) {
        m_atStation->setText(tr("No station chosen."));
        return;
    }
    const job::Port& port = *workspace.port();
    const auto numbers = m_numbers->get();
    const plans::PassingFlows flows = numbers ? numbers->flows : plans::PassingFlows();
    m_atStation->setText(numbersTable(workspace, plans::numbersAsIs(port, flows, *station),
                                      plans::numbersOfPlan(port, workspace.analysisNow(), flows, *station),
                                      tightestRow(workspace, *station)));
}

void AreaPlanView::showShortSides()
{
    const auto& w = m_context.workspace;
    const auto severities = m_shortSides->current();
    if (!severities || m_shown != m_numbers->current())
        return;  // the rows are those from before
    const auto& known = *severities;
    const int column = m_plans->columnCount() - 1;
    for (int row = 0; row < m_plans->rowCount(); ++row) {
        const auto i = static_cast<std::size_t>(row);
        if (i >= known.size() || !known[i])
            continue;
        const auto plain = [&](double value) {
            return QString::fromStdString(units::formatPlain(value, 2, w.displayUnits()));
        };
        QStandardItem* item = m_plans->item(row, column);
        item->setText(plain(known[i]->severity));
        item->setToolTip(
            tr("How badly the air lets go of the short side, 0 (holds) to 1 (worst), %1 either way: about %2 of a "
               "section dead. On the scale of viscous runs, by the potential flow.")
                .arg(plain(known[i]->severityUncertainty), w.text(Kind::Percent, known[i]->deadShare)));
    }
}

void AreaPlanView::refreshPlans()
{
    const auto& workspace = m_context.workspace;
    const auto numbers = m_numbers->get();
    const bool sameUnits = m_plans->property("units") == static_cast<int>(workspace.displayUnits().system);
    if (numbers == m_shown && sameUnits)
        return showShortSides();
    m_shown = numbers;
    m_plans->setProperty("units", static_cast<int>(workspace.displayUnits().system));
    const int chosen = m_table->currentIndex().row();
    m_plans->clear();
    const auto head = [&](const QString& name, Kind kind) {
        return QStringLiteral("%1, %2").arg(name, workspace.symbol(kind));
    };
    m_plans->setHorizontalHeaderLabels({tr("plan"), head(tr("takes"), Kind::SmallVolume), head(tr("least"), Kind::Area),
                                        head(tr("to"), Kind::Rotation), tr("floor")});
    m_plans->horizontalHeaderItem(m_plans->columnCount() - 1)
        ->setToolTip(tr("How badly the air lets go of the short side: 0 holds, 1 is the worst"));
    if (numbers) {
        for (const auto& plan : numbers->plans)
            m_plans->appendRow(planRow(workspace, plan, m_plans->rowCount() == 1));
    }
    showShortSides();
    // The name takes what the numbers leave: a list that scrolls sideways hides a row.
    auto* header = m_table->horizontalHeader();
    header->setSectionResizeMode(QHeaderView::ResizeToContents);
    header->setSectionResizeMode(0, QHeaderView::Stretch);
    if (chosen >= 0 && chosen < m_plans->rowCount())
        m_table->selectRow(chosen);
    m_take->setEnabled(chosenPlan().has_value());
    m_remove->setEnabled(chosenPlan().has_value());
}

}  // namespace euryth::widgets
