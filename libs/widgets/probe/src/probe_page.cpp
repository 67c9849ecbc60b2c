// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QScrollArea>
#include <QStackedWidget>

#include "bench_views.hpp"
#include "kit/entry_view.hpp"
#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "kit/section_canvases.hpp"
#include "probe/probe_page.hpp"
#include "probe/probe_stage.hpp"
#include "probe/virtual_views.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

namespace {

constexpr int kAtBench = static_cast<int>(ProbePage::View::Virtual);  // views before it

int groupOf(int view) { return view < kAtBench ? 0 : 1; }
bool isComputed(ProbePage::View view) { return groupOf(static_cast<int>(view)) == 1; }

}  // namespace

ProbePage::ProbePage(Context context, Desk& desk, const Commands& commands, QWidget* parent)
    : StagePage(context, parent),
      m_commands(commands),
      m_virtual(context.session.virtualProbe()),
      m_lastOf{0, kAtBench}
{
    setObjectName(QStringLiteral("probePage"));
    m_shows = makeShowsSwitch(m_virtual);
    m_flow = new QWidget;
    auto* flow = new QHBoxLayout(m_flow);
    flow->setContentsMargins(0, 0, 0, 0);
    flow->addWidget(makeFlowLine(context, m_virtual), 1);
    flow->addWidget(makeJudgeBy(context));
    flow->addWidget(m_shows);
    m_views = new QStackedWidget;
    m_session = makeSessionView(context, commands);
    for (QWidget* view :
         {static_cast<QWidget*>(m_session), makeReadings(), makeRankingView(context), makeFindingsView(desk, commands),
          makeBenchView(context), makeVirtualProbeView(context, m_virtual),
          makeViscousView(
              context, m_virtual, context.session.runs(),
              [&desk](port_field::Quality quality) { exportField(desk, QStringLiteral(".case"), quality); }),
          makeWallAirView(context, m_virtual), makeShortSideView(context, m_virtual, context.session.shortSide()),
          makeWhatIfView(context, m_virtual), makeBesideView(context, m_virtual)})
        m_views->addWidget(view);
    askForShownOnly(m_views);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(makeHead());
    column->addWidget(m_flow);
    column->addWidget(m_views, 1);
    connect(&context.workspace, &app::Workspace::refreshed, this, &ProbePage::follow);
    connect(commands.action(command::NextRound), &QAction::triggered, this, [this] { showView(View::Session); });
    connect(commands.action(command::SimulateBench), &QAction::triggered, this, [this] { showView(View::Session); });
    connect(commands.action(command::AddFinding), &QAction::triggered, this, [this] { showView(View::Findings); });
    connect(commands.action(command::AddProbeSet), &QAction::triggered, this, [this] {
        if (isComputed(static_cast<View>(view())))
            showView(View::Readings);
    });
    showView(View::Readings);
    refresh();
}

QWidget* ProbePage::makeHead()
{
    auto* head = new QWidget;
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    m_groupSwitch = new Switch(
        {tr("At the bench"), tr("Computed air")},
        [this](int group) { showView(m_lastOf[static_cast<std::size_t>(group)]); }, QStringLiteral("probeGroups"));
    row->addWidget(m_groupSwitch);
    row->addSpacing(10);
    const QStringList names = views();
    const std::array<QStringList, 2> groups{names.mid(0, kAtBench), names.mid(kAtBench)};
    const std::array<int, 2> first{0, kAtBench};
    const std::array<QString, 2> objects{QStringLiteral("benchViews"), QStringLiteral("probeViews")};
    for (std::size_t i = 0; i < groups.size(); ++i) {
        m_viewSwitches[i] = new Switch(
            groups[i], [this, from = first[i]](int chosen) { showView(from + chosen); }, objects[i]);
        row->addWidget(m_viewSwitches[i]);
    }
    row->addStretch(1);
    return head;
}

QStringList ProbePage::views() const
{
    return {tr("Session"),     tr("Readings"), tr("Chokes"),     tr("Findings"), tr("Bench"),       tr("Virtual probe"),
            tr("Viscous run"), tr("Walls"),    tr("Short side"), tr("What if"),  tr("Side by side")};
}

