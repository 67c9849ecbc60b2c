// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QMenu>
#include <QToolButton>

#include "app/work_edits.hpp"
#include "book/book_stage.hpp"
#include "book_views.hpp"
#include "clock_panel.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "operation_form.hpp"
#include "operation_table.hpp"
#include "work/findings.hpp"
#include "work/operations.hpp"
#include "work/templates.hpp"

namespace euryth::widgets {

namespace {

class WorkView : public QWidget {
public:
    WorkView(Context context, Desk& desk, const Commands& commands) : m_context(context), m_desk(desk)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        auto* left = new QVBoxLayout;
        left->setSpacing(8);
        left->addWidget(makeList(), 1);
        row->addLayout(left, 1);
        auto* right = new QVBoxLayout;
        right->setSpacing(8);
        m_clock = new ClockPanel(context, commands, [this] { return chosenId(); });
        right->addWidget(m_clock);
        m_form = new OperationForm(context, [this] { return chosen(); });
        right->addWidget(m_form);
        right->addWidget(makeMind(), 1);
        row->addLayout(right, 1);
        setFocusProxy(m_table);
        whileSeen(context, this, [this] { refresh(); });
        connect(&context.session.shop(), &app::ShopDesk::changed, this, [this] {
            if (isVisible())
                refresh();
        });
    }

private:
    /// Of a job that has just been opened the operation at which the work goes on. Fields may ask before the view has
    /// looked at the job.
    [[nodiscard]] std::optional<std::size_t> chosen() const
    {
        const auto& w = m_context.workspace;
        if (std::exchange(m_job, w.document().identity()) != w.document().identity())
            m_chosen = work::nextOperation(work::operationsNow(w.job())).value_or(0);
        return chosenIn(m_context.workspace.job().work.operations, m_chosen);
    }
    [[nodiscard]] std::string chosenId() const
    {
        const auto i = chosen();
        return i ? m_context.workspace.job().work.operations[*i].id : std::string();
    }
    [[nodiscard]] std::string today() const { return work::textOf(m_context.session.shop().today()); }

    QWidget* makeList()
    {
        auto* panel = new Panel(tr("Operations"));
        m_kind = new QComboBox;
        m_kind->setObjectName(QStringLiteral("workKind"));
        m_kind->setAccessibleName(tr("Kind of work"));
        m_kind->setToolTip(tr("Takes the operations of a kind of work; what is in the list stays as it is"));
        connect(m_kind, &QComboBox::activated, this, [this](int i) {
            if (i > 0)
                app::takeOperations(m_context.workspace, m_kind->itemData(i).toString().toStdString(),
                                    m_context.session.shop().shop(), m_context.session.shop().learned());
        });
        panel->addTool(m_kind);
        m_table = new OperationTable(m_context, [this](int chosenRow) {
            if (chosenRow < 0)
                return;
            m_chosen = static_cast<std::size_t>(chosenRow);
            m_context.workspace.refresh();
        });
        panel->body()->addWidget(m_table, 1);
        panel->body()->addLayout(makeButtons());
        m_sum = quietLabel({});
        m_sum->setWordWrap(true);
        panel->body()->addWidget(m_sum);
        return panel;
    }

    QHBoxLayout* makeButtons()
    {
        auto* line = new QHBoxLayout;
        auto* add = new QToolButton;
        add->setObjectName(QStringLiteral("addOperation"));
        add->setText(tr("Add"));
        add->setPopupMode(QToolButton::InstantPopup);
        auto* menu = new QMenu(add);
        connect(menu, &QMenu::aboutToShow, this, [this, menu] { fillAdd(*menu); });
        add->setMenu(menu);
        line->addWidget(add);
        const auto button = [&](const QString& text, const char* name, const std::function<void(std::size_t)>& what) {
            auto* made = new QPushButton(text);
            made->setObjectName(QString::fromLatin1(name));
            connect(made, &QPushButton::clicked, this, [this, what] {
                if (const auto i = chosen())
                    what(*i);
            });
            line->addWidget(made);
        };
        button(tr("Remove"), "removeOperation",
               [this](std::size_t i) { app::removeOperation(m_context.workspace, i); });
        button(tr("Up"), "operationUp", [this](std::size_t i) {
            m_chosen = i > 0 ? i - 1 : 0;
            app::moveOperation(m_context.workspace, i, -1);
        });
        button(tr("Down"), "operationDown", [this](std::size_t i) {
            m_chosen = i + 1;
            app::moveOperation(m_context.workspace, i, 1);
        });
        line->addStretch(1);
        auto* keep = new QPushButton(tr("Keep for this kind"));
        keep->setObjectName(QStringLiteral("keepTemplate"));
        keep->setToolTip(tr("Keeps these operations with their hours as the shop's template of this kind of work"));
        connect(keep, &QPushButton::clicked, this, [this] { keepTemplate(); });
        line->addWidget(keep);
        return line;
    }

