// SPDX-License-Identifier: GPL-3.0-or-later
#include <QGridLayout>
#include <QHBoxLayout>
#include <QStackedWidget>

#include "units/format.hpp"
#include "widgets/pages.hpp"

namespace euryth::widgets {

using units::Kind;
namespace field = job::field;

SurveyPage::SurveyPage(Context context, QWidget* parent) : QWidget(parent), m_context(context)
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(8);
    row->addWidget(makeTables(), 5);
    row->addWidget(makeSection(), 3);
    connect(&context.workspace, &app::Workspace::refreshed, this, &SurveyPage::refresh);
    refresh();
}

QWidget* SurveyPage::makeTables()
{
    auto* panel = new Panel(tr("Measurements"));
    m_tables = new QStackedWidget;
    panel->addTool(makeSwitch(
        {tr("Sections"), tr("Walls"), tr("Valve end")}, [this](int i) { m_tables->setCurrentIndex(i); },
        QStringLiteral("surveySwitch")));
    auto* messages = new MessageLine(m_context);
    messages->setObjectName(QStringLiteral("surveyMessage"));
    messages->setHint(
        tr("Type and press Enter to go on. 2 1/16in, 0.045+0.010 and 52mm are read too. Empty means "
           "not measured."));
    using Columns = app::StationTable::Columns;
    for (const auto columns : {Columns::Sections, Columns::Walls}) {
        auto* table = new app::StationTable(m_context.workspace, columns, this);
        auto* view = new EntryView(m_context, *table, *messages);
        view->setObjectName(columns == Columns::Sections ? QStringLiteral("sectionTable")
                                                         : QStringLiteral("wallTable"));
        m_tables->addWidget(view);
        if (columns == Columns::Sections)
            setFocusProxy(view);
    }
    m_tables->addWidget(makeValveEnd());
    panel->body()->addWidget(m_tables, 1);
    auto* foot = new QHBoxLayout;
    auto* add = new QPushButton(tr("Add station"));
    add->setObjectName(QStringLiteral("addStation"));
    add->setToolTip(tr("Adds a station after the chosen one (Insert)"));
    m_remove = new QPushButton(tr("Remove station"));
    m_remove->setToolTip(tr("Removes the chosen station (Ctrl+Delete); Ctrl+Z brings it back"));
    connect(add, &QPushButton::clicked, this, &SurveyPage::addStationWanted);
    connect(m_remove, &QPushButton::clicked, this, &SurveyPage::removeStationWanted);
    foot->addWidget(messages, 1);
    foot->addWidget(add, 0, Qt::AlignTop);
    foot->addWidget(m_remove, 0, Qt::AlignTop);
    panel->body()->addLayout(foot);
    return panel;
}

QWidget* SurveyPage::makeValveEnd()
{
    auto* page = new QWidget;
    auto* grid = new QGridLayout(page);
    grid->setContentsMargins(8, 12, 8, 8);
    grid->setHorizontalSpacing(28);
    grid->setVerticalSpacing(8);
    const auto add = [&](int row, int column, const QString& label, const job::Field& f, Kind kind, auto member) {
        auto* edit = new FieldEdit(m_context, [=, this]() -> std::optional<app::FieldBinding> {
            const auto port = m_context.workspace.portIndex();
            if (!port)
                return std::nullopt;
            return app::bind(
                label, f, kind, [=](auto& job) -> auto& { return member(job.ports[*port]); });
        });
        grid->addWidget(edit, row, column);
    };
    add(
        0, 0, tr("Valve diameter"), field::valveDiameter, Kind::Length,
        [](auto& p) -> auto& { return p.valve.diameter; });
    add(
        1, 0, tr("Stem diameter"), field::stem, Kind::Length, [](auto& p) -> auto& { return p.valve.stem; });
    add(
        2, 0, tr("Throat diameter"), field::throat, Kind::Length, [](auto& p) -> auto& { return p.valve.throat; });
    add(
        3, 0, tr("Bowl diameter"), field::bowl, Kind::Length, [](auto& p) -> auto& { return p.valve.bowl; });
    add(
        0, 1, tr("Pilot diameter"), field::pilot, Kind::Length, [](auto& p) -> auto& { return p.valve.pilot; });
    add(
        1, 1, tr("Short-side radius"), field::shortSideRadius, Kind::Length,
        [](auto& p) -> auto& { return p.shortSide.radius; });
    add(
        2, 1, tr("Short-side height"), field::shortSideHeight, Kind::Length,
        [](auto& p) -> auto& { return p.shortSide.height; });
    add(
        3, 1, tr("Volume by burette"), field::portVolume, Kind::Volume, [](auto& p) -> auto& { return p.volume; });
    grid->setRowStretch(4, 1);
    grid->setColumnStretch(0, 1);
    grid->setColumnStretch(1, 1);
    return page;
}

QWidget* SurveyPage::makeSection()
{
    m_sectionPanel = new Panel(tr("Section"));
    auto* canvas = new SectionCanvas(m_context, SectionCanvas::Shows::Sizes);
    m_sectionPanel->body()->addWidget(canvas, 1);
    m_net = new QLabel;
    m_net->setObjectName(QStringLiteral("netArea"));
    m_net->setFont(drawing::font(drawing::text::kReading, true));
    m_sums = quietLabel({}, m_context);
    m_sums->setWordWrap(true);
    m_sectionPanel->body()->addWidget(m_net);
    m_sectionPanel->body()->addWidget(m_sums);
    return m_sectionPanel;
}

void SurveyPage::refresh()
{
    const auto& workspace = m_context.workspace;
    m_sectionPanel->setTitle(stationTitle(workspace));
    const auto station = workspace.station();
    m_remove->setEnabled(station.has_value());
    if (!station) {
        m_net->setText(QString::fromUtf8(units::kUnknownText));
        m_sums->setText(tr("Press Insert to add the first station of this port."));
        return;
    }
    const job::Station& here = workspace.port()->stations[*station];
    const geometry::Section& shape = workspace.analysis().sections[*station];
    m_net->setText(workspace.text(Kind::Area, job::netArea(here).si()));
    QString sums = tr("net area; perimeter %1, hydraulic diameter %2")
                       .arg(workspace.text(Kind::Length, geometry::perimeter(shape).si()),
                            workspace.text(Kind::Length, geometry::hydraulicDiameter(shape).si()));
    if (here.boss.width && here.boss.height)
        sums += tr("; the guide boss takes %1")
                    .arg(workspace.text(Kind::Area, (job::area(here.section) - job::netArea(here)).si()));
    if (const auto& areas = workspace.analysis().areas)
        sums += tr(". The runner: %1 long, %2")
                    .arg(workspace.text(Kind::Position, areas->length().si()),
                         workspace.text(Kind::Volume, areas->volume().si()));
    m_sums->setText(sums);
}

}  // namespace euryth::widgets
