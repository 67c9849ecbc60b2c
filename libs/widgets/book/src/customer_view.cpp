// SPDX-License-Identifier: GPL-3.0-or-later
#include <QComboBox>
#include <QHBoxLayout>
#include <QTableWidget>

#include "app/work_edits.hpp"
#include "book_views.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"

namespace euryth::widgets {

namespace {

QString stateName(const std::optional<job::PartState>& state)
{
    if (!state)
        return QString::fromUtf8(units::kUnknownText);
    switch (*state) {
    case job::PartState::Wanted: return tr("wanted");
    case job::PartState::Ordered: return tr("ordered");
    case job::PartState::Arrived: return tr("arrived");
    case job::PartState::DoesNotFit: break;
    }
    return tr("does not fit");
}

class CustomerView : public QWidget {
public:
    explicit CustomerView(Context context) : m_context(context)
    {
        auto* row = new QHBoxLayout(this);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(8);
        row->addWidget(makeJob(), 1);
        row->addWidget(makeParts(), 1);
        whileSeen(context, this, [this] { refresh(); });
    }

private:
    using W = job::Work;

    TextEdit* ofWork(const QString& label, const QString& tip, const char* name, std::string W::*member,
                     bool isDate = false)
    {
        return recordText<W>(
            m_context, label, tip, name, [](auto& job) { return &job.work; }, member, isDate);
    }

    QWidget* makeJob()
    {
        auto* panel = new Panel(tr("The job"));
        auto* content = new QWidget;
        auto* grid = newGrid();
        content->setLayout(grid);
        grid->setContentsMargins(0, 0, 0, 0);
        using C = job::Customer;
        const auto customer = [](auto& job) { return &job.work.customer; };
        auto* name = recordText<C>(m_context, tr("customer"), tr("Kept out of exports unless somebody asks for it"),
                                   "customerName", customer, &C::name);
        setFocusProxy(name->edit());
        grid->addWidget(name, 0, 0);
        grid->addWidget(
            recordText<C>(m_context, tr("reach"), tr("Telephone, mail, address"), "customerReach", customer, &C::reach),
            0, 1);
        int row = 1;
        const auto wide = [&](const QString& label, const QString& tip, const char* object, std::string W::*member) {
            grid->addWidget(ofWork(label, tip, object, member), row++, 0, 1, 2);
        };
        grid->addWidget(ofWork(tr("casting marks"), tr("As they stand on the head"), "workMarks", &W::marks), row, 0);
        grid->addWidget(ofWork(tr("kind of work"), tr("full port, valve job, clean-up ..."), "workKindText", &W::kind),
                        row++, 1);
        wide(tr("came with it"), tr("Valves, springs, gaskets, studs: what is to go back"), "workCame", &W::came);
        wide(tr("found"), tr("Its condition: cracks, damage, earlier welds"), "workFound", &W::found);
        wide(tr("wishes"), tr("What the customer wants"), "workWishes", &W::wishes);
        grid->addWidget(ofWork(tr("arrived"), tr("The day"), "workArrived", &W::arrived, true), row, 0);
        grid->addWidget(
            ofWork(tr("wanted"), tr("The day on which the customer wants it"), "workWanted", &W::wanted, true), row++,
            1);
        grid->addWidget(ofWork(tr("promised"), tr("The day"), "workPromised", &W::promised, true), row, 0);
        grid->addWidget(
            ofWork(tr("handed over"), tr("The day; it leaves the queue then"), "workHandedOver", &W::handedOver, true),
            row++, 1);
        FormBuilder form(m_context, *grid);
        form.job(
            row, 0, job::field::agreedPrice, [](auto& job) -> auto& { return job.work.price; });
        form.job(
            row++, 1, job::field::hourlyRate, [](auto& job) -> auto& { return job.work.rate; });
        wide(tr("left alone, and why"), tr("What was not done, for the customer's sheet"), "workLeftAlone",
             &W::leftAlone);
        wide(tr("for the next owner"), tr("What whoever has it next must know"), "workNextOwner", &W::nextOwner);
        grid->setRowStretch(row, 1);
        panel->body()->addWidget(scrolled(content), 1);
        return panel;
    }

    [[nodiscard]] std::optional<std::size_t> chosen() const
    {
        return chosenIn(m_context.workspace.job().work.parts, m_chosen);
    }

    QWidget* makeParts()
    {
        auto* panel = new Panel(tr("Parts"));
        m_table = newList("parts", {tr("part"), tr("state"), tr("expected"), tr("waited for by")}, 0);
        connect(m_table, &QTableWidget::currentCellChanged, this, [this](int row) {
            if (m_filling || row < 0)
                return;
            m_chosen = static_cast<std::size_t>(row);
            m_context.workspace.refresh();
        });
        panel->body()->addWidget(m_table, 1);
        auto* buttons = listButtons(
            tr("Add a part"), tr("Remove"),
            [this] {
                m_chosen = app::addPart(m_context.workspace);
                m_context.workspace.refresh();
            },
            [this] {
                if (const auto i = chosen())
                    app::removePart(m_context.workspace, *i);
            });
        buttons->setObjectName(QStringLiteral("partButtons"));
        panel->body()->addWidget(buttons);
        panel->body()->addWidget(makePartForm());
        return panel;
    }