int ProbePage::view() const { return m_views->currentIndex(); }

void ProbePage::showView(int index)
{
    const View view = static_cast<View>(index);
    m_views->setCurrentIndex(index);
    // Only the view that is open asks for room.
    for (int i = 0; i < m_views->count(); ++i) {
        const auto policy = i == m_views->currentIndex() ? QSizePolicy::Preferred : QSizePolicy::Ignored;
        m_views->widget(i)->setSizePolicy(policy, policy);
    }
    const int group = groupOf(index);
    m_lastOf[static_cast<std::size_t>(group)] = index;
    m_groupSwitch->setDown(group);
    m_viewSwitches[static_cast<std::size_t>(group)]->setDown(group == 0 ? index : index - kAtBench);
    m_viewSwitches[0]->setVisible(group == 0);
    m_viewSwitches[1]->setVisible(group == 1);
    m_flow->setVisible(isComputed(view));
    m_shows->setVisible(isComputed(view) && view != View::ShortSide);
    QWidget* shown = m_views->currentWidget();
    setFocusProxy(shown->focusProxy());
    shown->setFocus();
    follow();
    if (view == View::WhatIf)
        m_virtual.tipToStation();  // what is compared there is the chosen station
}

void ProbePage::setCompact(bool compact)
{
    m_longPanel->setVisible(!compact);
    m_session->setCompact(compact);
}

/// Fields are worked out while one of their views is open, or while ports are judged by them.
void ProbePage::follow()
{
    const bool judged = m_context.workspace.speedSource() == analysis::SpeedSource::Instant;
    m_virtual.setSeen(judged ||
                      (m_context.workspace.stage() == app::Stage::Probe && isComputed(static_cast<View>(view()))));
}

QWidget* ProbePage::makeReadings()
{
    Context context = m_context;
    auto* readings = new QWidget;
    m_sectionPanel = new Panel(tr("Section"));
    auto* section = new SectionCanvas(context, SectionCanvas::Shows::Speeds);
    section->setObjectName(QStringLiteral("speedSection"));
    m_sectionPanel->body()->addWidget(section, 1);

    auto* longPanel = new Panel(tr("Long section"));
    longPanel->body()->addWidget(new LongSectionCanvas(context), 1);
    m_longPanel = longPanel;
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    right->addWidget(longPanel, 1);
    right->addWidget(makeEntry());
    auto* top = new QHBoxLayout;
    top->setSpacing(8);
    top->addWidget(m_sectionPanel, 1);
    top->addLayout(right, 1);

    auto* stripPanel = new Panel(tr("Sets, on one scale"));
    auto* add = new QPushButton(tr("Add a set here"));
    add->setObjectName(QStringLiteral("addProbeSet"));
    add->setToolTip(tr("Adds nine points at the chosen station (Ctrl+Insert)"));
    connect(add, &QPushButton::clicked, m_commands.action(command::AddProbeSet), &QAction::trigger);
    stripPanel->addTool(add);
    auto* scroll = new QScrollArea;
    scroll->setWidget(new ProbeStrip(context));
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFixedHeight(98);
    scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    stripPanel->body()->addWidget(scroll);

    auto* column = new QVBoxLayout(readings);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(top, 1);
    column->addWidget(stripPanel);
    readings->setFocusProxy(readings->findChild<EntryView*>(QStringLiteral("probeTable")));
    return readings;
}

