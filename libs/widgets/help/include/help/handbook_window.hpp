// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

#include "help/handbook.hpp"
#include "kit/prompts.hpp"

class QLineEdit;
class QListWidget;

namespace euryth::widgets {

class HandbookBrowser;

/// The handbook beside the work: its headings at the left, or what was found; the chapter at the right. It needs
/// nothing but itself, and can be printed.
class HandbookWindow : public QDialog {
    Q_OBJECT

public:
    HandbookWindow(const Handbook& book, const Prompts& prompts, QWidget* parent);
    void goTo(HandbookPlace place);
    [[nodiscard]] HandbookPlace place() const { return m_place; }

private:
    void fillList();
    void follow(const QUrl& link);
    void print();

    const Handbook& m_book;
    const Prompts& m_prompts;
    QLineEdit* m_words;
    QListWidget* m_list;
    HandbookBrowser* m_text;
    std::vector<HandbookPlace> m_listed;
    HandbookPlace m_place;
    std::optional<std::size_t> m_shown;  ///< chapter
};

}  // namespace euryth::widgets
