// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/book_dialogs.hpp"

#include <cmath>

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace euryth::widgets {

namespace {

/// Behind the sheets come the tables.
constexpr int kFirstTable = static_cast<int>(paper::kBookSheets.size());

}  // namespace

BookDialog::BookDialog(QWidget* parent)
    : QDialog(parent),
      m_sheet(new QComboBox),
      m_customer(new QCheckBox(tr("With the customer's name and &reach")))
{
    setObjectName(QStringLiteral("bookDialog"));
    setWindowTitle(tr("Sheets of the book"));
    auto* column = new QVBoxLayout(this);
    m_sheet->setObjectName(QStringLiteral("bookSheet"));
    m_sheet->setAccessibleName(tr("Sheet"));
    m_sheet->addItems({tr("Customer's sheet: what was done, and what was left alone"),
                       tr("Job card for the bench, with a code"), tr("Quotation"), tr("Hours"), tr("Label"),
                       tr("Hours as a table (CSV)"), tr("Flow tests as a table (CSV)"),
                       tr("Probe sets as a table (CSV)")});
    column->addWidget(m_sheet);
    m_customer->setObjectName(QStringLiteral("bookWithCustomer"));
    column->addWidget(m_customer);
    const auto part = [&](const QString& text, bool paper::CustomerParts::*member) {
        auto* box = new QCheckBox(text);
        box->setChecked(true);
        m_parts.emplace_back(box, member);
        column->addWidget(box);
    };
    using C = paper::CustomerParts;
    part(tr("&What came and how it was found"), &C::came);
    part(tr("What was &done"), &C::done);
    part(tr("&Flow before and after"), &C::numbers);
    part(tr("&Seats, seals, chambers"), &C::seats);
    part(tr("&Pictures"), &C::pictures);
    part(tr("What was &left alone, and why"), &C::leftAlone);
    part(tr("For the &next owner"), &C::cautions);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Choose the file…"));
    m_print = buttons->addButton(tr("P&rint…"), QDialogButtonBox::AcceptRole);
    connect(m_print, &QPushButton::clicked, this, [this] { m_printed = true; });
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    connect(m_sheet, &QComboBox::currentIndexChanged, this, &BookDialog::follow);
    follow();
}

void BookDialog::follow()
{
    const int sheet = m_sheet->currentIndex();
    const bool customers = sheet == static_cast<int>(paper::BookSheet::Customer);
    for (const auto& [box, member] : m_parts)
        box->setEnabled(customers);
    m_customer->setEnabled(!customers && sheet < kFirstTable);
    m_print->setEnabled(sheet < kFirstTable);
}

BookRequest BookDialog::request() const
{
    BookRequest request;
    const int sheet = m_sheet->currentIndex();
    request.print = m_printed;
    if (sheet >= kFirstTable)
        request.table = paper::kJobTables.at(static_cast<std::size_t>(sheet - kFirstTable));
    else
        request.sheet = static_cast<paper::BookSheet>(sheet);
    request.withCustomer = m_customer->isEnabled() && m_customer->isChecked();
    for (const auto& [box, member] : m_parts)
        request.parts.*member = box->isChecked();
    return request;
}

EarlierDialog::EarlierDialog(const std::vector<EarlierVersion>& versions, QWidget* parent)
    : QDialog(parent),
      m_versions(versions),
      m_list(new QListWidget),
      m_changes(new QPlainTextEdit)
{
    setObjectName(QStringLiteral("earlierDialog"));
    setWindowTitle(tr("Earlier versions"));
    auto* column = new QVBoxLayout(this);
    column->addWidget(new WrapLabel(tr("What is different in the job as it is now:")));
    auto* row = new QHBoxLayout;
    m_list->setObjectName(QStringLiteral("earlierVersions"));
    for (const EarlierVersion& version : m_versions)
        m_list->addItem(version.when);
    m_changes->setReadOnly(true);
    m_changes->setObjectName(QStringLiteral("earlierChanges"));
    row->addWidget(m_list, 2);
    row->addWidget(m_changes, 3);
    column->addLayout(row);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    buttons->button(QDialogButtonBox::Ok)->setText(tr("Bring it back"));
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(buttons);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int) {
        const auto& changes = m_versions[chosen()].changes;
        m_changes->setPlainText(changes.isEmpty() ? tr("nothing") : changes.join(QLatin1Char('\n')));
    });
    m_list->setCurrentRow(0);
    resize(620, 380);
}

std::size_t EarlierDialog::chosen() const { return static_cast<std::size_t>(std::max(0, m_list->currentRow())); }

std::optional<double> askLongWatch(QWidget* parent, double hours)
{
    QDialog dialog(parent);
    dialog.setObjectName(QStringLiteral("longWatchDialog"));
    dialog.setWindowTitle(QDialog::tr("The clock has run for long"));
    auto* column = new QVBoxLayout(&dialog);
    auto* text = new WrapLabel(QDialog::tr("It shows %1 hours. How many of them were worked?").arg(hours, 0, 'f', 1));
    text->setWordWrap(true);
    column->addWidget(text);
    auto* counted = new QDoubleSpinBox;
    counted->setObjectName(QStringLiteral("watchCounted"));
    counted->setRange(0.0, std::floor(hours * 100.0) / 100.0);
    counted->setDecimals(2);
    counted->setSingleStep(0.25);
    counted->setSuffix(QDialog::tr(" h"));
    counted->setValue(hours);
    column->addWidget(counted);
    counted->setFocus();
    counted->selectAll();  // what is typed takes its place
    auto* buttons = new QDialogButtonBox;
    auto* count = buttons->addButton(QDialog::tr("Count them, stop"), QDialogButtonBox::AcceptRole);
    count->setDefault(true);
    buttons->addButton(QDialog::tr("Let it run"), QDialogButtonBox::RejectRole);
    QObject::connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    QObject::connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    column->addWidget(buttons);
    if (dialog.exec() != QDialog::Accepted)
        return std::nullopt;
    return counted->value();
}

}  // namespace euryth::widgets
