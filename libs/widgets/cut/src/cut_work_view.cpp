// SPDX-License-Identifier: GPL-3.0-or-later
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QStandardItemModel>
#include <QTableView>

#include "app/cut_edits.hpp"
#include "cut_views.hpp"
#include "cut_work/how.hpp"
#include "kit/entry_view.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"

namespace euryth::widgets {

using cutting::Element;
using units::Kind;

namespace {

/// How a cut is made, as a card.
QString cardOf(const app::Workspace& w, std::size_t index)
{
    const auto& analysis = w.analysisNow();
    const cutting::Cut& cut = analysis.cut->cuts[index];
    const cut_work::CutHow how = cut_work::howTo(w.job(), *w.port(), analysis, index);
    QString text =
        tr("<p><b>%1</b>, deepest %2 at %3, %4, takes out %5%6</p>")
            .arg(QString::fromStdString(cut.id), w.text(Kind::Length, cut.maxDepth.si()),
                 w.text(Kind::Position, w.port()->stations[cut.deepestStation].s.si()),
                 w.text(geometry::nameOf(cut.deepestSector)), w.text(Kind::SmallVolume, cut.volume.si()),
                 cut.wallLeft ? tr(", wall left %1").arg(w.text(Kind::Length, cut.wallLeft->si())) : QString());
    text += QStringLiteral("<p>%1</p><table cellpadding=2>").arg(w.text(how.way).toHtmlEscaped());
    for (const cut_work::Pass& pass : how.passes) {
        text += QStringLiteral("<tr><td><b>%1</b></td><td>%2</td><td>%3</td></tr>")
                    .arg(w.text(pass.name), w.text(pass.tool).toHtmlEscaped(), w.text(said(pass.size)));
    }
    return text + QStringLiteral("</table><p>%1 %2</p>")
                      .arg(w.text(how.checks).toHtmlEscaped(), w.text(how.lubricant).toHtmlEscaped());
}

class CutWorkView : public QWidget {
public:
    explicit CutWorkView(Context context) : m_context(context)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(makeBoard(), 5);
        row->addWidget(makeCard(), 6);
        setFocusProxy(m_board);
        whileSeen(context, this, [this] { refresh(); });
    }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        if (watched == m_board && event->type() == QEvent::KeyPress) {
            if (static_cast<QKeyEvent*>(event)->key() == Qt::Key_Space) {
                tick();
                return true;
            }
        }
        return QWidget::eventFilter(watched, event);
    }

private:
    QWidget* makeBoard()
    {
        auto* panel = new Panel(tr("One element on every port, then the next"));
        m_boardPanel = panel;
        m_cells = new QStandardItemModel(this);
        m_board = new QTableView;
        m_board->setObjectName(QStringLiteral("cutBoard"));
        m_board->setModel(m_cells);
        m_board->setEditTriggers(QAbstractItemView::NoEditTriggers);
        m_board->setSelectionMode(QAbstractItemView::SingleSelection);
        m_board->setTabKeyNavigation(false);
        m_board->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
        m_board->verticalHeader()->setDefaultSectionSize(30);
        m_board->installEventFilter(this);
        connect(m_board->selectionModel(), &QItemSelectionModel::currentChanged, this,
                [this](const QModelIndex& current) { choose(current); });
        m_next = new WrapLabel;
        m_next->setObjectName(QStringLiteral("cutNext"));
        m_next->setWordWrap(true);
        auto* tickButton = new QPushButton(tr("&Tick it off"));
        tickButton->setObjectName(QStringLiteral("tickCut"));
        tickButton->setToolTip(tr("Space, with the hand in the table"));
        connect(tickButton, &QPushButton::clicked, this, [this] { tick(); });
        m_minutes = new FieldEdit(m_context, [this]() -> std::optional<app::FieldBinding> {
            const auto element = chosenElement();
            const auto port = m_context.workspace.portIndex();
            return element && port ? std::optional(app::minutesSpent(*port, *element)) : std::nullopt;
        });
        m_minutes->edit()->setObjectName(QStringLiteral("cutMinutes"));
        auto* foot = new QHBoxLayout;
        foot->addWidget(tickButton);
        foot->addWidget(m_minutes);
        foot->addStretch(1);
        panel->body()->addWidget(m_board, 1);
        panel->body()->addWidget(m_next);
        panel->body()->addLayout(foot);
        return panel;
    }

    QWidget* makeCard()
    {
        m_cardPanel = new Panel(tr("How"));
        m_card = new WrapLabel;
        m_card->setObjectName(QStringLiteral("cutCard"));
        m_card->setWordWrap(true);
        m_card->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        m_card->setTextInteractionFlags(Qt::TextSelectableByMouse);
        auto* messages = new MessageLine;
        messages->setHint(
            tr("Wanted width and height after this element; type what the calipers show now. Left under 0: too much "
               "has gone."));
        m_table = app::makeRemeasureTable(
            m_context.workspace, [this] { return chosenElement(); }, this);
        m_sizes = new EntryView(m_context, *m_table, *messages);
        m_sizes->setObjectName(QStringLiteral("remeasure"));
        m_sizes->verticalHeader()->hide();
        m_sizes->setMinimumHeight(110);
        m_cardPanel->body()->addWidget(scrolled(m_card), 1);
        m_cardPanel->body()->addWidget(m_sizes, 1);
        m_cardPanel->body()->addWidget(messages);
        return m_cardPanel;
    }

