// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>

#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QStackedWidget>
#include <QStandardItemModel>
#include <QTableView>

#include "app/cut_edits.hpp"
#include "cut_views.hpp"
#include "cut_work/how.hpp"
#include "kit/field_links.hpp"
#include "kit/form_parts.hpp"
#include "kit/loft_canvas.hpp"
#include "kit/page_tools.hpp"
#include "kit/section_canvases.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

using units::Kind;

namespace {

constexpr std::array kNarrowColumns{0, 2};  // as wide as what they say; the others share the rest

QString depthNote() { return tr("keep: too thin   ?: not measured   dead: no air   =: by hand"); }

/// "C1 ... Without it 38 % of the plan's gain is lost."
QString worthText(const app::Workspace& workspace, const cutting::Cut& cut)
{
    const auto percent = [&](double share) { return workspace.text(Kind::Percent, share); };
    if (cut.element == cutting::Element::Boss)
        return {};
    if (cut.worth.harms())
        return tr("It does harm: without it the plan gains %1 more.").arg(percent(-cut.worth.share));
    QString text = tr("Without it %1 of the plan's gain is lost; for the metal it takes it comes %2. of %3.")
                       .arg(percent(cut.worth.share))
                       .arg(cut.worth.turn)
                       .arg(workspace.analysisNow().cut->cuts.size());
    const QString step = workspace.text(Kind::Length, cutting::kNextStep.si());
    text += cut.worth.nextShare > 0.0 ? tr(" Another %1 would bring %2 more").arg(step, percent(cut.worth.nextShare))
                                      : tr(" Another %1 would do harm").arg(step);
    return text + (cut.worth.nextFits ? tr(".") : tr(", and the walls do not allow it."));
}

class CutPlanView : public CompactView {
public:
    explicit CutPlanView(Context context) : m_context(context)
    {
        auto* foot = new QHBoxLayout;
        foot->setSpacing(8);
        foot->addWidget(makeList(), 5);
        foot->addWidget(makeSection(), 3);
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(8);
        column->addWidget(makePeel(), 4);
        column->addLayout(foot, 7);
        setFocusProxy(m_list);
        whileSeen(context, this, [this] { refresh(); });
    }

    void setCompact(bool compact) override
    {
        m_effect->setVisible(!compact);
        m_whyArea->setFixedHeight(compact ? 58 : 76);
        m_peel->setMinimumHeight(compact ? 136 : 150);
        m_sectionViews->setMinimumHeight(compact ? 80 : 96);
    }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (watched == m_list && event->type() == QEvent::KeyPress) {
            if (static_cast<QKeyEvent*>(event)->key() == Qt::Key_Delete) {
                leaveOut();
                return true;
            }
        }
        return QWidget::eventFilter(watched, event);
    }

private:
    QWidget* makePeel()
    {
        auto* panel = new Panel(tr("The wall unrolled"));
        panel->setNote(depthNote());
        auto* peel = new PeelCanvas(m_context);
        m_peel = peel;
        peel->setPicksPlaces();
        panel->addTool(new Switch(
            {tr("Cut depth"), tr("Wall left"), tr("Speed"), tr("May go")},
            [peel, panel](int i) {
                using drawing::PeelShows;
                constexpr std::array shows{PeelShows::CutDepth, PeelShows::WallLeft, PeelShows::Speed,
                                           PeelShows::Spare};
                peel->setShows(shows[static_cast<std::size_t>(i)]);
                const QStringList notes{depthNote(), tr("wall that is left after the cuts"),
                                        tr("local speed over the section's mean, before the cuts"),
                                        tr("wall less what has to stay, error and curve")};
                panel->setNote(notes[i]);
            },
            QStringLiteral("peelSwitch")));
        QObject::connect(peel, &PeelCanvas::typed, this, [this](const QString& text) {
            if (!m_depth->edit()->isEnabled())
                return;
            m_depth->edit()->setFocus();
            m_depth->edit()->selectAll();
            m_depth->edit()->insert(text);
        });
        panel->body()->addWidget(peel, 1);
        return panel;
    }

    QWidget* makeList()
    {
        auto* panel = new Panel(tr("Cuts, in the order of work"));
        panel->addTool(makeJudgeBy(m_context));
        m_cuts = new QStandardItemModel(0, 7, this);
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
        m_list->installEventFilter(this);
        m_why = new WrapLabel;
        m_why->setObjectName(QStringLiteral("cutWhy"));
        m_why->setWordWrap(true);
        m_why->setTextInteractionFlags(Qt::TextSelectableByMouse);
        m_why->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        panel->body()->addWidget(m_list, 1);
        panel->body()->addWidget(scrolledWhy());
        QObject::connect(m_list->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
                         [this](const QModelIndex& current) { showCut(current.row()); });
        return panel;
    }

