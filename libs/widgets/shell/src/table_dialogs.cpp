// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/table_dialogs.hpp"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/language.hpp"
#include "kit/parts.hpp"
#include "units/parse.hpp"

namespace euryth::widgets {

namespace {

/// More rows than a preview needs are read all the same.
constexpr int kShownRows = 500;

int inchSecond(const units::DisplayUnits& units) { return units.system == units::System::Inch ? 1 : 0; }

}  // namespace

TableDialog::TableDialog(Context context, const QString& table, const char* name, QWidget* parent)
    : QDialog(parent),
      m_context(context),
      m_rows(imports::splitTable(table.toStdString())),
      m_form(new QFormLayout),
      m_table(new QTableWidget),
      m_summary(new WrapLabel),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel))
{
    const QString prefix = QString::fromLatin1(name);
    setObjectName(prefix + QStringLiteral("Dialog"));
    m_summary->setObjectName(prefix + QStringLiteral("Summary"));
    m_table->setObjectName(prefix + QStringLiteral("Preview"));
    m_table->setAccessibleName(tr("The table, and what its columns hold"));
    resize(760, 520);
}

QComboBox* TableDialog::addChoice(const QString& label, const char* name, const QStringList& options, int chosen)
{
    auto* box = new QComboBox;
    box->setObjectName(QString::fromLatin1(name));
    box->addItems(options);
    box->setCurrentIndex(chosen);
    m_form->addRow(label, box);
    connect(box, &QComboBox::currentIndexChanged, this, &TableDialog::reread);
    return box;
}

QComboBox* TableDialog::addLengthUnit(const char* name)
{
    return addChoice(tr("Lengths without a unit are in"), name, {tr("millimetres"), tr("inches")},
                     inchSecond(m_context.workspace.displayUnits()));
}

QLineEdit* TableDialog::addField(const QString& label, const char* name, const QString& placeholder)
{
    auto* field = new QLineEdit;
    field->setObjectName(QString::fromLatin1(name));
    field->setPlaceholderText(placeholder);
    m_form->addRow(label, field);
    connect(field, &QLineEdit::textChanged, this, &TableDialog::reread);
    return field;
}

units::DisplayUnits TableDialog::unitsOf(const QComboBox* inchSecond) const
{
    units::DisplayUnits units = m_context.workspace.displayUnits();
    units.system = inchSecond->currentIndex() == 1 ? units::System::Inch : units::System::Metric;
    units.own = {};  // as the choice says, whatever is shown elsewhere
    return units;
}

std::vector<int> TableDialog::chosenColumns() const
{
    std::vector<int> chosen;
    for (const QComboBox* kind : m_kinds)
        chosen.push_back(kind->currentIndex());
    return chosen;
}

QString TableDialog::shownName(const Phrase& phrase) { return app::shown(phrase); }

void TableDialog::layOut(const QString& accept, const QStringList& names, const std::vector<int>& guess)
{
    m_buttons->button(QDialogButtonBox::Ok)->setText(accept);
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    const int rows = std::min(static_cast<int>(m_rows.size()), kShownRows);
    m_table->setColumnCount(static_cast<int>(guess.size()));
    m_table->setRowCount(rows + 1);
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    QStringList letters;
    QStringList numbers{tr("is")};
    for (std::size_t c = 0; c < guess.size(); ++c) {
        letters << QString::fromStdString(imports::columnName(c));
        auto* kind = new QComboBox;
        kind->addItems(names);
        kind->setCurrentIndex(guess[c]);
        kind->setAccessibleName(tr("What column %1 holds").arg(letters.back()));
        const auto fit = [this, kind, c = static_cast<int>(c)] {
            constexpr int least = 110;
            constexpr int arrow = 48;  // and margins
            m_table->setColumnWidth(
                c, std::max(least, kind->fontMetrics().horizontalAdvance(kind->currentText()) + arrow));
        };
        connect(kind, &QComboBox::currentIndexChanged, this, fit);
        connect(kind, &QComboBox::currentIndexChanged, this, &TableDialog::reread);
        m_table->setCellWidget(0, static_cast<int>(c), kind);
        fit();
        m_kinds.push_back(kind);
    }
    for (int r = 0; r < rows; ++r) {
        numbers << QString::number(r + 1);
        const imports::Row& cells = m_rows[static_cast<std::size_t>(r)];
        for (std::size_t c = 0; c < cells.size(); ++c)
            m_table->setItem(r + 1, static_cast<int>(c), new QTableWidgetItem(QString::fromStdString(cells[c])));
    }
    m_table->setHorizontalHeaderLabels(letters);
    m_table->setVerticalHeaderLabels(numbers);
    m_summary->setWordWrap(true);
    auto* column = new QVBoxLayout(this);
    column->addLayout(m_form);
    column->addWidget(m_table, 1);
    if (std::ssize(m_rows) > rows)
        column->addWidget(quietLabel(tr("The first %1 of %2 rows are shown.").arg(rows).arg(m_rows.size())));
    column->addWidget(m_summary);
    column->addWidget(m_buttons);
    reread();
}

