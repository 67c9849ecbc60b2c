// SPDX-License-Identifier: GPL-3.0-or-later
#include <QAction>
#include <QApplication>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QStackedWidget>
#include <QStandardItemModel>

#include "analysis/compare.hpp"
#include "app/instrument_desk.hpp"
#include "app/row_tables.hpp"
#include "geometry/wall_contour.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "survey/survey_page.hpp"
#include "units/format.hpp"

#include "survey/bore_canvas.hpp"
#include "survey/flange_canvas.hpp"
#include "survey/survey_forms.hpp"
#include "survey/survey_stage.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

/// What stands beside each tab.
enum class View { Section, Side, Space, Spare, Details, Seat, Bore, Flange, Compare };

View viewFor(SurveyPage::Tab tab)
{
    switch (tab) {
    case SurveyPage::Tab::ValveEnd: return View::Seat;
    case SurveyPage::Tab::Runner: return View::Side;
    case SurveyPage::Tab::Flange: return View::Flange;
    case SurveyPage::Tab::Compare: return View::Compare;
    default: return View::Section;
    }
}

/// A wall gauge's key writes into the walls, a caliper's into any other table: where the hand is, and goes on.
void takeValue(const SurveyPage& page, devices::Channel channel, double si)
{
    auto* view = dynamic_cast<EntryView*>(QApplication::focusWidget());
    if (!view || !page.isAncestorOf(view))
        return;
    const bool walls = view->objectName() == QLatin1String("wallTable");
    if (walls == (channel == devices::Channel::Wall))
        view->enter(QString::number(inMm(Length::fromSi(si)), 'f', 3) + QStringLiteral("mm"));
}

}  // namespace