    QWidget* makePartForm()
    {
        m_form = new QWidget;
        auto* grid = newGrid();
        m_form->setLayout(grid);
        grid->setContentsMargins(0, 0, 0, 0);
        using P = job::Part;
        const auto part = [this](auto& job) {
            const auto i = chosen();
            return i ? &job.work.parts[*i] : nullptr;
        };
        const auto text = [&](const QString& label, const QString& tip, const char* name, std::string P::*member,
                              bool isDate = false) {
            return recordText<P>(m_context, label, tip, name, part, member, isDate);
        };
        grid->addWidget(makeName(), 0, 0);
        auto* state = new ChoiceEdit(
            m_context,
            {tr("state"),
             tr("An operation that needs it waits until it has arrived"),
             {QString::fromUtf8(units::kUnknownText), tr("wanted"), tr("ordered"), tr("arrived"), tr("does not fit")},
             [this] {
                 const auto i = chosen();
                 const auto& of = i ? m_context.workspace.job().work.parts[*i].state : std::nullopt;
                 return of ? 1 + static_cast<int>(*of) : 0;
             },
             [this](int value) {
                 if (const auto i = chosen())
                     app::setPartState(m_context.workspace, *i,
                                       value > 0 ? std::optional(static_cast<job::PartState>(value - 1)) : std::nullopt,
                                       work::textOf(m_context.session.shop().today()));
             }});
        state->box()->setObjectName(QStringLiteral("partState"));
        grid->addWidget(state, 0, 1);
        grid->addWidget(text(tr("from"), tr("Who sells it"), "partFrom", &P::from), 1, 0);
        grid->addWidget(text(tr("ordered"), tr("The day"), "partOrdered", &P::ordered, true), 1, 1);
        grid->addWidget(text(tr("expected"), tr("The day"), "partExpected", &P::expected, true), 2, 0);
        grid->addWidget(text(tr("arrived"), tr("The day"), "partArrived", &P::arrived, true), 2, 1);
        grid->addWidget(text(tr("note"), tr("Sizes, numbers, why it does not fit"), "partNote", &P::note), 3, 0, 1, 2);
        return m_form;
    }

    /// Another name is another name in what waits for it, too.
    TextEdit* makeName()
    {
        TextEdit::Source source;
        source.label = tr("name");
        source.tip = tr("What it is: intake valves, springs, gasket set");
        source.get = [this] {
            const auto i = chosen();
            return i ? QString::fromStdString(m_context.workspace.job().work.parts[*i].id) : QString();
        };
        source.set = [this](const QString& typed) {
            const auto i = chosen();
            return i ? app::renamePart(m_context.workspace, *i, typed.trimmed().toStdString()) : QString();
        };
        auto* edit = new TextEdit(m_context, std::move(source));
        edit->edit()->setObjectName(QStringLiteral("partName"));
        return edit;
    }

    void refresh()
    {
        m_filling = true;
        const auto& w = m_context.workspace;
        const job::Work& work = w.job().work;
        m_table->setRowCount(static_cast<int>(work.parts.size()));
        for (std::size_t i = 0; i < work.parts.size(); ++i) {
            const job::Part& part = work.parts[i];
            QStringList waiting;
            for (const job::Operation& operation : work.operations) {
                if (std::ranges::find(operation.needsParts, part.id) != operation.needsParts.end())
                    waiting << QString::fromStdString(operation.id);
            }
            const QStringList texts{QString::fromStdString(part.id), stateName(part.state),
                                    QString::fromStdString(part.expected), waiting.join(QStringLiteral(", "))};
            for (int column = 0; column < texts.size(); ++column)
                m_table->setItem(static_cast<int>(i), column, new QTableWidgetItem(texts[column]));
            if (part.state == job::PartState::DoesNotFit)
                m_table->item(static_cast<int>(i), 1)->setForeground(m_context.look.theme().danger);
        }
        const auto i = chosen();
        if (i)
            m_table->setCurrentCell(static_cast<int>(*i), std::max(0, m_table->currentColumn()));
        m_form->setEnabled(i.has_value());
        m_filling = false;
    }

    Context m_context;
    std::size_t m_chosen = 0;
    bool m_filling = false;
    QTableWidget* m_table = nullptr;
    QWidget* m_form = nullptr;
};

}  // namespace

QWidget* makeCustomerView(Context context) { return new CustomerView(context); }

}  // namespace euryth::widgets