QWidget* ProbePage::makeEntry()
{
    m_entryPanel = new Panel(tr("Readings"));
    auto* messages = new MessageLine;
    messages->setObjectName(QStringLiteral("probeMessage"));
    messages->setHint(tr("Enter goes on. A pitot's pressure works too: 26.5 inH2O."));
    messages->setMinimumHeight(18);
    auto* table = new app::ProbeTable(m_context.workspace, this);
    auto* view = new EntryView(m_context, *table, *messages);
    view->setObjectName(QStringLiteral("probeTable"));
    view->verticalHeader()->setDefaultSectionSize(26);
    view->setMinimumHeight(106);  // a grid of three rows is seen whole
    m_reading = new WrapLabel;
    m_reading->setObjectName(QStringLiteral("reading"));
    m_reading->setFont(drawing::font(34, true));
    m_readingNote = new WrapLabel;
    m_readingNote->setWordWrap(true);
    m_sums = quietLabel({});
    m_sums->setWordWrap(true);
    m_sums->setMinimumHeight(34);  // two lines, which a label that wraps does not ask for

    auto* numbers = new QVBoxLayout;
    numbers->setSpacing(2);
    numbers->addWidget(m_readingNote);
    numbers->addWidget(m_reading);
    numbers->addStretch(1);
    auto* row = new QHBoxLayout;
    row->setSpacing(14);
    row->addWidget(view, 3);
    row->addLayout(numbers, 2);
    m_entryPanel->body()->addLayout(row, 1);
    m_entryPanel->body()->addWidget(m_sums);
    m_entryPanel->body()->addWidget(messages);

    const auto setField = [this](const auto& f, auto member) {
        auto* edit = new FieldEdit(m_context, [=, this]() -> std::optional<app::FieldBinding> {
            const auto port = m_context.workspace.portIndex();
            const auto probe = m_context.workspace.probe();
            if (!port || !probe)
                return std::nullopt;
            return app::bind(
                f, [=](auto& job) -> auto& { return member(job.ports[*port].probes[*probe]); });
        });
        edit->edit()->setMaximumWidth(64);
        m_entryPanel->addTool(edit);
    };
    setField(
        field::probeLift, [](auto& p) -> auto& { return p.lift; });
    setField(
        field::benchFlow, [](auto& p) -> auto& { return p.benchFlow; });
    return m_entryPanel;
}

void ProbePage::refresh()
{
    const auto& workspace = m_context.workspace;
    m_sectionPanel->setTitle(stationTitle(workspace));
    const auto* probe = workspace.probeResult();
    if (!probe) {
        m_entryPanel->setTitle(tr("No set"));
        m_reading->setText(QString::fromUtf8(units::kUnknownText));
        m_readingNote->setText(tr("Ctrl+Insert adds a set at the chosen station."));
        m_sums->clear();
        return;
    }
    const job::ProbeSet& set = workspace.port()->probes[probe->index];
    m_entryPanel->setTitle(tr("Set %1").arg(QString::fromStdString(set.id)));
    if (probe->readings.empty()) {
        m_reading->setText(QString::fromUtf8(units::kUnknownText));
        m_readingNote->setText(tr("No points yet: click them on the section (Session)."));
        m_sums->clear();
        return;
    }
    const std::size_t point = workspace.point().value_or(0);
    const auto& reading = probe->readings[point];
    m_readingNote->setText(tr("Point %1 of %2: %3")
                               .arg(point + 1)
                               .arg(probe->readings.size())
                               .arg(workspace.text(analysis::pointName(reading.at))));
    m_reading->setText(reading.speed ? workspace.text(Kind::Speed, reading.speed->si())
                                     : QString::fromUtf8(units::kUnknownText));
    if (!probe->traverse) {
        setLinkedText(*m_sums, tr("Missing: %1.").arg(withLinks(workspace, probe->traverse.missing)));
        return;
    }
    const probing::Traverse& t = *probe->traverse;
    QString sums;
    if (const auto& ratio = t.points[point].ratio) {
        sums += tr("%1 the mean: %2. ")
                    .arg(QString::fromStdString(units::format(Ratio{*ratio}, workspace.displayUnits())),
                         workspace.text(nameOf(*t.points[point].verdict)));
    }
    sums += tr("Mean %1, uniformity %2.")
                .arg(workspace.text(Kind::Speed, t.mean.si()),
                     QString::fromStdString(units::formatPlain(t.uniformity, 3, workspace.displayUnits())));
    sums += tr(" Mean times area %1").arg(workspace.text(Kind::Flow, t.flow.si()));
    if (probe->flowAgainstBench)
        sums += (*probe->flowAgainstBench < 0.0 ? tr(", %1 under the bench") : tr(", %1 over the bench"))
                    .arg(workspace.text(Kind::Percent, std::abs(*probe->flowAgainstBench)));
    setLinkedText(*m_sums, sums + QLatin1Char('.'));
}

}  // namespace euryth::widgets
