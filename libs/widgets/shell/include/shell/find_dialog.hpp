// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include <QDialog>

class QLineEdit;
class QListWidget;

namespace euryth::widgets {

class MainWindow;

/// Something that can be gone to, or done, by its name.
struct FindItem {
    QString name;
    QString kind;  ///< "port", "station", "view", "call", "command", "field", "handbook"
    std::function<void()> go;
    bool comesLast = false;  ///< whatever its name begins with
};

/// All that the window has: its ports, the stations and calls of the chosen one, views, commands that can be used now,
/// fields, headings of the handbook.
std::vector<FindItem> everythingIn(MainWindow& window);

/// Type some letters of it, Enter goes there. All words typed have to be in the name, or its kind.
class FindDialog : public QDialog {
    Q_OBJECT

public:
    FindDialog(std::vector<FindItem> items, QWidget* parent);
    /// What was chosen; null where nothing was.
    [[nodiscard]] const FindItem* chosen() const { return m_chosen; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter();
    void take();

    std::vector<FindItem> m_items;
    std::vector<const FindItem*> m_shown;
    const FindItem* m_chosen = nullptr;
    QLineEdit* m_words;
    QListWidget* m_list;
};

}  // namespace euryth::widgets
