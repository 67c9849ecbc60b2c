// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/entry_view.hpp"

#include <QClipboard>
#include <QGuiApplication>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>
#include <QPointer>
#include <QStyledItemDelegate>

namespace euryth::widgets {

namespace {

using app::EntryTable;

constexpr int kBigPixels = 20;
constexpr int kRowHeight = 26;
constexpr int kBigRowHeight = 38;

/// Paints a cell by what is known about it; the editor is a plain line.
class EntryDelegate : public QStyledItemDelegate {
public:
    EntryDelegate(Context context, EntryView& view) : QStyledItemDelegate(&view), m_context(context), m_view(view) {}

    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const drawing::Theme& theme = m_context.look.theme();
        const auto* view = qobject_cast<const EntryView*>(option.widget);
        const bool current = view && view->currentIndex() == index;
        const bool row = view && view->currentIndex().row() == index.row();
        const bool refused = index.data(EntryTable::RefusedRole).toBool();
        const bool selected = option.state & QStyle::State_Selected;
        painter->save();
        painter->fillRect(option.rect, selected || row ? theme.nowSoft : theme.field);
        const bool quiet =
            index.data(EntryTable::ComputedRole).toBool() || index.data(EntryTable::UnknownRole).toBool();
        painter->setPen(refused ? theme.danger : quiet && !row ? theme.ink2 : theme.ink);
        painter->setFont(drawing::font(pixels(), refused || current));
        const QString text = index.data(Qt::DisplayRole).toString();
        painter->drawText(option.rect.adjusted(4, 0, -6, 0), Qt::AlignRight | Qt::AlignVCenter,
                          refused ? QStringLiteral("▲ ") + text : text);
        if (current || refused) {
            painter->setPen(QPen(refused ? theme.danger : theme.now, 2));
            painter->drawRect(option.rect.adjusted(1, 1, -2, -2));
        }
        painter->restore();
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem&, const QModelIndex&) const override
    {
        auto* edit = new QLineEdit(parent);
        edit->setObjectName(QStringLiteral("cellEditor"));
        edit->setAlignment(Qt::AlignRight);
        edit->setFont(drawing::font(pixels()));
        QObject::connect(edit, &QLineEdit::textChanged, &m_view, &EntryView::handMoved);
        return edit;
    }
    void setEditorData(QWidget* editor, const QModelIndex& index) const override
    {
        auto* edit = static_cast<QLineEdit*>(editor);
        edit->setText(index.data(Qt::EditRole).toString());
        edit->selectAll();
    }
    void setModelData(QWidget* editor, QAbstractItemModel* model, const QModelIndex& index) const override
    {
        model->setData(index, static_cast<QLineEdit*>(editor)->text(), Qt::EditRole);
    }

protected:
    /// Enters at once. Qt would do it by a queued call, and keys that came while the window was busy would go into the
    /// cell that the hand has left.
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        auto* editor = qobject_cast<QWidget*>(watched);
        if (editor && event->type() == QEvent::KeyPress) {
            switch (static_cast<QKeyEvent*>(event)->key()) {
            case Qt::Key_Return:
            case Qt::Key_Enter: return leave(editor, SubmitModelCache);
            case Qt::Key_Tab: return leave(editor, EditNextItem);
            case Qt::Key_Backtab: return leave(editor, EditPreviousItem);
            default: break;
            }
        }
        return QStyledItemDelegate::eventFilter(watched, event);
    }

private:
    bool leave(QWidget* editor, EndEditHint hint)
    {
        const QPointer<QWidget> alive(editor);
        emit commitData(editor);
        if (alive)  // a change of the table's rows closes it by itself
            emit closeEditor(editor, hint);
        return true;
    }

    [[nodiscard]] int pixels() const { return m_context.look.bigDigits() ? kBigPixels : drawing::text::kNormal; }

    Context m_context;
    EntryView& m_view;
};

}  // namespace

EntryView::EntryView(Context context, EntryTable& table, MessageLine& messages, QWidget* parent)
    : QTableView(parent),
      m_context(context),
      m_table(table),
      m_messages(messages)
{
    setModel(&table);
    setItemDelegate(new EntryDelegate(context, *this));
    setSelectionMode(ContiguousSelection);
    setEditTriggers(AnyKeyPressed | DoubleClicked | EditKeyPressed);
    setTabKeyNavigation(false);
    setHorizontalScrollMode(ScrollPerPixel);
    verticalHeader()->setMinimumSectionSize(22);
    horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    horizontalHeader()->setHighlightSections(false);
    verticalHeader()->setHighlightSections(false);
    horizontalHeader()->setFont(drawing::font(drawing::text::kSecond));
    verticalHeader()->setFont(drawing::font(drawing::text::kSecond));
    connect(&context.workspace, &app::Workspace::refreshed, this, &EntryView::followChoice);
    connect(&context.look, &Look::changed, this, &EntryView::followLook);
    followLook();
    connect(&table, &EntryTable::refused, this, &EntryView::showMessage);
    connect(&table, &EntryTable::accepted, this, [this](const QModelIndex& index) { showMessage(index); });
    followChoice();
}

void EntryView::followLook()
{
    verticalHeader()->setDefaultSectionSize(m_context.look.bigDigits() ? kBigRowHeight : kRowHeight);
    viewport()->update();
}

QString EntryView::textInHand() const
{
    const auto* editor = findChild<QLineEdit*>(QStringLiteral("cellEditor"));
    return state() == EditingState && editor ? editor->text() : currentIndex().data(Qt::DisplayRole).toString();
}

void EntryView::repeatAbove()
{
    const QModelIndex index = currentIndex();
    if (index.row() < 1 || !(m_table.flags(index) & Qt::ItemIsEditable))
        return;
    const QString above = index.siblingAtRow(index.row() - 1).data(Qt::EditRole).toString();
    if (m_table.setData(index, above, Qt::EditRole))
        setCurrentIndex(nextCell(index));
}