    /// The chosen cut in words, with what one can do with it.
    QWidget* scrolledWhy()
    {
        auto* box = new QWidget;
        auto* row = new QHBoxLayout(box);
        row->setContentsMargins(0, 0, 0, 0);
        auto* out = new QPushButton(tr("&Leave it out"));
        out->setObjectName(QStringLiteral("leaveOut"));
        out->setToolTip(tr("Takes the chosen cut out of the plan (Del); undo brings it back"));
        auto* back = new QPushButton(tr("Plan &decides"));
        back->setObjectName(QStringLiteral("unsettle"));
        back->setToolTip(tr("Forgets all depths that were settled by hand in this port"));
        QObject::connect(out, &QPushButton::clicked, this, [this] { leaveOut(); });
        QObject::connect(back, &QPushButton::clicked, this, [this] { app::unsettle(m_context.workspace); });
        m_out = out;
        m_back = back;
        auto* buttons = new QVBoxLayout;
        buttons->setSpacing(4);
        buttons->addWidget(out);
        buttons->addWidget(back);
        buttons->addStretch(1);
        m_whyArea = scrolled(m_why);
        m_whyArea->setFixedHeight(76);
        row->addWidget(m_whyArea, 1);
        row->addLayout(buttons);
        return box;
    }

    QWidget* makeSection()
    {
        m_sectionPanel = new Panel(tr("Section"));
        auto* canvas = new SectionCanvas(m_context, SectionCanvas::Shows::Cut);
        auto* space = new LoftCanvas(m_context);
        space->setObjectName(QStringLiteral("cutLoft"));
        m_sectionViews = new QStackedWidget;
        for (QWidget* view : {static_cast<QWidget*>(canvas), static_cast<QWidget*>(space)}) {
            view->setMinimumHeight(0);  // the stack says how low they may get
            m_sectionViews->addWidget(view);
        }
        m_sectionPanel->body()->addWidget(m_sectionViews, 1);
        m_depth = new FieldEdit(m_context, [this]() -> std::optional<app::FieldBinding> {
            const auto& w = m_context.workspace;
            if (!w.station() || !w.sector())
                return std::nullopt;
            auto binding = app::settledDepth(w, *w.station(), *w.sector());
            if (binding)
                binding->label = tr("depth, %1").arg(w.text(geometry::nameOf(*w.sector())));
            return binding;
        });
        m_depth->edit()->setObjectName(QStringLiteral("settledDepth"));
        // Not in the panel's head, whose title is long enough, nor beside the depth: the list wants the width.
        m_sectionPanel->body()->addWidget(new Switch(
            {tr("Section"), tr("In space")}, [views = m_sectionViews](int i) { views->setCurrentIndex(i); },
            QStringLiteral("sectionSwitch")));
        m_sectionPanel->body()->addWidget(m_depth);
        m_effect = new WrapLabel;
        m_effect->setObjectName(QStringLiteral("cutEffect"));
        m_effect->setWordWrap(true);
        m_effect->setFont(drawing::font(drawing::text::kSecond));
        m_sectionPanel->body()->addWidget(m_effect);
        return m_sectionPanel;
    }

    void leaveOut()
    {
        const int row = m_list->currentIndex().row();
        if (row >= 0)
            app::leaveOut(m_context.workspace, static_cast<std::size_t>(row));
    }

    void showCut(int row)
    {
        auto& workspace = m_context.workspace;
        const auto& plan = workspace.analysisNow().cut;
        const bool any = plan && row >= 0 && row < static_cast<int>(plan->cuts.size());
        m_out->setEnabled(any && plan->cuts[static_cast<std::size_t>(row)].element != cutting::Element::Boss);
        if (!any) {
            m_why->clear();
            return;
        }
        const cutting::Cut& cut = plan->cuts[static_cast<std::size_t>(row)];
        m_why->setText(tr("<b>%1</b> %2 %3")
                           .arg(QString::fromStdString(cut.id), workspace.text(cut.why).toHtmlEscaped(),
                                worthText(workspace, cut).toHtmlEscaped()));
        if (m_list->hasFocus() && !m_filling)
            workspace.chooseWall(cut.deepestStation, cut.deepestSector);
    }

