// SPDX-License-Identifier: GPL-3.0-or-later
#include <array>

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QMenu>
#include <QTableWidget>
#include <QTimer>
#include <QToolButton>

#include "app/work_edits.hpp"
#include "book/book_stage.hpp"
#include "book_views.hpp"
#include "clock_panel.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "work/findings.hpp"
#include "work/operations.hpp"
#include "work/templates.hpp"

namespace euryth::widgets {

namespace {

QString hoursShown(const app::Workspace& w, std::optional<double> hours)
{
    return hours ? w.number(units::Kind::Number, *hours) : QString::fromUtf8(units::kUnknownText);
}

/// The operations in order: done or not, who, hours, what is left.
class OperationTable : public QTableWidget {
public:
    OperationTable(Context context, std::function<void(int)> chosen) : m_context(context), m_chosen(std::move(chosen))
    {
        setObjectName(QStringLiteral("operations"));
        setEditTriggers(NoEditTriggers);
        setSelectionBehavior(SelectRows);
        setSelectionMode(SingleSelection);
        setTabKeyNavigation(false);
        setWordWrap(false);
        setColumnCount(6);
        setHorizontalHeaderLabels(
            {QString(), tr("operation"), tr("who"), tr("plan, h"), tr("spent, h"), tr("left, h")});
        verticalHeader()->hide();
        verticalHeader()->setDefaultSectionSize(26);
        // What is done has the room; whoever does it is whole in the form.
        horizontalHeader()->setSectionResizeMode(QHeaderView::Fixed);
        horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
        horizontalHeader()->setMinimumSectionSize(24);
        constexpr std::array widths{26, 0, 76, 58, 60, 54};
        for (int column = 0; column < columnCount(); ++column) {
            if (column != 1)
                setColumnWidth(column, widths[static_cast<std::size_t>(column)]);
        }
        connect(this, &QTableWidget::currentCellChanged, this, [this](int row) {
            if (!m_filling)
                m_chosen(row);
        });
    }

    void fill(std::size_t chosen)
    {
        m_filling = true;
        const auto& w = m_context.workspace;
        const auto& operations = w.job().work.operations;
        const auto now = work::operationsNow(w.job());
        const auto next = work::nextOperation(now);
        setRowCount(static_cast<int>(now.size()));
        for (std::size_t i = 0; i < now.size(); ++i)
            fillRow(static_cast<int>(i), operations[i], now[i], next == i);
        if (!now.empty())
            setCurrentCell(static_cast<int>(std::min(chosen, now.size() - 1)), std::max(1, currentColumn()));
        m_filling = false;
    }

protected:
    /// Space ticks, Delete removes what somebody has said.
    void keyPressEvent(QKeyEvent* event) override
    {
        const auto row = static_cast<std::size_t>(currentRow());
        if (event->key() != Qt::Key_Space || row >= m_context.workspace.job().work.operations.size())
            return QTableWidget::keyPressEvent(event);
        const auto now = work::operationsNow(m_context.workspace.job());
        const bool done = now[row].state == job::OperationState::Done;
        app::setOperationState(m_context.workspace, row, done ? job::OperationState::Open : job::OperationState::Done,
                               work::textOf(m_context.session.shop().today()));
    }

private:
    void fillRow(int row, const job::Operation& operation, const work::OperationNow& now, bool next)
    {
        const auto& w = m_context.workspace;
        const auto& theme = m_context.look.theme();
        const auto put = [&](int column, const QString& text, Qt::Alignment align) {
            auto* cell = new QTableWidgetItem(text);
            cell->setTextAlignment(align | Qt::AlignVCenter);
            QFont shown = drawing::font(drawing::text::kNormal, next);
            shown.setStrikeOut(now.state == job::OperationState::LeftOut);
            cell->setFont(shown);
            cell->setForeground(now.isOver() ? theme.ink2 : theme.ink);
            setItem(row, column, cell);
            return cell;
        };
        using S = job::OperationState;
        const QString mark = now.state == S::Done      ? QStringLiteral("✓")
                             : now.state == S::LeftOut ? QStringLiteral("–")
                             : !now.waitsFor.empty()   ? QStringLiteral("▲")
                             : now.state == S::Begun   ? QStringLiteral("◐")
                                                       : QStringLiteral("○");
        auto* state = put(0, mark, Qt::AlignHCenter);
        if (!now.waitsFor.empty())
            state->setForeground(theme.danger);
        QString name = w.text(work::nameOf(operation.id));
        if (next)
            name = QStringLiteral("▸ ") + name;
        if (now.share && !now.isOver() && *now.share > 0.0)
            name += QStringLiteral("  %1").arg(w.text(units::Kind::Percent, *now.share));
        auto* cell = put(1, name, Qt::AlignLeft);
        cell->setToolTip(tipOf(operation, now));
        const bool outside = operation.place == job::WorkPlace::Outside;
        QString who = QString::fromStdString(operation.who);
        if (outside)
            who = who.isEmpty() ? tr("elsewhere") : tr("at %1").arg(who);
        put(2, who, Qt::AlignLeft);
        put(3, outside ? QString() : hoursShown(w, operation.estimate), Qt::AlignRight);
        put(4, now.spent > 0.0 ? hoursShown(w, now.spent) : QString(), Qt::AlignRight);
        put(5, outside || now.isOver() ? QString() : hoursShown(w, now.left.value), Qt::AlignRight);
    }

