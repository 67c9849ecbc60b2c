// SPDX-License-Identifier: GPL-3.0-or-later
#include "clock_panel.hpp"

#include <cmath>

#include <QComboBox>
#include <QHBoxLayout>

#include "app/work_edits.hpp"
#include "book/book_stage.hpp"
#include "work/hours.hpp"
#include "work/operations.hpp"

namespace euryth::widgets {

namespace {

QString clockText(double hours)
{
    const auto seconds = static_cast<long>(std::floor(hours * 3600.0 + 0.5));
    return QStringLiteral("%1:%2:%3")
        .arg(seconds / 3600)
        .arg(seconds / 60 % 60, 2, 10, QLatin1Char('0'))
        .arg(seconds % 60, 2, 10, QLatin1Char('0'));
}

}  // namespace

ClockPanel::ClockPanel(Context context, const Commands& commands, std::function<std::string()> operation)
    : m_context(context),
      m_operation(std::move(operation)),
      m_digits(new WrapLabel),
      m_what(quietLabel({})),
      m_port(new QComboBox),
      m_person(new QComboBox),
      m_button(new QPushButton)
{
    setObjectName(QStringLiteral("clockPanel"));
    auto* panel = new Panel(tr("Clock"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(panel);
    m_digits->setObjectName(QStringLiteral("clockDigits"));
    m_digits->setFont(drawing::font(drawing::text::kReading, true));
    m_what->setWordWrap(true);
    m_port->setObjectName(QStringLiteral("clockPort"));
    m_port->setAccessibleName(tr("Port that the clock counts for"));
    m_person->setObjectName(QStringLiteral("clockPerson"));
    m_person->setAccessibleName(tr("Who works"));
    m_person->setEditable(true);
    m_person->setToolTip(tr("Who works"));
    m_button->setObjectName(QStringLiteral("clockButton"));
    const QAction* action = commands.action(command::ClockRuns);
    m_button->setToolTip(action->toolTip() + QStringLiteral(" (%1)").arg(action->shortcut().toString()));
    connect(m_button, &QPushButton::clicked, action, &QAction::trigger);
    auto* line = new QHBoxLayout;
    line->addWidget(m_digits);
    line->addWidget(m_port);
    line->addWidget(m_person, 1);
    line->addWidget(m_button);
    panel->body()->addLayout(line);
    panel->body()->addWidget(m_what);
    constexpr int second = 1000;
    m_timer.setInterval(second);
    connect(&m_timer, &QTimer::timeout, this, &ClockPanel::tick);
}

void ClockPanel::showEvent(QShowEvent*)
{
    refresh();
    m_timer.start();
}

void ClockPanel::hideEvent(QHideEvent*) { m_timer.stop(); }

void ClockPanel::tick()
{
    const auto& clock = m_context.workspace.job().work.clock;
    m_digits->setText(
        clockText(clock.runs() ? work::clockHours(clock, app::momentNow(m_context.session.clock()).utc) : 0.0));
}

void ClockPanel::refresh()
{
    const auto& job = m_context.workspace.job();
    const job::WorkClock& clock = job.work.clock;
    const QString port =
        clock.runs() || m_port->count() == 0 ? QString::fromStdString(clock.port) : m_port->currentData().toString();
    m_port->clear();
    m_port->addItem(tr("all ports"), QString());
    for (const job::Port& of : job.ports)
        m_port->addItem(QString::fromStdString(of.id), QString::fromStdString(of.id));
    m_port->setCurrentIndex(std::max(0, m_port->findData(port)));
    if (!m_person->hasFocus() && !(m_person->lineEdit() && m_person->lineEdit()->hasFocus())) {
        const QString typed = m_person->currentText();
        const QString person = clock.runs() || typed.isEmpty() ? QString::fromStdString(clock.person) : typed;
        m_person->clear();
        for (const job::Person& of : m_context.session.shop().shop().people)
            m_person->addItem(QString::fromStdString(of.name));
        m_person->setCurrentText(person.isEmpty() && m_person->count() > 0 ? m_person->itemText(0) : person);
    }
    for (QWidget* choice : {static_cast<QWidget*>(m_port), static_cast<QWidget*>(m_person)})
        choice->setEnabled(!clock.runs());
    m_button->setText(clock.runs() ? tr("Stop") : tr("Start"));
    const std::string& at = clock.runs() ? clock.operation : m_operation();
    m_what->setText(at.empty()     ? tr("No operation to count for yet.")
                    : clock.runs() ? tr("Counts for %1.").arg(m_context.workspace.text(work::nameOf(at)))
                                   : tr("Would count for %1.").arg(m_context.workspace.text(work::nameOf(at))));
    tick();
}

void ClockPanel::toggle(Desk& desk)
{
    if (desk.workspace().job().work.clock.runs())
        return stopClock(desk);
    const std::string operation = m_operation();
    if (operation.empty())
        return desk.tell(tr("The clock does not start"),
                         tr("There is no operation to count for: add one, or take a kind of work."));
    app::startClock(m_context.workspace, operation, m_port->currentData().toString().toStdString(),
                    m_person->currentText().trimmed().toStdString(), app::momentNow(m_context.session.clock()));
}

void stopClock(Desk& desk)
{
    const auto now = app::momentNow(desk.session().clock());
    const double hours = work::clockHours(desk.workspace().job().work.clock, now.utc);
    if (hours <= work::kLongWatch)
        return app::pauseClock(desk.workspace(), now);
    const auto counted = desk.prompts().longWatch(desk.window(), hours);
    if (!counted)
        return;  // it goes on
    if (*counted > 0.0)
        app::pauseClock(desk.workspace(), now, *counted);
    else
        app::forgetClock(desk.workspace());
}

}  // namespace euryth::widgets