    void refresh()
    {
        const auto& workspace = m_context.workspace;
        m_sectionPanel->setTitle(stationTitle(workspace));
        m_back->setEnabled(app::anySettled(workspace));
        m_depth->setVisible(workspace.sector().has_value());
        m_filling = true;  // what is filled in chooses nothing
        const int row = std::max(m_list->currentIndex().row(), 0);
        m_cuts->removeRows(0, m_cuts->rowCount());
        m_cuts->setHorizontalHeaderLabels(
            {tr("cut"), tr("what"), tr("from – to"), tr("deepest"), tr("takes out"), tr("wall left"), tr("worth")});
        const auto& plan = workspace.analysisNow().cut;
        if (!plan) {
            setLinkedText(*m_effect, tr("No cut plan yet. Missing: %1.")
                                         .arg(withLinks(workspace, workspace.analysisNow().cutProblem.missing)));
            m_filling = false;
            return showCut(-1);
        }
        for (const cutting::Cut& cut : plan->cuts)
            addRow(cut);
        // Not left to the header, which measures the list while it is empty.
        for (const int column : kNarrowColumns)
            m_list->resizeColumnToContents(column);
        if (plan->cuts.empty())
            showCut(-1);
        else
            m_list->setCurrentIndex(m_cuts->index(std::min(row, m_cuts->rowCount() - 1), 0));
        m_filling = false;
        showEffect(*plan);
    }

    void addRow(const cutting::Cut& cut)
    {
        const auto& workspace = m_context.workspace;
        const auto& stations = workspace.port()->stations;
        QString range = workspace.text(Kind::Position, stations[cut.stations.back()].s.si());
        if (cut.stations.size() > 1)
            range.prepend(workspace.number(Kind::Position, stations[cut.stations.front()].s.si()) +
                          QStringLiteral(" – "));
        const bool boss = cut.element == cutting::Element::Boss;
        const QStringList texts{QString::fromStdString(cut.id),
                                workspace.text(nameOf(cut.element)),
                                range,
                                workspace.text(Kind::Length, cut.maxDepth.si()),
                                workspace.text(Kind::SmallVolume, cut.volume.si()),
                                cut.wallLeft ? workspace.text(Kind::Length, cut.wallLeft->si()) : tr("not known"),
                                boss ? QString() : workspace.text(Kind::Percent, cut.worth.share)};
        QList<QStandardItem*> items;
        for (int i = 0; i < texts.size(); ++i) {
            items << new QStandardItem(texts[i]);
            items.back()->setTextAlignment((i < 2 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
        }
        m_cuts->appendRow(items);
    }

    void showEffect(const cutting::CutPlan& plan)
    {
        const auto& workspace = m_context.workspace;
        const auto change = [&](const QString& name, const std::optional<QString>& before,
                                const std::optional<QString>& after) {
            return before && after ? tr("%1 %2 → <b>%3</b>").arg(name, *before, *after) : QString();
        };
        const auto percent = [&](const std::optional<double>& share) {
            return share ? std::optional(workspace.text(Kind::Percent, *share)) : std::nullopt;
        };
        const auto ratio = [&](const std::optional<double>& value) {
            return value ? std::optional(QString::fromStdString(units::format(Ratio{*value}, workspace.displayUnits())))
                         : std::nullopt;
        };
        QStringList lines{
            change(tr("Off the plan by (rms)"), percent(plan.before.areaMiss), percent(plan.after.areaMiss)),
            change(tr("Fastest wall sector, estimated"), ratio(plan.before.highestRatio),
                   ratio(plan.after.highestRatio)),
            change(tr("Volume"), workspace.text(Kind::Volume, plan.before.volume.si()),
                   workspace.text(Kind::Volume, plan.after.volume.si()))};
        lines.removeAll(QString());
        m_effect->setText(lines.join(QStringLiteral("<br>")));
        m_effect->setToolTip(tr("Speeds by continuity and free vortex; What it does solves the cut port."));
    }

    Context m_context;
    bool m_filling = false;
    PeelCanvas* m_peel = nullptr;
    QStackedWidget* m_sectionViews = nullptr;
    QTableView* m_list = nullptr;
    QStandardItemModel* m_cuts = nullptr;
    QLabel* m_why = nullptr;
    QWidget* m_whyArea = nullptr;
    QLabel* m_effect = nullptr;
    QPushButton* m_out = nullptr;
    QPushButton* m_back = nullptr;
    FieldEdit* m_depth = nullptr;
    Panel* m_sectionPanel = nullptr;
};

}  // namespace

CompactView* makeCutPlanView(Context context) { return new CutPlanView(context); }

}  // namespace euryth::widgets