    QString tipOf(const job::Operation& operation, const work::OperationNow& now) const
    {
        QStringList lines;
        if (now.byWork)
            lines << tr("As the other stages show it.");
        for (const std::string& part : now.waitsFor)
            lines << tr("Waits for %1.").arg(QString::fromStdString(part));
        if (!operation.note.empty())
            lines << QString::fromStdString(operation.note);
        return lines.join(QLatin1Char('\n'));
    }

    Context m_context;
    std::function<void(int)> m_chosen;
    bool m_filling = false;
};

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
        right->addWidget(makeForm());
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
    [[nodiscard]] std::optional<std::size_t> chosen() const
    {
        const auto& operations = m_context.workspace.job().work.operations;
        return operations.empty() ? std::nullopt : std::optional(std::min(m_chosen, operations.size() - 1));
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
        m_listPanel = panel;
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

    QWidget* makeForm()
    {
        m_formPanel = new Panel(QString());
        auto* content = new QWidget;
        auto* grid = newGrid();
        content->setLayout(grid);
        grid->setContentsMargins(0, 0, 0, 0);
        using O = job::Operation;
        const auto operation = [this](job::Job& job) -> O* {
            const auto i = chosen();
            return i ? &job.work.operations[*i] : nullptr;
        };
        const auto textOf = [&](const QString& label, const QString& tip, const char* name, std::string O::*member,
                                bool isDate = false) {
            return recordText<O>(m_context, label, tip, name, operation, member, isDate);
        };
        const auto number = [this](const auto& of, auto member) {
            return [this, &of, member]() -> std::optional<app::FieldBinding> {
                const auto i = chosen();
                if (!i)
                    return std::nullopt;
                return app::bind(
                    of, [ i = *i, member ](auto& job) -> auto& { return job.work.operations[i].*member; });
            };
        };
        FormBuilder form(m_context, *grid);
        grid->addWidget(makeState(), 0, 0);
        grid->addWidget(makePlace(), 0, 1);
        form.add(1, 0, number(job::field::hoursEstimated, &O::estimate));
        form.add(1, 1, number(job::field::operationShare, &O::share));
        grid->addWidget(textOf(tr("who"), tr("Of the shop, or which other shop"), "operationWho", &O::who), 2, 0);
        form.add(2, 1, number(job::field::outsideDays, &O::days));
        grid->addWidget(textOf(tr("sent"), tr("On which day it went out"), "operationSent", &O::sent, true), 3, 0);
        grid->addWidget(textOf(tr("back"), tr("On which day it is expected back"), "operationBack", &O::expected, true),
                        3, 1);
        grid->addWidget(
            textOf(tr("note"), tr("Why it was left out, or what was found at it"), "operationNote", &O::note), 4, 0);
        grid->addWidget(makeNeeds(), 4, 1);
        grid->addWidget(
            textOf(tr("name"), tr("The same word in every job, so that hours can be compared"), "operationId", &O::id),
            5, 0);
        grid->addWidget(textOf(tr("done on"), tr("The day"), "operationWhen", &O::when, true), 5, 1);
        auto* area = scrolled(content);
        area->setMinimumHeight(150);
        m_formPanel->body()->addWidget(area);
        m_form = content;
        return m_formPanel;
    }

    QWidget* makeState()
    {
        auto* edit = new ChoiceEdit(
            m_context, {tr("state"),
                        tr("As the other stages show it, unless somebody says otherwise"),
                        {tr("as shown"), tr("open"), tr("begun"), tr("done"), tr("left out")},
                        [this] {
                            const auto i = chosen();
                            const auto& state = i ? m_context.workspace.job().work.operations[*i].state : std::nullopt;
                            return state ? 1 + static_cast<int>(*state) : 0;
                        },
                        [this](int value) {
                            if (const auto i = chosen())
                                app::setOperationState(m_context.workspace, *i,
                                                       value > 0
                                                           ? std::optional(static_cast<job::OperationState>(value - 1))
                                                           : std::nullopt,
                                                       today());
                        }});
        edit->box()->setObjectName(QStringLiteral("operationState"));
        return edit;
    }

    QWidget* makePlace()
    {
        auto* edit = new ChoiceEdit(
            m_context,
            {tr("where"),
             tr("On the own bench, or in another shop"),
             {tr("own bench"), tr("elsewhere")},
             [this] {
                 const auto i = chosen();
                 return i && m_context.workspace.job().work.operations[*i].place == job::WorkPlace::Outside;
             },
             [this](int value) {
                 const auto i = chosen();
                 if (!i)
                     return;
                 m_context.workspace.document().apply(tr("Say where an operation is done"), [&](job::Job& job) {
                     job.work.operations[*i].place = value ? std::optional(job::WorkPlace::Outside) : std::nullopt;
                 });
             }});
        edit->box()->setObjectName(QStringLiteral("operationPlace"));
        return edit;
    }

    QWidget* makeNeeds()
    {
        m_needs = new QToolButton;
        m_needs->setObjectName(QStringLiteral("operationNeeds"));
        m_needs->setPopupMode(QToolButton::InstantPopup);
        m_needs->setToolTip(tr("Parts without which it cannot begin; they are listed under Customer and parts"));
        auto* menu = new QMenu(m_needs);
        connect(menu, &QMenu::aboutToShow, this, [this, menu] {
            menu->clear();
            const auto i = chosen();
            const auto& work = m_context.workspace.job().work;
            for (const job::Part& part : work.parts) {
                auto* action = menu->addAction(QString::fromStdString(part.id));
                action->setCheckable(true);
                const auto& needs = work.operations[*i].needsParts;
                action->setChecked(std::ranges::find(needs, part.id) != needs.end());
                connect(action, &QAction::triggered, this,
                        [this, i, id = part.id](bool on) { app::setNeeds(m_context.workspace, *i, id, on); });
            }
            if (work.parts.empty())
                menu->addAction(tr("no parts listed yet"))->setEnabled(false);
        });
        m_needs->setMenu(menu);
        return m_needs;
    }

    QWidget* makeMind()
    {
        auto* panel = new Panel(tr("What to mind"));
        m_mind = new QLabel;
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
        if (const quint64 job = w.document().identity(); job != m_job) {
            m_job = job;
            m_chosen = work::nextOperation(work::operationsNow(w.job())).value_or(0);  // where the work goes on
        }
        m_table->fill(m_chosen);
        refreshKinds();
        const auto i = chosen();
        m_form->setEnabled(i.has_value());
        m_formPanel->setTitle(i ? w.text(work::nameOf(w.job().work.operations[*i].id)) : tr("No operation yet"));
        const std::size_t needs = i ? w.job().work.operations[*i].needsParts.size() : 0;
        m_needs->setText(needs ? tr("waits for %1 parts").arg(needs) : tr("waits for no part"));
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
    std::size_t m_chosen = 0;
    quint64 m_job = 0;  ///< of which it is
    OperationTable* m_table = nullptr;
    Panel* m_listPanel = nullptr;
    QComboBox* m_kind = nullptr;
    QLabel* m_sum = nullptr;
    ClockPanel* m_clock = nullptr;
    Panel* m_formPanel = nullptr;
    QWidget* m_form = nullptr;
    QToolButton* m_needs = nullptr;
    QLabel* m_mind = nullptr;
};

}  // namespace

QWidget* makeWorkView(Context context, Desk& desk, const Commands& commands)
{
    return new WorkView(context, desk, commands);
}

}  // namespace euryth::widgets
