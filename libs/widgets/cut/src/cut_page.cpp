// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QStandardItemModel>

#include "cut/cut_page.hpp"
#include "kit/field_links.hpp"
#include "kit/page_tools.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

constexpr std::array kNarrowColumns{0, 2};  // as wide as what they say; the others share the rest

QString depthNote()
{
    return CutPage::tr("keep: wall too thin   ?: not measured   dead: no air   seat: the seat cutter's");
}

}  // namespace

CutPage::CutPage(Context context, QWidget* parent) : StagePage(context, parent)
{
    auto* foot = new QHBoxLayout;
    foot->setSpacing(8);
    foot->addWidget(makeList(), 5);
    foot->addWidget(makeSection(), 3);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(makePeel(), 5);
    column->addLayout(foot, 6);
    setFocusProxy(m_list);
    refresh();
}

QWidget* CutPage::makePeel()
{
    auto* panel = new Panel(tr("The wall unrolled"));
    panel->setNote(depthNote());
    m_peel = new PeelCanvas(m_context);
    panel->addTool(new Switch(
        {tr("Cut depth"), tr("Wall left"), tr("Speed")},
        [this, panel](int i) {
            m_peel->setShows(static_cast<drawing::PeelShows>(i));
            const QStringList notes{depthNote(), tr("wall that is left after the cuts"),
                                    tr("local speed before the wall over the section's mean, before the cuts")};
            panel->setNote(notes[i]);
        },
        QStringLiteral("peelSwitch")));
    panel->body()->addWidget(m_peel, 1);
    return panel;
}

QWidget* CutPage::makeList()
{
    auto* panel = new Panel(tr("Cuts, in the order of work"));
    panel->addTool(makeJudgeBy(m_context));
    m_cuts = new QStandardItemModel(0, 6, this);
    m_list = new QTableView;
    m_list->setObjectName(QStringLiteral("cutList"));
    m_list->setModel(m_cuts);
    m_list->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_list->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_list->setSelectionMode(QAbstractItemView::SingleSelection);
    m_list->setTabKeyNavigation(false);
    m_list->verticalHeader()->hide();
    m_list->verticalHeader()->setDefaultSectionSize(25);
    m_list->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    for (const int column : kNarrowColumns)
        m_list->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Interactive);
    m_list->horizontalHeader()->setHighlightSections(false);
    m_list->horizontalHeader()->setFont(drawing::font(drawing::text::kSecond));
    m_why = new QLabel;
    m_why->setObjectName(QStringLiteral("cutWhy"));
    m_why->setWordWrap(true);
    m_why->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_why->setMinimumHeight(36);
    m_why->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    auto* caution =
        quietLabel(tr("Face shield over glasses, respirator, both hands on the tool. A wall that is cut has "
                      "to be pressure-tested by a qualified shop. F1 says more."));
    caution->setWordWrap(true);
    panel->body()->addWidget(m_list, 1);
    panel->body()->addWidget(m_why);
    panel->body()->addWidget(caution);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& current) { showCut(current.row()); });
    return panel;
}

QWidget* CutPage::makeSection()
{
    m_sectionPanel = new Panel(tr("Section"));
    auto* canvas = new SectionCanvas(m_context, SectionCanvas::Shows::Cut);
    canvas->setMinimumHeight(96);
    m_sectionPanel->body()->addWidget(canvas, 1);
    m_effect = new QLabel;
    m_effect->setObjectName(QStringLiteral("cutEffect"));
    m_effect->setWordWrap(true);
    m_sectionPanel->body()->addWidget(m_effect);
    return m_sectionPanel;
}

void CutPage::showCut(int row)
{
    const auto& plan = m_context.workspace.analysis().cut;
    if (!plan || row < 0 || row >= static_cast<int>(plan->cuts.size())) {
        m_why->clear();
        return;
    }
    const cutting::Cut& cut = plan->cuts[static_cast<std::size_t>(row)];
    m_why->setText(tr("<b>%1</b> %2 With a %3.")
                       .arg(QString::fromStdString(cut.id), m_context.workspace.text(cut.why).toHtmlEscaped(),
                            m_context.workspace.text(cut.tool)));
    if (m_list->hasFocus())
        m_context.workspace.chooseStation(cut.deepestStation);
}

void CutPage::refresh()
{
    const auto& workspace = m_context.workspace;
    m_sectionPanel->setTitle(stationTitle(workspace));
    const int row = std::max(m_list->currentIndex().row(), 0);
    m_cuts->removeRows(0, m_cuts->rowCount());
    m_cuts->setHorizontalHeaderLabels(
        {tr("cut"), tr("where"), tr("from – to"), tr("deepest"), tr("takes out"), tr("wall left")});
    const auto& plan = workspace.analysis().cut;
    if (!plan) {
        setLinkedText(
            *m_effect,
            tr("No cut plan yet. Missing: %1.").arg(withLinks(workspace, workspace.analysis().cutProblem.missing)));
        showCut(-1);
        return;
    }
    const auto& stations = workspace.port()->stations;
    for (const cutting::Cut& cut : plan->cuts) {
        const double from = stations[cut.stations.front()].s.si();
        QString range = workspace.text(Kind::Position, stations[cut.stations.back()].s.si());
        if (cut.stations.size() > 1)
            range.prepend(workspace.number(Kind::Position, from) + QStringLiteral(" – "));
        const QStringList texts{QString::fromStdString(cut.id),
                                workspace.text(nameOf(cut.face)),
                                range,
                                workspace.text(Kind::Length, cut.maxDepth.si()),
                                workspace.text(Kind::SmallVolume, cut.volume.si()),
                                cut.wallLeft ? workspace.text(Kind::Length, cut.wallLeft->si()) : tr("not known")};
        QList<QStandardItem*> items;
        for (int i = 0; i < texts.size(); ++i) {
            items << new QStandardItem(texts[i]);
            items.back()->setTextAlignment((i < 2 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
        }
        m_cuts->appendRow(items);
    }
    // Not left to the header, which measures the list while it is empty.
    for (const int column : kNarrowColumns)
        m_list->resizeColumnToContents(column);
    if (!plan->cuts.empty())
        m_list->setCurrentIndex(m_cuts->index(std::min(row, m_cuts->rowCount() - 1), 0));
    const auto change = [&](const QString& name, const std::optional<QString>& before,
                            const std::optional<QString>& after) {
        return before && after ? tr("%1 %2 → <b>%3</b><br>").arg(name, *before, *after) : QString();
    };
    const auto percent = [&](const std::optional<double>& share) {
        return share ? std::optional(workspace.text(Kind::Percent, *share)) : std::nullopt;
    };
    const auto ratio = [&](const std::optional<double>& value) {
        return value ? std::optional(QString::fromStdString(units::format(Ratio{*value}, workspace.displayUnits())))
                     : std::nullopt;
    };
    m_effect->setText(
        change(tr("Off the plan by (rms)"), percent(plan->before.areaMiss), percent(plan->after.areaMiss)) +
        change(tr("Fastest wall sector"), ratio(plan->before.highestRatio), ratio(plan->after.highestRatio)) +
        change(tr("Volume"), workspace.text(Kind::Volume, plan->before.volume.si()),
               workspace.text(Kind::Volume, plan->after.volume.si())) +
        QStringLiteral("<small>") +
        tr("Speeds after the cuts: by continuity, flow pattern kept; not a flow solution.") +
        QStringLiteral("</small>"));
}

}  // namespace euryth::widgets
