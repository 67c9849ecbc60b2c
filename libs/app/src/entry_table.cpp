// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/entry_table.hpp"

#include "app/language.hpp"
#include "units/format.hpp"

namespace euryth::app {

EntryTable::EntryTable(Workspace& workspace, QObject* parent) : QAbstractTableModel(parent), m_workspace(workspace)
{
    connect(&workspace, &Workspace::unitsChanged, this, &EntryTable::valuesChanged);
}

const EntryTable::RefusedText* EntryTable::refusedAt(const QModelIndex& index) const
{
    const auto found = m_refused.find({index.row(), index.column()});
    return found == m_refused.end() ? nullptr : &found->second;
}

QVariant EntryTable::data(const QModelIndex& index, int role) const
{
    if (!hasIndex(index.row(), index.column()))
        return {};
    const FieldBinding binding = bindingAt(index);
    const bool computed = !binding.get;
    const RefusedText* refused = refusedAt(index);
    const auto known = [&] { return computed || binding.get(m_workspace.job()).has_value(); };
    switch (role) {
    case Qt::DisplayRole:
    case Qt::EditRole:
        if (refused)
            return refused->text;
        if (computed)
            return computedText(index);
        if (!known())
            return role == Qt::EditRole ? QString() : QString::fromUtf8(units::kUnknownText);
        return fieldText(binding, m_workspace.job(), m_workspace.displayUnits());
    case Qt::TextAlignmentRole: return QVariant(Qt::AlignRight | Qt::AlignVCenter);
    case Qt::ToolTipRole: return refused ? refused->reason : shown(binding.field.help());
    case RefusedRole: return refused != nullptr;
    case ReasonRole: return refused ? refused->reason : QString();
    case ComputedRole: return computed;
    case UnknownRole: return !refused && !known();
    default: return {};
    }
}

bool EntryTable::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::EditRole || !index.isValid() || !(flags(index) & Qt::ItemIsEditable))
        return false;
    const Cell cell{index.row(), index.column()};
    const QString text = value.toString();
    // The job changes inside commitAt() and everything is painted anew; the old refusal must be gone by then.
    const bool wasRefused = m_refused.erase(cell) > 0;
    const QString reason = commitAt(index, text);
    if (reason.isEmpty()) {
        if (wasRefused)
            emit dataChanged(index, index);
        emit accepted(index);
        return true;
    }
    m_refused[cell] = {text, reason};
    emit dataChanged(index, index);
    emit refused(index, reason);
    return false;
}

QString EntryTable::commitAt(const QModelIndex& index, const QString& text)
{
    return commit(m_workspace.document(), bindingAt(index), text, m_workspace.displayUnits());
}

Qt::ItemFlags EntryTable::flags(const QModelIndex& index) const
{
    if (!index.isValid() || !hasIndex(index.row(), index.column()))
        return Qt::NoItemFlags;
    const Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    return bindingAt(index).get ? flags | Qt::ItemIsEditable : flags;
}

std::pair<QString, QString> EntryTable::meaningOf(const QModelIndex& index) const
{
    if (!hasIndex(index.row(), index.column()))
        return {};
    const FieldBinding binding = bindingAt(index);
    const auto symbol = units::unitFor(binding.kind, m_workspace.displayUnits()).symbol;
    const QString heading = headerData(index.column(), Qt::Horizontal, Qt::DisplayRole).toString().simplified();
    return {heading.isEmpty() ? binding.label : heading,
            binding.get ? QString::fromUtf8(symbol.data(), static_cast<qsizetype>(symbol.size())) : QString()};
}

void EntryTable::dismiss(const QModelIndex& index)
{
    if (m_refused.erase({index.row(), index.column()}) > 0)
        emit dataChanged(index, index);
}

void EntryTable::resetAll()
{
    beginResetModel();
    m_refused.clear();
    endResetModel();
}

void EntryTable::valuesChanged()
{
    if (rowCount({}) > 0 && columnCount({}) > 0)
        emit dataChanged(index(0, 0), index(rowCount({}) - 1, columnCount({}) - 1));
    emit headerDataChanged(Qt::Horizontal, 0, std::max(columnCount({}) - 1, 0));
}

}  // namespace euryth::app
