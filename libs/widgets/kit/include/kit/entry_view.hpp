// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableView>

#include "app/entry_table.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

/// The view of an EntryTable: Enter goes where the hand goes next, typing starts at once, Delete makes unknown, Escape
/// takes a refused text back, and tables go to and come from spreadsheets through the clipboard.
class EntryView : public QTableView {
    Q_OBJECT

public:
    EntryView(Context context, app::EntryTable& table, MessageLine& messages, QWidget* parent = nullptr);

    /// The cell to which Enter goes from `index`: the next one that can be typed, row by row.
    [[nodiscard]] QModelIndex nextCell(const QModelIndex& index) const;
    /// As if the text were typed into the current cell and Enter pressed; false where it was refused.
    bool enter(const QString& text);
    void copySelection() const;
    /// Puts the clipboard's rows and columns into the cells from the current one on; cells that refuse keep their text.
    void pasteFromClipboard();
    /// Makes what is chosen unknown, as one undo step.
    void clearSelected();
    /// Puts the value of the cell above into the current one, and goes on.
    void repeatAbove();
    /// What the current cell shows, or what is being typed into it.
    [[nodiscard]] QString textInHand() const;

signals:
    /// Another cell is current, or its text is another one.
    void handMoved();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;

private:
    void followChoice();
    void showMessage(const QModelIndex& index);
    void followLook();

    Context m_context;
    app::EntryTable& m_table;
    MessageLine& m_messages;
    bool m_following = false;
};

}  // namespace euryth::widgets
