// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/flow_dialog.hpp"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/language.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

using imports::FlowColumn;

FlowDialog::FlowDialog(Context context, const QString& text, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_rows(imports::splitTable(text.toStdString())),
      m_columns(imports::guessFlowColumns(m_rows)),
      m_lifts(new QComboBox),
      m_flows(new QComboBox),
      m_table(new QTableWidget),
      m_summary(new QLabel),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    setWindowTitle(tr("Flow test out of a table"));
    resize(640, 520);
    m_summary->setWordWrap(true);
    m_summary->setObjectName(QStringLiteral("flowSummary"));
    m_table->setObjectName(QStringLiteral("flowPreview"));
    m_buttons->button(QDialogButtonBox::Ok)->setText(tr("Take it"));
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    addChoices(imports::guessFlowUnits(m_rows, context.workspace.displayUnits()));
    auto* form = new QFormLayout;
    form->addRow(tr("Lifts without a unit are in"), m_lifts);
    form->addRow(tr("Flows without a unit are in"), m_flows);
    auto* column = new QVBoxLayout(this);
    column->addLayout(form);
    column->addWidget(m_table, 1);
    column->addWidget(m_summary);
    column->addWidget(m_buttons);
    reread();
}

void FlowDialog::addChoices(imports::FlowUnits guessed)
{
    const auto index = [](const units::DisplayUnits& units) { return units.system == units::System::Inch ? 1 : 0; };
    m_lifts->setObjectName(QStringLiteral("flowLiftUnit"));
    m_flows->setObjectName(QStringLiteral("flowUnit"));
    m_lifts->addItems({tr("millimetres"), tr("inches")});
    m_flows->addItems({tr("litres a second"), tr("CFM")});
    m_lifts->setCurrentIndex(index(guessed.lift));
    m_flows->setCurrentIndex(index(guessed.flow));
    for (QComboBox* box : {m_lifts, m_flows})
        connect(box, &QComboBox::currentIndexChanged, this, &FlowDialog::reread);
    const int columns = static_cast<int>(m_columns.size());
    const int first = imports::hasHeadings(m_rows) ? 1 : 0;
    m_table->setColumnCount(columns);
    m_table->setRowCount(1 + static_cast<int>(m_rows.size()) - first);
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    QStringList rows{tr("holds")};
    for (int row = first; row < static_cast<int>(m_rows.size()); ++row)
        rows << QString::number(row + 1);
    m_table->setVerticalHeaderLabels(rows);
    for (int i = 0; i < columns; ++i) {
        m_table->setHorizontalHeaderItem(
            i, new QTableWidgetItem(QString::fromStdString(imports::columnName(static_cast<std::size_t>(i)))));
        auto* kind = new QComboBox;
        for (std::size_t k = 0; k < imports::kFlowColumnCount; ++k)
            kind->addItem(app::shown(nameOf(static_cast<FlowColumn>(k))));
        kind->setCurrentIndex(static_cast<int>(m_columns[static_cast<std::size_t>(i)]));
        connect(kind, &QComboBox::currentIndexChanged, this, [this, i](int chosen) {
            m_columns[static_cast<std::size_t>(i)] = static_cast<FlowColumn>(chosen);
            reread();
        });
        m_table->setCellWidget(0, i, kind);
        m_kinds.push_back(kind);
    }
    for (int row = first; row < static_cast<int>(m_rows.size()); ++row) {
        const auto& cells = m_rows[static_cast<std::size_t>(row)];
        for (int i = 0; i < columns && i < static_cast<int>(cells.size()); ++i) {
            m_table->setItem(row - first + 1, i,
                             new QTableWidgetItem(QString::fromStdString(cells[static_cast<std::size_t>(i)])));
        }
    }
}

void FlowDialog::reread()
{
    imports::FlowUnits units{m_context.workspace.displayUnits(), m_context.workspace.displayUnits()};
    const auto chosen = [](const QComboBox* box) {
        return box->currentIndex() == 1 ? units::System::Inch : units::System::Metric;
    };
    units.lift.system = chosen(m_lifts);
    units.flow.system = chosen(m_flows);
    units.lift.own = units.flow.own = {};  // as the choices say, whatever is shown elsewhere
    m_import = imports::readFlows(m_rows, m_columns, units);
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(usable());
    showTable();
    if (!usable()) {
        QString text = tr("This table cannot be used yet:");
        constexpr std::size_t most = 5;
        for (std::size_t i = 0; i < std::min(most, m_import.troubles.size()); ++i)
            text += QStringLiteral("\n▲ %1").arg(app::shown(m_import.troubles[i].phrase()));
        return m_summary->setText(text);
    }
    const auto& workspace = m_context.workspace;
    const job::FlowPoint& last = m_import.points.back();
    m_summary->setText(tr("%1 lifts up to %2; at the last one it flows %3.")
                           .arg(m_import.points.size())
                           .arg(workspace.text(units::Kind::Length, last.lift->si()),
                                last.flow ? workspace.text(units::Kind::Flow, last.flow->si()) : tr("?")));
}

/// Marks what cannot be read where it stands.
void FlowDialog::showTable()
{
    const auto& theme = m_context.look.theme();
    const int first = static_cast<int>(m_import.firstRow);
    for (int row = 1; row < m_table->rowCount(); ++row) {
        for (int i = 0; i < m_table->columnCount(); ++i) {
            if (QTableWidgetItem* item = m_table->item(row, i)) {
                item->setForeground(theme.ink);
                item->setToolTip({});
            }
        }
    }
    for (const imports::CellTrouble& trouble : m_import.troubles) {
        QTableWidgetItem* item =
            m_table->item(static_cast<int>(trouble.row) - first + 1, static_cast<int>(trouble.column));
        if (item) {
            item->setForeground(theme.danger);
            item->setToolTip(app::shown(trouble.phrase()));
        }
    }
}

}  // namespace euryth::widgets
