// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/dialogs.hpp"
#include "app/language.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

#include "job/fields.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

namespace {

QDialogButtonBox* addButtons(QDialog& dialog, QVBoxLayout& column, const QString& accept)
{
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(accept);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    column.addWidget(buttons);
    return buttons;
}

QLabel* problemLabel()
{
    auto* label = new WrapLabel;
    label->setWordWrap(true);
    setTone(label, Tone::Danger);
    return label;
}

}  // namespace

GuideDialog::GuideDialog(Context context, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_title(new QLineEdit(tr("New job"))),
      m_cylinders(new QSpinBox),
      m_intake(new QComboBox),
      m_exhaust(new QComboBox),
      m_material(new QComboBox),
      m_bore(new QLineEdit),
      m_stroke(new QLineEdit),
      m_twoCastings(new QCheckBox(tr("in two castings, half of them each"))),
      m_problem(problemLabel())
{
    setObjectName(QStringLiteral("guideDialog"));
    setWindowTitle(tr("New job"));
    m_cylinders->setRange(1, 16);
    m_cylinders->setObjectName(QStringLiteral("guideCylinders"));
    for (QComboBox* box : {m_intake, m_exhaust}) {
        box->addItem(tr("one valve"));
        box->addItem(tr("two valves, one port that splits"));
    }
    m_material->setEditable(true);
    m_material->addItems({tr("aluminium"), tr("cast iron")});
    for (QLineEdit* edit : {m_bore, m_stroke})
        edit->setPlaceholderText(tr("unknown; %1 without a unit").arg(context.workspace.symbol(units::Kind::Length)));
    auto* form = new QFormLayout;
    form->addRow(tr("&Title"), m_title);
    form->addRow(tr("&Cylinders"), m_cylinders);
    form->addRow(QString(), m_twoCastings);
    form->addRow(tr("&Intake of each"), m_intake);
    form->addRow(tr("&Exhaust of each"), m_exhaust);
    form->addRow(tr("&Material"), m_material);
    form->addRow(tr("&Bore"), m_bore);
    form->addRow(tr("&Stroke"), m_stroke);
    auto* column = new QVBoxLayout(this);
    column->addLayout(form);
    column->addWidget(m_problem);
    m_buttons = addButtons(*this, *column, tr("Start"));
    for (QLineEdit* edit : {m_title, m_bore, m_stroke})
        connect(edit, &QLineEdit::textChanged, this, &GuideDialog::check);
    m_title->selectAll();
    check();
}

std::optional<double> GuideDialog::lengthIn(const QLineEdit* edit, QString& problem) const
{
    const QString text = edit->text().trimmed();
    if (text.isEmpty())
        return std::nullopt;
    const auto parsed = units::parseSi(text.toStdString(), units::Kind::Length, m_context.workspace.displayUnits());
    if (!parsed) {
        problem = app::shown(parsed.error().message);
        return std::nullopt;
    }
    if (const auto range = job::rangeProblem(job::field::bore, *parsed))
        problem = app::shown(*range);
    return *parsed;
}

void GuideDialog::check()
{
    QString problem;
    lengthIn(m_bore, problem);
    lengthIn(m_stroke, problem);
    m_problem->setText(problem);
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(problem.isEmpty());
}

app::GuideAnswers GuideDialog::answers() const
{
    app::GuideAnswers answers;
    answers.title = m_title->text().trimmed().toStdString();
    answers.cylinders = m_cylinders->value();
    answers.intakeValves = m_intake->currentIndex() + 1;
    answers.exhaustValves = m_exhaust->currentIndex() + 1;
    answers.material = m_material->currentText().toStdString();
    answers.twoCastings = m_twoCastings->isChecked();
    QString unread;
    if (const auto si = lengthIn(m_bore, unread))
        answers.bore = Length::fromSi(*si);
    if (const auto si = lengthIn(m_stroke, unread))
        answers.stroke = Length::fromSi(*si);
    return answers;
}

CopyDialog::CopyDialog(const job::Job& job, std::size_t from, QWidget* parent)
    : QDialog(parent),
      m_targets(new QListWidget),
      m_sections(new QCheckBox(tr("&Sections, with their places"))),
      m_walls(new QCheckBox(tr("&Walls"))),
      m_valve(new QCheckBox(tr("&Valve end and short side"))),
      m_runner(new QCheckBox(tr("&Runner, manifold and gasket"))),
      m_plan(new QCheckBox(tr("&Plan"))),
      m_mirror(new QCheckBox(tr("&Mirrored, left and right changed over")))
{
    setObjectName(QStringLiteral("copyDialog"));
    setWindowTitle(tr("Copy measurements of %1").arg(QString::fromStdString(job.ports[from].id)));
    for (std::size_t i = 0; i < job.ports.size(); ++i) {
        if (i == from)
            continue;
        auto* item = new QListWidgetItem(QString::fromStdString(job.ports[i].id), m_targets);
        item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
        item->setCheckState(Qt::Unchecked);
        item->setData(Qt::UserRole, static_cast<qulonglong>(i));
    }
    const app::CopyChoice usual;
    m_sections->setChecked(usual.sections);
    m_walls->setChecked(usual.walls);
    m_valve->setChecked(usual.valveEnd);
    m_runner->setChecked(usual.runner);
    m_plan->setChecked(usual.plan);
    auto* column = new QVBoxLayout(this);
    column->addWidget(new WrapLabel(tr("To these ports (space ticks one):")));
    column->addWidget(m_targets);
    for (QCheckBox* box : {m_sections, m_walls, m_valve, m_runner, m_plan, m_mirror})
        column->addWidget(box);
    m_buttons = addButtons(*this, *column, tr("Copy"));
    connect(m_targets, &QListWidget::itemChanged, this, &CopyDialog::check);
    check();
}

void CopyDialog::check() { m_buttons->button(QDialogButtonBox::Ok)->setEnabled(!request().targets.empty()); }

CopyRequest CopyDialog::request() const
{
    CopyRequest request;
    for (int i = 0; i < m_targets->count(); ++i) {
        if (m_targets->item(i)->checkState() == Qt::Checked)
            request.targets.push_back(m_targets->item(i)->data(Qt::UserRole).toULongLong());
    }
    request.choice = {m_sections->isChecked(), m_walls->isChecked(), m_valve->isChecked(),
                      m_runner->isChecked(),   m_plan->isChecked(),  m_mirror->isChecked()};
    return request;
}

}  // namespace euryth::widgets
