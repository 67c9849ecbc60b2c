// SPDX-License-Identifier: GPL-3.0-or-later
#include "operation_table.hpp"

#include <array>

#include <QHeaderView>
#include <QKeyEvent>

#include "app/work_edits.hpp"
#include "kit/parts.hpp"
#include "units/format.hpp"

namespace euryth::widgets {

QString hoursShown(const app::Workspace& w, std::optional<double> hours)
{
    return hours ? w.number(units::Kind::Number, *hours) : QString::fromUtf8(units::kUnknownText);
}

namespace {

QString markOf(const work::OperationNow& now)
{
    using S = job::OperationState;
    return now.state == S::Done      ? QStringLiteral("✓")
           : now.state == S::LeftOut ? QStringLiteral("–")
           : !now.waitsFor.empty()   ? QStringLiteral("▲")
           : now.state == S::Begun   ? QStringLiteral("◐")
                                     : QStringLiteral("○");
}

QString tipOf(const job::Operation& operation, const work::OperationNow& now)
{
    QStringList lines;
    if (now.byWork)
        lines << OperationTable::tr("As the other stages show it.");
    for (const std::string& part : now.waitsFor)
        lines << OperationTable::tr("Waits for %1.").arg(QString::fromStdString(part));
    if (!operation.note.empty())
        lines << QString::fromStdString(operation.note);
    return lines.join(QLatin1Char('\n'));
}

}  // namespace

OperationTable::OperationTable(Context context, std::function<void(int)> chosen)
    : m_context(context),
      m_chosen(std::move(chosen))
{
    setObjectName(QStringLiteral("operations"));
    setEditTriggers(NoEditTriggers);
    setSelectionBehavior(SelectRows);
    setSelectionMode(SingleSelection);
    setTabKeyNavigation(false);
    setWordWrap(false);
    setColumnCount(6);
    setHorizontalHeaderLabels({QString(), tr("operation"), tr("who"), tr("plan, h"), tr("spent, h"), tr("left, h")});
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

void OperationTable::fill(std::size_t chosen)
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

void OperationTable::keyPressEvent(QKeyEvent* event)
{
    app::Workspace& w = m_context.workspace;
    const auto row = static_cast<std::size_t>(currentRow());
    if (row >= w.job().work.operations.size())
        return QTableWidget::keyPressEvent(event);
    const std::string today = work::textOf(m_context.session.shop().today());
    if (event->key() == Qt::Key_Delete)
        return app::setOperationState(w, row, std::nullopt, today);
    if (event->key() != Qt::Key_Space)
        return QTableWidget::keyPressEvent(event);
    const auto now = work::operationsNow(w.job())[row];
    if (now.state != job::OperationState::Done)
        return app::setOperationState(w, row, job::OperationState::Done, today);
    // A tick that somebody has made is taken away; one that the other stages make is contradicted.
    app::setOperationState(w, row, now.byWork ? std::optional(job::OperationState::Open) : std::nullopt, today);
}

void OperationTable::fillRow(int row, const job::Operation& operation, const work::OperationNow& now, bool next)
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
    auto* state = put(0, markOf(now), Qt::AlignHCenter);
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

}  // namespace euryth::widgets
