// SPDX-License-Identifier: GPL-3.0-or-later
#include "handbook_browser.hpp"

#include <QCoreApplication>
#include <QFileInfo>
#include <QImage>
#include <QScrollBar>
#include <QTextBlock>
#include <QTextDocument>
#include <QTextDocumentFragment>
#include <QTextList>

#include "drawing/theme.hpp"

namespace euryth::widgets {

QString handbookPicture(const QString& fileName)
{
    const QString program = QCoreApplication::applicationDirPath();
    // Installed; built in a folder of the sources (programs and tests lie at different depths).
    for (const char* place :
         {"/../share/euryth/handbook/", "/../../../docs/screenshots/", "/../../docs/screenshots/"}) {
        const QFileInfo file(program + QString::fromLatin1(place) + fileName);
        if (file.exists())
            return file.absoluteFilePath();
    }
    return {};
}

HandbookBrowser::HandbookBrowser(QWidget* parent) : QTextBrowser(parent)
{
    setObjectName(QStringLiteral("handbookText"));
    setAccessibleName(tr("Text of the handbook"));
    setOpenLinks(false);
    document()->setDocumentMargin(12);
}

void HandbookBrowser::show(const HandbookChapter& chapter)
{
    document()->setDefaultFont(drawing::font(drawing::text::kNormal));
    setMarkdown(chapter.markdown);
    // Markdown has no room between paragraphs of its own.
    constexpr double room = 9.0;
    for (QTextBlock block = document()->begin(); block.isValid(); block = block.next()) {
        QTextBlockFormat format = block.blockFormat();
        const bool inList = block.textList() && block.next().textList() == block.textList();
        format.setBottomMargin(inList ? room / 3.0 : room);
        if (format.headingLevel() > 1)
            format.setTopMargin(room);
        QTextCursor(block).setBlockFormat(format);
    }
}

void HandbookBrowser::scrollTo(const HandbookSection& section)
{
    for (QTextBlock block = document()->begin(); block.isValid(); block = block.next()) {
        if (block.blockFormat().headingLevel() == 0 ||
            block.text() != QTextDocumentFragment::fromMarkdown(section.title).toPlainText())
            continue;
        QTextCursor cursor(block);
        setTextCursor(cursor);
        verticalScrollBar()->setValue(verticalScrollBar()->value() + cursorRect(cursor).top());
        return;
    }
    moveCursor(QTextCursor::Start);
}

QVariant HandbookBrowser::loadResource(int type, const QUrl& name)
{
    if (type != QTextDocument::ImageResource)
        return QTextBrowser::loadResource(type, name);
    const QString file = handbookPicture(name.fileName());
    const QImage picture = file.isEmpty() ? QImage() : QImage(file);
    if (picture.isNull()) {
        QImage nothing(1, 1, QImage::Format_ARGB32);  // instead of a mark for what is broken
        nothing.fill(Qt::transparent);
        return nothing;
    }
    constexpr int wide = 600;  // as the text
    return picture.scaledToWidth(wide, Qt::SmoothTransformation);
}

}  // namespace euryth::widgets
