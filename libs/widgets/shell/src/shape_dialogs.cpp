// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/shape_dialogs.hpp"
#include "app/language.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "kit/parts.hpp"
#include "plans/house_change.hpp"

namespace euryth::widgets {

using units::Kind;

LiftDialog::LiftDialog(Context context, const QString& text, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_rows(imports::splitTable(text.toStdString())),
      m_whose(new QComboBox),
      m_angles(new QComboBox),
      m_units(new QComboBox),
      m_summary(new WrapLabel),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    setWindowTitle(tr("Lift table"));
    m_whose->addItems({tr("intake cam"), tr("exhaust cam")});
    m_angles->addItems({tr("crankshaft degrees"), tr("camshaft degrees")});
    m_units->addItems({tr("millimetres"), tr("inches")});
    m_units->setCurrentIndex(context.workspace.displayUnits().system == units::System::Inch ? 1 : 0);
    m_summary->setWordWrap(true);
    m_summary->setMinimumWidth(420);
    m_summary->setObjectName(QStringLiteral("liftSummary"));
    auto* form = new QFormLayout;
    form->addRow(tr("It belongs to the"), m_whose);
    form->addRow(tr("Angles (first column) are"), m_angles);
    form->addRow(tr("Lifts at the valve (second column) are"), m_units);
    auto* column = new QVBoxLayout(this);
    column->addLayout(form);
    column->addWidget(m_summary, 1);
    column->addWidget(m_buttons);
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Take it"));
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    for (QComboBox* box : {m_angles, m_units})
        connect(box, &QComboBox::currentIndexChanged, this, &LiftDialog::reread);
    reread();
}

void LiftDialog::reread()
{
    units::DisplayUnits units = m_context.workspace.displayUnits();
    units.system = m_units->currentIndex() == 1 ? units::System::Inch : units::System::Metric;
    units.own = {};  // as the choice says, whatever is shown elsewhere
    const auto angles = m_angles->currentIndex() == 1 ? imports::CamAngles::Camshaft : imports::CamAngles::Crank;
    m_import = imports::readLifts(m_rows, angles, units);
    const bool good = m_import.troubles.empty();
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(good);
    if (good) {
        const auto& workspace = m_context.workspace;
        m_summary->setText(tr("%1 points, greatest lift %2, open for %3 of the crank.")
                               .arg(m_import.table.size())
                               .arg(workspace.text(Kind::Length, m_import.greatest.si()),
                                    workspace.text(Kind::Angle, m_import.duration.si())));
        return;
    }
    QString text = tr("This table cannot be used yet:");
    constexpr std::size_t most = 6;
    for (std::size_t i = 0; i < std::min(most, m_import.troubles.size()); ++i)
        text += QStringLiteral("\n▲ %1").arg(app::shown(m_import.troubles[i].phrase()));
    m_summary->setText(text);
}

LiftRequest LiftDialog::request() const { return {m_whose->currentIndex() == 0, m_import.table}; }

HouseDialog::HouseDialog(Context context, const job::House& house, QWidget* parent) : QDialog(parent)
{
    const auto& workspace = context.workspace;
    setWindowTitle(tr("House rules \"%1\"").arg(QString::fromStdString(house.name)));
    resize(1100, 620);
    auto* column = new QVBoxLayout(this);
    auto* why = new WrapLabel(QString::fromStdString(house.why));
    why->setWordWrap(true);
    column->addWidget(why);
    auto* table = new QTableWidget(0, 5);
    table->setObjectName(QStringLiteral("houseChanges"));
    table->setHorizontalHeaderLabels(
        {tr("rule"), tr("now"), tr("then"), tr("what it changes at this port"), tr("the two sides")});
    table->verticalHeader()->hide();
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionMode(QAbstractItemView::NoSelection);
    table->setWordWrap(true);
    std::vector<plans::HouseChange> changes;
    if (const job::Port* port = workspace.port())
        changes = plans::compareHouses(workspace.job(), *port, house);
    for (const auto& change : changes) {
        const int row = table->rowCount();
        table->insertRow(row);
        const QStringList texts{workspace.text(change.rule), workspace.text(change.from), workspace.text(change.to),
                                workspace.text(change.effect), workspace.text(change.why)};
        for (int i = 0; i < texts.size(); ++i)
            table->setItem(row, i, new QTableWidgetItem(texts[i]));
    }
    constexpr std::array widths{180, 130, 130, 260};
    for (std::size_t i = 0; i < widths.size(); ++i)
        table->setColumnWidth(static_cast<int>(i), widths[i]);
    table->horizontalHeader()->setStretchLastSection(true);
    table->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    column->addWidget(table, 1);
    if (!workspace.port())
        column->addWidget(quietLabel(tr("The job has no port yet, so nothing can be told about what changes.")));
    else if (changes.empty())
        column->addWidget(quietLabel(tr("These rules are the job's own already.")));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Take these rules"));
    buttons->button(QDialogButtonBox::Cancel)->setText(tr("Keep mine"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
}

PaperDialog::PaperDialog(QWidget* parent)
    : QDialog(parent),
      m_plan(new QCheckBox(tr("&Plan of all stations in numbers"))),
      m_scribe(new QCheckBox(tr("&Scribe and seat card"))),
      m_window(new QCheckBox(tr("&Window template, full size"))),
      m_cuts(new QCheckBox(tr("&Cuts: order, sections with depths, all ports"))),
      m_templates(new QCheckBox(tr("Section &templates, full size"))),
      m_flow(new QCheckBox(tr("&Flow tests, a page each"))),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    setWindowTitle(tr("Sheets for the bench"));
    auto* column = new QVBoxLayout(this);
    column->addWidget(
        new WrapLabel(tr("PDF, SVG and DXF hold these sheets, CSV the plan as a table. Every sheet has a line "
                         "of 50 mm: measure it before cutting.")));
    for (QCheckBox* box : {m_plan, m_scribe, m_window, m_cuts, m_templates, m_flow}) {
        box->setChecked(true);
        column->addWidget(box);
        connect(box, &QCheckBox::toggled, this, &PaperDialog::check);
    }
    column->addWidget(m_buttons);
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Choose the file…"));
    m_print = m_buttons->addButton(tr("P&rint…"), QDialogButtonBox::AcceptRole);
    connect(m_print, &QPushButton::clicked, this, [this] { m_printed = true; });
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

SheetRequest PaperDialog::request() const { return {parts(), m_printed}; }

paper::Parts PaperDialog::parts() const
{
    return {m_plan->isChecked(), m_scribe->isChecked(),    m_window->isChecked(),
            m_cuts->isChecked(), m_templates->isChecked(), m_flow->isChecked()};
}

void PaperDialog::check()
{
    const auto p = parts();
    const bool any = p.plan || p.scribe || p.window || p.cuts || p.templates || p.flow;
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(any);
    m_print->setEnabled(any);
}

}  // namespace euryth::widgets
