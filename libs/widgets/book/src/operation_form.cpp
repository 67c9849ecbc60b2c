// SPDX-License-Identifier: GPL-3.0-or-later
#include "operation_form.hpp"

#include <QMenu>
#include <QToolButton>

#include "app/work_edits.hpp"
#include "book_views.hpp"
#include "kit/choice_edit.hpp"
#include "kit/form_parts.hpp"
#include "kit/page_tools.hpp"
#include "work/operations.hpp"

namespace euryth::widgets {

OperationForm::OperationForm(Context context, std::function<std::optional<std::size_t>()> chosen)
    : m_context(context),
      m_chosen(std::move(chosen)),
      m_panel(new Panel(QString())),
      m_fields(new QWidget)
{
    auto* grid = newGrid();
    m_fields->setLayout(grid);
    grid->setContentsMargins(0, 0, 0, 0);
    addFields(*grid);
    auto* area = scrolled(m_fields);
    area->setMinimumHeight(150);
    m_panel->body()->addWidget(area);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_panel);
}

const job::Operation* OperationForm::operation() const
{
    const auto i = m_chosen();
    return i ? &m_context.workspace.job().work.operations[*i] : nullptr;
}

void OperationForm::addFields(QGridLayout& grid)
{
    using O = job::Operation;
    const auto record = [this](auto& job) {
        const auto i = m_chosen();
        return i ? &job.work.operations[*i] : nullptr;
    };
    const auto text = [&](const QString& label, const QString& tip, const char* name, std::string O::*member) {
        return recordText<O>(m_context, label, tip, name, record, member);
    };
    const auto day = [&](const QString& label, const QString& tip, const char* name, std::string O::*member) {
        return recordText<O>(m_context, label, tip, name, record, member, true);
    };
    const auto number = [this](const auto& of, auto member) {
        return [this, &of, member]() -> std::optional<app::FieldBinding> {
            const auto i = m_chosen();
            if (!i)
                return std::nullopt;
            return app::bind(
                of, [ i = *i, member ](auto& job) -> auto& { return job.work.operations[i].*member; });
        };
    };
    FormBuilder form(m_context, grid);
    grid.addWidget(makeState(), 0, 0);
    grid.addWidget(makePlace(), 0, 1);
    form.add(1, 0, number(job::field::hoursEstimated, &O::estimate));
    form.add(1, 1, number(job::field::operationShare, &O::share));
    grid.addWidget(text(tr("who"), tr("Of the shop, or which other shop"), "operationWho", &O::who), 2, 0);
    form.add(2, 1, number(job::field::outsideDays, &O::days));
    grid.addWidget(day(tr("sent"), tr("On which day it went out"), "operationSent", &O::sent), 3, 0);
    grid.addWidget(day(tr("back"), tr("On which day it is expected back"), "operationBack", &O::expected), 3, 1);
    grid.addWidget(text(tr("note"), tr("Why it was left out, or what was found at it"), "operationNote", &O::note), 4,
                   0);
    grid.addWidget(makeNeeds(), 4, 1);
    TextEdit::Source name;
    name.label = tr("name");
    name.tip = tr("The same word in every job, so that hours can be compared; its hours go with it");
    name.get = [this] { return operation() ? QString::fromStdString(operation()->id) : QString(); };
    name.set = [this](const QString& typed) {
        const auto i = m_chosen();
        return i ? app::renameOperation(m_context.workspace, *i, typed.trimmed().toStdString()) : QString();
    };
    auto* named = new TextEdit(m_context, std::move(name));
    named->edit()->setObjectName(QStringLiteral("operationId"));
    grid.addWidget(named, 5, 0);
    grid.addWidget(day(tr("done on"), tr("The day"), "operationWhen", &O::when), 5, 1);
}

QWidget* OperationForm::makeState()
{
    ChoiceEdit::Source source;
    source.label = tr("state");
    source.tip = tr("As the other stages show it, unless somebody says otherwise");
    source.names = {tr("as shown"), tr("open"), tr("begun"), tr("done"), tr("left out")};
    source.get = [this] {
        const job::Operation* of = operation();
        return of && of->state ? 1 + static_cast<int>(*of->state) : 0;
    };
    source.set = [this](int value) {
        const auto i = m_chosen();
        if (!i)
            return;
        const auto state = value > 0 ? std::optional(static_cast<job::OperationState>(value - 1)) : std::nullopt;
        app::setOperationState(m_context.workspace, *i, state, work::textOf(m_context.session.shop().today()));
    };
    auto* edit = new ChoiceEdit(m_context, std::move(source));
    edit->box()->setObjectName(QStringLiteral("operationState"));
    return edit;
}

QWidget* OperationForm::makePlace()
{
    ChoiceEdit::Source source;
    source.label = tr("where");
    source.tip = tr("On the own bench, or in another shop");
    source.names = {tr("own bench"), tr("elsewhere")};
    source.get = [this] { return operation() && operation()->place == job::WorkPlace::Outside ? 1 : 0; };
    source.set = [this](int value) {
        const auto i = m_chosen();
        if (!i)
            return;
        m_context.workspace.document().apply(tr("Say where an operation is done"), [&](job::Job& job) {
            job.work.operations[*i].place = value ? std::optional(job::WorkPlace::Outside) : std::nullopt;
        });
    };
    auto* edit = new ChoiceEdit(m_context, std::move(source));
    edit->box()->setObjectName(QStringLiteral("operationPlace"));
    return edit;
}

QWidget* OperationForm::makeNeeds()
{
    m_needs = new QToolButton;
    m_needs->setObjectName(QStringLiteral("operationNeeds"));
    m_needs->setPopupMode(QToolButton::InstantPopup);
    m_needs->setToolTip(tr("Parts without which it cannot begin; they are listed under Customer and parts"));
    auto* menu = new QMenu(m_needs);
    connect(menu, &QMenu::aboutToShow, this, [this, menu] {
        menu->clear();
        const auto i = m_chosen();
        const auto& work = m_context.workspace.job().work;
        for (std::size_t k = 0; i && k < work.parts.size(); ++k) {
            const std::string& id = work.parts[k].id;
            const auto& needs = work.operations[*i].needsParts;
            auto* action = menu->addAction(QString::fromStdString(id));
            action->setCheckable(true);
            action->setChecked(std::ranges::find(needs, id) != needs.end());
            connect(action, &QAction::triggered, this,
                    [this, i = *i, id](bool on) { app::setNeeds(m_context.workspace, i, id, on); });
        }
        if (menu->isEmpty())
            menu->addAction(tr("no parts listed yet"))->setEnabled(false);
    });
    m_needs->setMenu(menu);
    return m_needs;
}

void OperationForm::refresh()
{
    const job::Operation* of = operation();
    m_fields->setEnabled(of != nullptr);
    m_panel->setTitle(of ? m_context.workspace.text(work::nameOf(of->id)) : tr("No operation yet"));
    const std::size_t needs = of ? of->needsParts.size() : 0;
    m_needs->setText(needs ? tr("waits for %1 parts").arg(needs) : tr("waits for no part"));
}

}  // namespace euryth::widgets