void EntryView::followChoice()
{
    viewport()->update();
    const auto chosen = m_table.chosen();
    if (!chosen || state() == EditingState)
        return;
    const bool keepsColumn = currentIndex().isValid() && m_table.columnCount({}) > 1 && !m_table.choosesColumn();
    const QModelIndex target = keepsColumn ? chosen->siblingAtColumn(currentIndex().column()) : *chosen;
    if (target == currentIndex())
        return;
    m_following = true;
    setCurrentIndex(target);
    m_following = false;
}

void EntryView::currentChanged(const QModelIndex& current, const QModelIndex& previous)
{
    QTableView::currentChanged(current, previous);
    viewport()->update();
    showMessage(current);
    if (!m_following)
        m_table.choose(current);
    emit handMoved();
}

void EntryView::showMessage(const QModelIndex& index)
{
    if (index.isValid() && index.data(EntryTable::RefusedRole).toBool())
        m_messages.showError(index.data(EntryTable::ReasonRole).toString());
    else
        m_messages.clearError();
}

QModelIndex EntryView::nextCell(const QModelIndex& index) const
{
    const int columns = m_table.columnCount({});
    if (m_table.goesDown())
        return index.row() + 1 < m_table.rowCount({}) ? index.siblingAtRow(index.row() + 1) : index;
    const int cells = m_table.rowCount({}) * columns;
    for (int at = index.row() * columns + index.column() + 1; at < cells; ++at) {
        const QModelIndex next = m_table.index(at / columns, at % columns);
        if (m_table.flags(next) & Qt::ItemIsEditable)
            return next;
    }
    return index;
}

void EntryView::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint)
{
    const bool entered = hint == QAbstractItemDelegate::SubmitModelCache;
    const bool tabbed = hint == QAbstractItemDelegate::EditNextItem;
    const QModelIndex index = currentIndex();
    QTableView::closeEditor(editor, QAbstractItemDelegate::NoHint);
    setFocus();
    if ((entered || tabbed) && !index.data(EntryTable::RefusedRole).toBool())
        setCurrentIndex(nextCell(index));
    else if (hint == QAbstractItemDelegate::EditPreviousItem)
        moveCursor(MovePrevious, Qt::NoModifier);
}

void EntryView::keyPressEvent(QKeyEvent* event)
{
    const QModelIndex index = currentIndex();
    // The editor hands its Return on to us as well; closeEditor() is what moves the hand then.
    if (state() == EditingState)
        return;
    if (event->matches(QKeySequence::Copy))
        return copySelection();
    if (event->matches(QKeySequence::Paste))
        return pasteFromClipboard();
    switch (event->key()) {
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (index.data(EntryTable::RefusedRole).toBool())
            edit(index);
        else
            setCurrentIndex(nextCell(index));
        return;
    case Qt::Key_Delete: return clearSelected();
    case Qt::Key_Asterisk: return repeatAbove();
    case Qt::Key_Escape:
        m_table.dismiss(index);
        showMessage(index);
        return;
    default: QTableView::keyPressEvent(event);
    }
}

void EntryView::clearSelected()
{
    const app::Document::Transaction oneStep(m_context.workspace.document());
    for (const QModelIndex& index : selectionModel()->selectedIndexes()) {
        if (m_table.flags(index) & Qt::ItemIsEditable)
            m_table.setData(index, QString(), Qt::EditRole);
    }
}

bool EntryView::enter(const QString& text)
{
    const QModelIndex at = currentIndex();
    if (!at.isValid() || !model()->setData(at, text, Qt::EditRole))
        return false;
    setCurrentIndex(nextCell(at));
    return true;
}

void EntryView::copySelection() const
{
    const QItemSelection selection = selectionModel()->selection();
    if (selection.isEmpty())
        return;
    const QItemSelectionRange range = selection.first();
    QString text;
    for (int row = range.top(); row <= range.bottom(); ++row) {
        for (int column = range.left(); column <= range.right(); ++column) {
            text += column > range.left() ? QStringLiteral("\t") : QString();
            text += m_table.index(row, column).data(Qt::EditRole).toString();
        }
        text += QLatin1Char('\n');
    }
    QGuiApplication::clipboard()->setText(text);
}

void EntryView::pasteFromClipboard()
{
    const QModelIndex start = currentIndex();
    if (!start.isValid())
        return;
    const app::Document::Transaction oneStep(m_context.workspace.document());
    QString text = QGuiApplication::clipboard()->text();
    text.remove(QLatin1Char('\r'));
    while (text.endsWith(QLatin1Char('\n')))
        text.chop(1);
    const QStringList rows = text.split(QLatin1Char('\n'));
    QStringList leftOver;
    int refusals = 0;
    for (int r = 0; r < rows.size(); ++r) {
        const QStringList cells = rows[r].split(QLatin1Char('\t'));
        for (int c = 0; c < cells.size(); ++c) {
            const QModelIndex target = m_table.index(start.row() + r, start.column() + c);
            if (!target.isValid())
                leftOver << cells[c];
            else if ((m_table.flags(target) & Qt::ItemIsEditable) && !m_table.setData(target, cells[c], Qt::EditRole))
                ++refusals;
        }
    }
    if (!leftOver.isEmpty())
        m_messages.showError(tr("the table ends before what was pasted does; left out: %1")
                                 .arg(leftOver.join(QStringLiteral(", ")).left(80)));
    else if (refusals > 0)
        m_messages.showError(
            tr("some of what was pasted cannot be read and is marked in the table (%1)").arg(refusals));
}

}  // namespace euryth::widgets