void TableDialog::markTroubles(const std::vector<imports::CellTrouble>& troubles)
{
    const auto& theme = m_context.look.theme();
    for (int r = 1; r < m_table->rowCount(); ++r) {
        for (int c = 0; c < m_table->columnCount(); ++c) {
            if (QTableWidgetItem* item = m_table->item(r, c)) {
                item->setForeground(theme.ink);
                item->setToolTip({});
            }
        }
    }
    for (const imports::CellTrouble& trouble : troubles) {
        QTableWidgetItem* item = m_table->item(static_cast<int>(trouble.row) + 1, static_cast<int>(trouble.column));
        if (item) {
            item->setForeground(theme.danger);
            item->setToolTip(app::shown(trouble.text));
        }
    }
}

void TableDialog::reread()
{
    const Read came = read();
    m_usable = came.usable;
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(m_usable);
    markTroubles(*came.troubles);
    QString summary = came.summary;
    constexpr std::size_t most = 4;
    for (std::size_t i = 0; i < std::min(most, came.troubles->size()); ++i)
        summary += QStringLiteral("\n▲ ") + app::shown((*came.troubles)[i].phrase());
    m_summary->setText(summary);
    setTone(m_summary, came.troubles->empty() ? Tone::Plain : Tone::Danger);
}

StationTableDialog::StationTableDialog(Context context, const QString& table, QWidget* parent)
    : TableDialog(context, table, "import", parent),
      m_units(addLengthUnit("importUnits"))
{
    setWindowTitle(tr("Stations out of a table"));
    begin(tr("Take these stations"), imports::guessColumns(rows()), imports::kStationColumnCount);
}

TableDialog::Read StationTableDialog::read()
{
    m_import = imports::readStations(rows(), columns<imports::StationColumn>(), unitsOf(m_units));
    QString summary = tr("%1 stations can be read.").arg(m_import.stations.size());
    if (!m_import.troubles.empty())
        summary += tr(" Cells that cannot: %1. Their rows are left out:").arg(m_import.troubles.size());
    return {&m_import.troubles, summary, !m_import.stations.empty()};
}

TouchTableDialog::TouchTableDialog(Context context, const QString& table, QWidget* parent)
    : TableDialog(context, table, "touch", parent),
      m_units(addLengthUnit("touchUnits")),
      m_ball(addField(tr("Diameter of the probe's ball"), "touchBall", tr("none: the points are of the wall itself")))
{
    setWindowTitle(tr("Sections by the points of a touch probe"));
    begin(tr("Take these sections"), imports::guessTouchColumns(rows()), imports::kTouchColumnCount);
}

