// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/handbook_window.hpp"

#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPagedPaintDevice>
#include <QPushButton>
#include <QShortcut>
#include <QTextDocument>
#include <QTimer>

#include "handbook_browser.hpp"
#include "kit/parts.hpp"

namespace euryth::widgets {

HandbookWindow::HandbookWindow(const Handbook& book, const Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      m_book(book),
      m_prompts(prompts),
      m_words(new QLineEdit),
      m_list(new QListWidget),
      m_text(new HandbookBrowser)
{
    setObjectName(QStringLiteral("handbook"));
    setWindowTitle(tr("Handbook"));
    setWindowFlag(Qt::WindowMaximizeButtonHint);
    resize(940, 640);
    m_words->setObjectName(QStringLiteral("handbookWords"));
    m_words->setPlaceholderText(tr("Find in the handbook (Ctrl+F)"));
    m_words->setAccessibleName(m_words->placeholderText());
    m_words->setClearButtonEnabled(true);
    m_list->setObjectName(QStringLiteral("handbookList"));
    m_list->setAccessibleName(tr("Headings"));
    auto* left = new QVBoxLayout;
    left->addWidget(m_words);
    left->addWidget(m_list, 1);
    auto* printIt = new QPushButton(tr("Print this chapter…"));
    printIt->setObjectName(QStringLiteral("handbookPrint"));
    left->addWidget(printIt);
    auto* row = new QHBoxLayout(this);
    row->addLayout(left, 2);
    row->addWidget(m_text, 5);
    for (QPushButton* button : findChildren<QPushButton*>())
        button->setAutoDefault(false);  // Enter belongs to the search
    connect(m_words, &QLineEdit::textChanged, this, &HandbookWindow::fillList);
    connect(m_words, &QLineEdit::returnPressed, this, [this] { m_list->setFocus(); });
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int at) {
        if (at >= 0)
            goTo(m_listed[static_cast<std::size_t>(at)]);
    });
    connect(m_text, &QTextBrowser::anchorClicked, this, &HandbookWindow::follow);
    connect(printIt, &QPushButton::clicked, this, &HandbookWindow::print);
    auto* find = new QShortcut(QKeySequence::Find, this);
    connect(find, &QShortcut::activated, this, [this] {
        m_words->setFocus();
        m_words->selectAll();
    });
    fillList();
    m_list->setFocus();
}

void HandbookWindow::fillList()
{
    const QString words = m_words->text();
    m_listed.clear();
    if (words.trimmed().isEmpty()) {
        for (std::size_t c = 0; c < m_book.chapters().size(); ++c) {
            for (std::size_t s = 0; s < m_book.chapters()[c].sections.size(); ++s)
                m_listed.push_back({c, s});
        }
    } else {
        m_listed = m_book.find(words);
    }
    const QSignalBlocker quiet(m_list);
    m_list->clear();
    for (const HandbookPlace& place : m_listed) {
        const HandbookSection& section = m_book.at(place);
        const QString title = section.title;
        // Found ones stand alone, so that each names its chapter.
        const QString text =
            words.trimmed().isEmpty() || place.section == 0
                ? QString(2 * (section.level - 1), QLatin1Char(' ')) + title
                : m_book.chapters()[place.chapter].title.section(QLatin1Char(':'), 0, 0) + QStringLiteral(": ") + title;
        auto* item = new QListWidgetItem(text, m_list);
        item->setToolTip(text.trimmed());
        if (place.section == 0)
            item->setFont(drawing::font(drawing::text::kNormal, true));
    }
    if (m_listed.empty())
        new QListWidgetItem(tr("Nothing has all of these words."), m_list);
    const auto now = std::ranges::find(m_listed, m_place);
    m_list->setCurrentRow(now == m_listed.end() ? -1 : static_cast<int>(now - m_listed.begin()));
}

void HandbookWindow::goTo(HandbookPlace place)
{
    m_place = place;
    if (m_shown != place.chapter) {
        m_shown = place.chapter;
        m_text->show(m_book.chapters().at(place.chapter));
    }
    // A chapter that has just come needs to be laid out before it has places.
    QTimer::singleShot(0, m_text, [this] { m_text->scrollTo(m_book.at(m_place)); });
    const auto now = std::ranges::find(m_listed, m_place);
    const QSignalBlocker quiet(m_list);
    if (now != m_listed.end())
        m_list->setCurrentRow(static_cast<int>(now - m_listed.begin()));
}

void HandbookWindow::follow(const QUrl& link)
{
    const QString name = QFileInfo(link.path()).completeBaseName();
    for (std::size_t c = 0; c < m_book.chapters().size(); ++c) {
        if (m_book.chapters()[c].name == name)
            return goTo({c, 0});
    }
}

void HandbookWindow::print()
{
    const HandbookChapter& chapter = m_book.chapters().at(m_place.chapter);
    m_prompts.print(this, chapter.title, [this](QPagedPaintDevice& paper) { m_text->document()->print(&paper); });
}

}  // namespace euryth::widgets