SurveyPage::SurveyPage(Context context, const Commands& commands, QWidget* parent)
    : StagePage(context, parent),
      m_commands(commands)
{
    setObjectName(QStringLiteral("surveyPage"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    row->addWidget(makeTables(), 5);
    row->addWidget(makeSide(), 3);
    connect(&context.session.instrument(), &app::InstrumentDesk::valueTaken, this,
            [this](devices::Channel channel, double si) { takeValue(*this, channel, si); });
    refresh();
}

QWidget* SurveyPage::makeTables()
{
    auto* panel = new Panel({});
    m_tables = new QStackedWidget;
    m_tabs = new Switch(
        views(), [this](int i) { showTab(static_cast<Tab>(i)); }, QStringLiteral("surveySwitch"));
    panel->addTool(m_tabs);
    m_readout = new BigReadout(m_context);
    panel->body()->addWidget(m_readout);
    m_messages = new MessageLine;
    m_messages->setObjectName(QStringLiteral("surveyMessage"));
    m_messages->setHint(
        tr("Type, Enter goes on; * repeats the value above. 2 1/16in, 0.045+0.010 and 52mm are read too. "
           "Empty means not measured."));
    using Columns = app::StationTable::Columns;
    for (const auto columns : {Columns::Sections, Columns::Walls}) {
        auto* table = new app::StationTable(m_context.workspace, columns, this);
        auto* view = new EntryView(m_context, *table, *m_messages);
        view->setObjectName(columns == Columns::Sections ? QStringLiteral("sectionTable")
                                                         : QStringLiteral("wallTable"));
        view->setAccessibleName(columns == Columns::Sections ? tr("Stations and their sections")
                                                             : tr("Walls of the stations"));
        connect(view, &EntryView::handMoved, this, &SurveyPage::readOut);
        if (columns == Columns::Sections) {
            m_tables->addWidget(view);
            setFocusProxy(view);
        } else {
            auto* page = new QWidget;
            auto* column = new QVBoxLayout(page);
            column->setContentsMargins(0, 0, 0, 0);
            column->addWidget(view, 1);
            column->addWidget(makeGaugeLine(m_context));
            m_tables->addWidget(page);
        }
    }
    m_tables->addWidget(scrolled(makeValveEndForm(m_context, *m_messages)));
    m_tables->addWidget(scrolled(makeRunnerForm(m_context)));
    m_tables->addWidget(scrolled(makeFlangeForm(m_context, *m_messages)));
    m_tables->addWidget(scrolled(makeVolumesForm(m_context, *m_messages)));
    m_tables->addWidget(makeCompare());
    panel->body()->addWidget(m_tables, 1);
    auto* foot = new QHBoxLayout;
    auto* add = new QPushButton(tr("Add station"));
    add->setObjectName(QStringLiteral("addStation"));
    add->setToolTip(tr("Adds a station after the chosen one (Insert)"));
    m_remove = new QPushButton(tr("Remove station"));
    m_remove->setToolTip(tr("Removes the chosen station (Ctrl+Delete); Ctrl+Z brings it back"));
    connect(add, &QPushButton::clicked, m_commands.action(command::AddStation), &QAction::trigger);
    connect(m_remove, &QPushButton::clicked, m_commands.action(command::RemoveStation), &QAction::trigger);
    foot->addWidget(m_messages, 1);
    foot->addWidget(add, 0, Qt::AlignTop);
    foot->addWidget(m_remove, 0, Qt::AlignTop);
    panel->body()->addLayout(foot);
    return panel;
}

QWidget* SurveyPage::makeCompare()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    m_compare = new QStandardItemModel(this);
    auto* view = new QTableView;
    view->setObjectName(QStringLiteral("compareTable"));
    view->setAccessibleName(tr("Ports compared"));
    view->setModel(m_compare);
    view->setEditTriggers(QAbstractItemView::NoEditTriggers);
    view->setSelectionMode(QAbstractItemView::NoSelection);
    view->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    view->horizontalHeader()->setFont(drawing::font(drawing::text::kSecond));
    view->verticalHeader()->hide();
    view->verticalHeader()->setDefaultSectionSize(24);
    m_compareSums = quietLabel({});
    m_compareSums->setObjectName(QStringLiteral("compareSums"));
    m_compareSums->setWordWrap(true);
    column->addWidget(view, 1);
    column->addWidget(m_compareSums);
    return page;
}

QWidget* SurveyPage::makeSide()
{
    m_sidePanel = new Panel({});
    m_viewSwitch = new Switch(
        {tr("Section"), tr("Side"), tr("In space"), tr("Spare"), tr("Details")},
        [this](int i) {
            m_views->setCurrentIndex(i);
            refresh();
        },
        QStringLiteral("viewSwitch"));
    m_sidePanel->body()->addWidget(m_viewSwitch);
    m_valveSwitch = new Switch(
        {tr("Seat"), tr("In the bore")}, [this](int i) { m_views->setCurrentIndex(static_cast<int>(View::Seat) + i); },
        QStringLiteral("valveSwitch"));
    m_sidePanel->body()->addWidget(m_valveSwitch);
    m_views = new QStackedWidget;
    m_viewSwitch->turns(m_views);
    m_views->addWidget(makeSectionView());
    m_views->addWidget(new LongSectionCanvas(m_context));
    m_views->addWidget(new LoftCanvas(m_context));
    auto* spare = new PeelCanvas(m_context);
    spare->setShows(drawing::PeelShows::Spare);
    spare->setObjectName(QStringLiteral("sparePeel"));
    m_views->addWidget(spare);
    m_views->addWidget(scrolled(makeStationForm(m_context)));
    m_views->addWidget(new SeatCanvas(m_context));
    m_views->addWidget(new BoreCanvas(m_context));
    m_views->addWidget(new FlangeCanvas(m_context));
    m_views->addWidget(new CompareCanvas(m_context));
    m_sidePanel->body()->addWidget(m_views, 1);
    return m_sidePanel;
}

QWidget* SurveyPage::makeSectionView()
{
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(new SectionCanvas(m_context, SectionCanvas::Shows::Sizes), 1);
    m_points = new EntryView(m_context, *app::makeOutlineTable(m_context.workspace, this), *m_messages);
    m_points->setObjectName(QStringLiteral("outlineTable"));
    m_points->setFixedHeight(130);
    column->addWidget(m_points);
    column->addWidget(makeShapeLine());
    m_net = new WrapLabel;
    m_net->setObjectName(QStringLiteral("netArea"));
    m_net->setFont(drawing::font(drawing::text::kReading, true));
    m_sums = quietLabel({});
    m_sums->setWordWrap(true);
    column->addWidget(m_net);
    column->addWidget(m_sums);
    return page;
}

QWidget* SurveyPage::makeShapeLine()
{
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    m_shapes = new Switch(
        {tr("Calipers"), tr("Traced"), tr("Area")}, [this](int i) { setShape(static_cast<job::SectionKind>(i)); },
        QStringLiteral("shapeSwitch"));
    row->addWidget(m_shapes);
    row->addStretch(1);
    auto* file = new QPushButton(tr("File…"));
    file->setProperty("switch", true);
    file->setObjectName(QStringLiteral("outlineFile"));
    file->setToolTip(tr("Takes the outline out of a CSV, SVG or DXF file"));
    connect(file, &QPushButton::clicked, m_commands.action(command::OutlineFromFile), &QAction::trigger);
    auto* trace = new QPushButton(tr("Trace…"));
    trace->setProperty("switch", true);
    trace->setObjectName(QStringLiteral("traceOutline"));
    trace->setToolTip(tr("Traces the outline on a picture of a mould slice"));
    connect(trace, &QPushButton::clicked, m_commands.action(command::TraceOutline), &QAction::trigger);
    row->addWidget(file);
    row->addWidget(trace);
    return line;
}

void SurveyPage::showTab(Tab tab)
{
    m_tables->setCurrentIndex(static_cast<int>(tab));
    m_tabs->setDown(static_cast<int>(tab));
    const View view = viewFor(tab);
    m_views->setCurrentIndex(static_cast<int>(view));
    if (view == View::Seat)
        m_valveSwitch->setDown(0);
    if (view <= View::Details)
        m_viewSwitch->setDown(static_cast<int>(view));
    m_context.workspace.chooseSector(tab == Tab::Walls
                                         ? std::optional(m_context.workspace.sector().value_or(geometry::Sector::Roof))
                                         : std::nullopt);
    refresh();
    setFocusProxy(firstEntry(tab));
    setFocus();
    readOut();
}

QWidget* SurveyPage::firstEntry(Tab tab) const
{
    if (tab == Tab::Sections)
        return findChild<EntryView*>(QStringLiteral("sectionTable"));
    if (tab == Tab::Walls)
        return findChild<EntryView*>(QStringLiteral("wallTable"));
    if (tab == Tab::Compare)
        return findChild<QTableView*>(QStringLiteral("compareTable"));
    return m_tables->currentWidget()->findChild<QLineEdit*>();
}

QStringList SurveyPage::views() const
{
    return {tr("Sections"), tr("Walls"), tr("Valve end"), tr("Runner"), tr("Flange"), tr("Volumes"), tr("Compare")};
}

int SurveyPage::view() const { return m_tables->currentIndex(); }

void SurveyPage::showInSpace() { m_viewSwitch->click(static_cast<int>(View::Space)); }

void SurveyPage::showSpare() { m_viewSwitch->click(static_cast<int>(View::Spare)); }

void SurveyPage::showInBore() { m_valveSwitch->click(1); }

void SurveyPage::setShape(job::SectionKind kind)
{
    auto& workspace = m_context.workspace;
    const auto port = workspace.portIndex();
    const auto station = workspace.station();
    if (!port || !station)
        return refresh();
    const geometry::Section present = workspace.analysisNow().sections[*station];
    const QString problem = workspace.document().edit(tr("Change the kind of section"), [&](job::Job& job) {
        job::MeasuredSection& section = job.ports[*port].stations[*station].section;
        // What was measured the other way is the start of the new one, so that nothing jumps.
        if (kind == job::SectionKind::AreaOnly && section.kind != kind)
            section.area = job::area(section);
        if (kind == job::SectionKind::Outline && section.kind != kind && section.points.empty()) {
            constexpr std::size_t corners = 24;
            section.points = geometry::WallContour(present).outline(corners);
        }
        if (kind == job::SectionKind::RoundedRectangle && section.shape.width <= Length{}) {
            const geometry::Box box = geometry::boxOf(present);
            section.shape.width = box.width;
            section.shape.height = box.height;
        }
        section.kind = kind;
    });
    if (!problem.isEmpty())
        m_messages->showError(problem);
    refresh();
}

void SurveyPage::readOut()
{
    const int tab = m_tables->currentIndex();
    const QString name =
        tab == static_cast<int>(Tab::Walls) ? QStringLiteral("wallTable") : QStringLiteral("sectionTable");
    const auto* view = findChild<EntryView*>(name);
    const QModelIndex at = view->currentIndex();
    const auto* table = qobject_cast<const app::EntryTable*>(view->model());
    const auto [meaning, unit] = table->meaningOf(at);
    m_readout->show(at.isValid() ? tr("Station %1 · %2").arg(at.row() + 1).arg(meaning) : tr("No station"),
                    view->textInHand(), unit);
}

void SurveyPage::refreshShape()
{
    const auto& workspace = m_context.workspace;
    const auto station = workspace.station();
    m_shapes->setEnabled(station.has_value());
    const auto kind = station ? workspace.port()->stations[*station].section.kind : job::SectionKind::RoundedRectangle;
    m_shapes->setDown(static_cast<int>(kind));
    m_points->setVisible(kind == job::SectionKind::Outline);
}

void SurveyPage::refresh()
{
    const auto& workspace = m_context.workspace;
    const bool compares = m_tables->currentIndex() == static_cast<int>(Tab::Compare);
    const bool valveEnd = m_tables->currentIndex() == static_cast<int>(Tab::ValveEnd);
    const bool flange = m_tables->currentIndex() == static_cast<int>(Tab::Flange);
    m_viewSwitch->setVisible(!compares && !valveEnd && !flange);
    m_valveSwitch->setVisible(valveEnd);
    m_sidePanel->setTitle(compares   ? tr("Ports over each other")
                          : valveEnd ? tr("Valve end")
                          : flange   ? tr("Through the gasket plane")
                                     : stationTitle(workspace));
    refreshShape();
    if (compares)
        refreshCompare();
    readOut();
    const auto station = workspace.station();
    m_remove->setEnabled(station.has_value());
    if (!station) {
        m_net->setText(QString::fromUtf8(units::kUnknownText));
        m_sums->setText(tr("Press Insert to add the first station of this port."));
        return;
    }
    const job::Station& here = workspace.port()->stations[*station];
    const geometry::Section& shape = workspace.analysisNow().sections[*station];
    m_net->setText(workspace.text(Kind::Area, job::netArea(here).si()));
    QString sums = tr("net area; perimeter %1, hydraulic diameter %2")
                       .arg(workspace.text(Kind::Length, geometry::perimeter(shape).si()),
                            workspace.text(Kind::Length, geometry::hydraulicDiameter(shape).si()));
    if (job::netArea(here) < job::area(here.section))
        sums += tr("; boss and stem take %1")
                    .arg(workspace.text(Kind::Area, (job::area(here.section) - job::netArea(here)).si()));
    if (const auto& areas = workspace.analysisNow().areas)
        sums += tr(". The runner: %1 long, %2")
                    .arg(workspace.text(Kind::Position, areas->length().si()),
                         workspace.text(Kind::Volume, areas->volume().si()));
    m_sums->setText(sums);
}

void SurveyPage::refreshCompare()
{
    const auto& workspace = m_context.workspace;
    const auto indices = comparedPorts(workspace);
    std::vector<const job::Port*> ports;
    std::vector<const analysis::PortAnalysis*> analyses;
    QStringList headers{tr("from\nwindow")};
    for (const std::size_t i : indices) {
        ports.push_back(&workspace.job().ports[i]);
        analyses.push_back(&workspace.analysisNow(i));
        headers << QString::fromStdString(ports.back()->id);
    }
    headers << tr("spread");
    const analysis::Comparison comparison = analysis::comparePorts(ports, analyses);
    m_compare->clear();
    m_compare->setHorizontalHeaderLabels(headers);
    const drawing::Theme& theme = m_context.look.theme();
    const auto addRow = [&](const QString& name, const analysis::Spread& spread, Kind kind) {
        QList<QStandardItem*> row{new QStandardItem(name)};
        for (std::size_t i = 0; i < spread.values.size(); ++i) {
            const bool odd = spread.odd == i;
            const QString number = workspace.number(kind, spread.values[i]);
            auto* item = new QStandardItem(odd ? QStringLiteral("▲ ") + number : number);
            if (odd) {
                item->setForeground(theme.danger);
                item->setToolTip(tr("the odd one out: farthest from the median of these ports"));
            }
            row << item;
        }
        row << new QStandardItem(spread.spread ? workspace.text(Kind::Percent, *spread.spread)
                                               : QString::fromUtf8(units::kUnknownText));
        for (QStandardItem* item : row)
            item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        m_compare->appendRow(row);
    };
    for (const analysis::PlaceSpread& place : comparison.places)
        addRow(workspace.number(Kind::Position, place.s.si()), place.area, Kind::Area);
    addRow(tr("sections, cc"), comparison.volume, Kind::Volume);
    addRow(tr("burette, cc"), comparison.burette, Kind::Volume);
    addRow(tr("smallest"), comparison.smallest, Kind::Area);
    m_compareSums->setText(
        tr("Net areas of all ports of this side; ▲ marks the odd one out, the port farthest from the "
           "median by %1 or more. Long and short ports differ by design and are compared each in their own "
           "group (Runner, By design).")
            .arg(workspace.text(Kind::Percent, analysis::kOddFrom)));
}

}  // namespace euryth::widgets