TableDialog::Read TouchTableDialog::read()
{
    const auto units = unitsOf(m_units);
    const QString typed = m_ball->text().trimmed();
    const auto ball = typed.isEmpty() ? 0.0 : units::parseSi(typed.toStdString(), units::Kind::Length, units);
    constexpr double largest = 0.02;  // m
    if (!ball || !(*ball >= 0.0 && *ball <= largest)) {
        m_import = {};
        return {&m_import.troubles, ball ? tr("A probe's ball is 0 to 20 mm wide.") : app::shown(ball.error().message),
                false};
    }
    m_import = imports::readTouch(rows(), columns<imports::TouchColumn>(), units, Length::fromSi(*ball));
    if (!m_import.troubles.empty())
        return {&m_import.troubles, tr("These points cannot be used yet:"), false};
    const auto& workspace = context().workspace;
    const bool placed = m_import.stations.front().pose.complete().has_value();
    const QString summary =
        tr("%1 sections, %2 from the first to the last, %3 to %4.")
            .arg(m_import.stations.size())
            .arg(workspace.text(units::Kind::Position, (m_import.stations.back().s - m_import.stations.front().s).si()),
                 workspace.text(units::Kind::Area, job::area(m_import.stations.front().section).si()),
                 workspace.text(units::Kind::Area, job::area(m_import.stations.back().section).si()));
    return {&m_import.troubles,
            summary + QLatin1Char(' ') +
                (placed ? tr("With their places in the head; the first is the window.")
                        : tr("Their places in the head stay unknown.")),
            true};
}

FlowTableDialog::FlowTableDialog(Context context, const QString& table, QWidget* parent)
    : TableDialog(context, table, "flow", parent)
{
    const auto guessed = imports::guessFlowUnits(rows(), context.workspace.displayUnits());
    m_lifts = addChoice(tr("Lifts without a unit are in"), "flowLiftUnit", {tr("millimetres"), tr("inches")},
                        inchSecond(guessed.lift));
    m_flows = addChoice(tr("Flows without a unit are in"), "flowUnit", {tr("litres a second"), tr("CFM")},
                        inchSecond(guessed.flow));
    setWindowTitle(tr("Flow test out of a table"));
    begin(tr("Take it"), imports::guessFlowColumns(rows()), imports::kFlowColumnCount);
}

TableDialog::Read FlowTableDialog::read()
{
    m_import = imports::readFlows(rows(), columns<imports::FlowColumn>(), {unitsOf(m_lifts), unitsOf(m_flows)});
    if (!m_import.troubles.empty() || m_import.points.empty())
        return {&m_import.troubles, tr("This table cannot be used yet:"), false};
    const auto& workspace = context().workspace;
    const job::FlowPoint& last = m_import.points.back();
    return {&m_import.troubles,
            tr("%1 lifts up to %2; at the last one it flows %3.")
                .arg(m_import.points.size())
                .arg(workspace.text(units::Kind::Length, last.lift->si()),
                     last.flow ? workspace.text(units::Kind::Flow, last.flow->si()) : tr("?")),
            true};
}

ProbeTableDialog::ProbeTableDialog(Context context, const QString& table, QWidget* parent)
    : TableDialog(context, table, "probes", parent),
      m_units(addChoice(tr("Numbers without a unit are"), "probesUnits", {tr("metric"), tr("in inches and feet")},
                        inchSecond(context.workspace.displayUnits())))
{
    setWindowTitle(tr("Probe sets out of a table"));
    begin(tr("Add these sets"), imports::guessProbeColumns(rows()), imports::kProbeColumnCount);
}

TableDialog::Read ProbeTableDialog::read()
{
    m_import = imports::readProbes(rows(), columns<imports::ProbeColumn>(), unitsOf(m_units));
    m_sets.clear();
    const job::Port* port = context().workspace.port();
    std::size_t readings = 0;
    for (const job::ProbeSet& set : m_import.sets) {
        if (!port || !job::stationNear(*port, *set.stationS))
            continue;
        readings += set.readings.size();
        m_sets.push_back(set);
    }
    QString summary = m_sets.size() == 1 ? tr("One set with %1 readings.").arg(readings)
                                         : tr("%1 sets with %2 readings.").arg(m_sets.size()).arg(readings);
    if (const std::size_t elsewhere = m_import.sets.size() - m_sets.size())
        summary += tr(" %1 more lie where the chosen port has no station, and are left out.").arg(elsewhere);
    if (!m_import.troubles.empty())
        summary += tr(" Cells that cannot be read: %1. Their rows are left out:").arg(m_import.troubles.size());
    return {&m_import.troubles, summary, !m_sets.empty()};
}

}  // namespace euryth::widgets