    [[nodiscard]] std::optional<Element> chosenElement() const
    {
        const int row = m_board ? m_board->currentIndex().row() : -1;
        return row >= 0 && row < static_cast<int>(m_now.elements.size())
                   ? std::optional(m_now.elements[static_cast<std::size_t>(row)])
                   : std::nullopt;
    }

    void choose(const QModelIndex& cell)
    {
        if (m_filling || !cell.isValid() || cell.column() >= static_cast<int>(m_now.ports.size()))
            return;
        m_context.workspace.choosePort(m_now.ports[static_cast<std::size_t>(cell.column())]);
        m_context.workspace.refresh();
    }

    void tick()
    {
        const QModelIndex cell = m_board->currentIndex();
        const auto element = chosenElement();
        if (!element || cell.column() < 0)
            return;
        const auto& state = m_now.at[static_cast<std::size_t>(cell.row())][static_cast<std::size_t>(cell.column())];
        const QString wrong =
            app::tickElement(m_context.workspace, m_now.ports[static_cast<std::size_t>(cell.column())], *element,
                             !state.done, today(m_context));
        if (wrong.isEmpty() && !state.done)
            goToNext();
    }

    void goToNext()
    {
        if (const auto next = m_now.next())
            m_board->setCurrentIndex(m_cells->index(static_cast<int>(next->element), static_cast<int>(next->port)));
    }

    [[nodiscard]] QString cellText(const cut_work::ElementState& state, std::size_t port) const
    {
        const auto& w = m_context.workspace;
        if (state.done)
            return tr("✓ done");
        if (!state.wanted())
            return QStringLiteral("–");
        Length deepest;
        for (const std::size_t k : state.cuts)
            deepest = std::max(deepest, w.analysisNow(port).cut->cuts[k].maxDepth);
        return w.number(Kind::Length, deepest.si());
    }

    void refresh()
    {
        auto& w = m_context.workspace;
        const QModelIndex before = m_board->currentIndex();
        m_now = app::cutBoard(w);
        m_filling = true;
        m_cells->setRowCount(static_cast<int>(m_now.elements.size()));
        m_cells->setColumnCount(static_cast<int>(m_now.ports.size()));
        for (std::size_t p = 0; p < m_now.ports.size(); ++p)
            m_cells->setHeaderData(static_cast<int>(p), Qt::Horizontal,
                                   QString::fromStdString(w.job().ports[m_now.ports[p]].id));
        for (std::size_t e = 0; e < m_now.elements.size(); ++e) {
            m_cells->setHeaderData(static_cast<int>(e), Qt::Vertical, w.text(nameOf(m_now.elements[e])));
            for (std::size_t p = 0; p < m_now.ports.size(); ++p) {
                auto* item = new QStandardItem(cellText(m_now.at[e][p], m_now.ports[p]));
                item->setTextAlignment(Qt::AlignCenter);
                m_cells->setItem(static_cast<int>(e), static_cast<int>(p), item);
            }
        }
        m_boardPanel->setNote(tr("deepest, %1").arg(w.symbol(Kind::Length)));
        followPort(before);
        m_filling = false;
        showNext();
        showCard();
    }

    /// The hand stays on its element, in the column of the chosen port.
    void followPort(const QModelIndex& before)
    {
        const auto port = m_context.workspace.portIndex();
        const auto column = std::ranges::find(m_now.ports, port.value_or(0)) - m_now.ports.begin();
        const int row = std::clamp(before.row(), 0, std::max(0, m_cells->rowCount() - 1));
        if (m_cells->rowCount() > 0)
            m_board->setCurrentIndex(m_cells->index(row, static_cast<int>(column)));
    }

    void showNext()
    {
        auto& w = m_context.workspace;
        double minutes = 0.0;
        for (const auto& row : m_now.at) {
            for (const auto& state : row)
                minutes += state.minutes;
        }
        const auto next = m_now.next();
        QString text = m_now.elements.empty() ? tr("No port has a cut plan yet.")
                       : next                 ? tr("Next: <b>%1</b> of %2.")
                                    .arg(w.text(nameOf(m_now.elements[next->element])),
                                         QString::fromStdString(w.job().ports[m_now.ports[next->port]].id))
                              : tr("All elements are done on all ports.");
        if (minutes > 0.0)
            text += tr(" %1 min so far.").arg(minutes, 0, 'f', 0);
        m_next->setText(text);
    }

    void showCard()
    {
        const auto& w = m_context.workspace;
        const auto element = chosenElement();
        const job::Port* port = w.port();
        m_cardPanel->setTitle(element && port
                                  ? tr("%1 of %2").arg(w.text(nameOf(*element)), QString::fromStdString(port->id))
                                  : tr("How"));
        QString text;
        const auto& plan = w.analysisNow().cut;
        for (std::size_t k = 0; plan && element && k < plan->cuts.size(); ++k) {
            if (plan->cuts[k].element == *element)
                text += cardOf(w, k);
        }
        m_table->follow();
        m_card->setText(text.isEmpty() ? tr("The plan of this port takes nothing here.") : text);
    }

    Context m_context;
    cut_work::Board m_now;
    bool m_filling = false;
    QTableView* m_board = nullptr;
    QStandardItemModel* m_cells = nullptr;
    QLabel* m_next = nullptr;
    QLabel* m_card = nullptr;
    FieldEdit* m_minutes = nullptr;
    EntryView* m_sizes = nullptr;
    app::RowTable* m_table = nullptr;
    Panel* m_cardPanel = nullptr;
    Panel* m_boardPanel = nullptr;
};

}  // namespace

QWidget* makeCutWorkView(Context context) { return new CutWorkView(context); }

}  // namespace euryth::widgets