    void fillAdd(QMenu& menu)
    {
        menu.clear();
        const auto add = [this](const std::string& id) {
            m_chosen = app::addOperation(m_context.workspace, m_chosen, id);
            m_context.workspace.refresh();
        };
        for (const std::string_view id : work::knownOperations()) {
            menu.addAction(m_context.workspace.text(work::nameOf(id)), this, [add, id = std::string(id)] { add(id); });
        }
        menu.addAction(tr("another one"), this, [add] { add(tr("another one").toStdString()); });
    }

    void keepTemplate()
    {
        const auto made = work::templateOf(m_context.workspace.job());
        const QString problem =
            made.kind.empty()
                ? tr("Say first which kind of work this is.")
                : m_context.session.shop().change([&](job::Shop& shop) {
                      std::erase_if(shop.templates, [&](const job::WorkTemplate& of) { return of.kind == made.kind; });
                      shop.templates.push_back(made);
                  });
        if (!problem.isEmpty())
            m_desk.tell(tr("The template is not kept"), problem);
    }

    QWidget* makeMind()
    {
        auto* panel = new Panel(tr("What to mind"));
        m_mind = new WrapLabel;
        m_mind->setObjectName(QStringLiteral("bookFindings"));
        m_mind->setWordWrap(true);
        m_mind->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        m_mind->setTextInteractionFlags(Qt::TextSelectableByMouse);
        panel->body()->addWidget(scrolled(m_mind), 1);
        return panel;
    }

    void refreshKinds()
    {
        const auto& work = m_context.workspace.job().work;
        const auto kinds = work::kindsOf(m_context.session.shop().shop());
        m_kind->clear();
        m_kind->addItem(work.kind.empty() ? tr("take a kind…") : QString::fromStdString(work.kind));
        for (const std::string& kind : kinds)
            m_kind->addItem(tr("take: %1").arg(QString::fromStdString(kind)), QString::fromStdString(kind));
        m_kind->setCurrentIndex(0);
    }

    [[nodiscard]] QString learnedText(const job::Operation& operation) const
    {
        const auto& job = m_context.workspace.job();
        const auto spread = m_context.session.shop().learned().hours(job.work.kind, operation.id);
        if (!spread)
            return {};
        const double units = work::unitsOf(job, operation.id);
        const auto& w = m_context.workspace;
        return tr("%1 jobs like it took %2 h, most from %3 to %4 h.")
            .arg(spread->jobs)
            .arg(hoursShown(w, spread->median * units), hoursShown(w, spread->low * units),
                 hoursShown(w, spread->high * units));
    }

    void refreshMind()
    {
        const auto& w = m_context.workspace;
        QStringList lines;
        for (const work::Finding& finding :
             work::findingsOf(w.job(), m_context.session.shop().shop(), app::momentNow(m_context.session.clock())))
            lines << QStringLiteral("<b>▲</b> ") + w.text(finding.text).toHtmlEscaped();
        if (const auto i = chosen()) {
            const job::Operation& operation = w.job().work.operations[*i];
            if (const QString learned = learnedText(operation); !learned.isEmpty())
                lines << learned.toHtmlEscaped();
            if (const Phrase caution = work::cautionAt(operation.id); !caution.empty())
                lines << tr("<b>At %1:</b> %2")
                             .arg(w.text(work::nameOf(operation.id)).toHtmlEscaped(), w.text(caution).toHtmlEscaped());
        }
        m_mind->setText(lines.join(QStringLiteral("<br>")));
    }

    void refresh()
    {
        const auto& w = m_context.workspace;
        m_table->fill(chosen().value_or(0));
        refreshKinds();
        m_form->refresh();
        const auto left = work::hoursLeft(w.job(), work::operationsNow(w.job()));
        m_sum->setText(left ? tr("%1 hours left.").arg(hoursShown(w, *left)) + readyText()
                            : tr("Missing: %1.").arg(w.text(left.missing)));
        refreshMind();
        m_clock->refresh();
    }

    [[nodiscard]] QString readyText() const
    {
        const app::ShopDesk& shop = m_context.session.shop();
        const auto card = shop.openCard();
        if (!card)
            return {};
        const auto& rows = shop.queue().rows;
        const auto row = std::ranges::find(rows, *card, &work::QueueRow::card);
        if (row == rows.end() || !row->ready)
            return {};
        return tr(" In the shop's queue it is ready on %1.").arg(QString::fromStdString(work::textOf(*row->ready)));
    }

    Context m_context;
    Desk& m_desk;
    mutable std::size_t m_chosen = 0;
    mutable quint64 m_job = 0;  ///< of which it is
    OperationTable* m_table = nullptr;
    QComboBox* m_kind = nullptr;
    QLabel* m_sum = nullptr;
    ClockPanel* m_clock = nullptr;
    OperationForm* m_form = nullptr;
    QLabel* m_mind = nullptr;
};

}  // namespace

QWidget* makeWorkView(Context context, Desk& desk, const Commands& commands)
{
    return new WorkView(context, desk, commands);
}

}  // namespace euryth::widgets
