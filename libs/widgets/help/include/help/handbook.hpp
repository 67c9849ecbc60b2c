// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include <QString>
#include <QStringList>

namespace euryth::widgets {

/// A part of a chapter under a heading of its own, up to the next one.
struct HandbookSection {
    QString title;
    int level = 1;      ///< of its heading
    QString text;       ///< Markdown, without the heading
    QStringList views;  ///< of the stage, that it is about: "<!-- views: Work, Hours -->" over the heading
};

struct HandbookChapter {
    QString name;      ///< of its file, without ending
    QString title;     ///< its first heading
    QString markdown;  ///< all of it
    std::vector<HandbookSection> sections;
};

/// A chapter out of the text of its file.
HandbookChapter readChapter(const QString& name, const QString& text);

/// Where in the handbook; the first section is the chapter's head.
struct HandbookPlace {
    std::size_t chapter = 0;
    std::size_t section = 0;
    friend bool operator==(const HandbookPlace&, const HandbookPlace&) = default;
};

/// The handbook that ships, as a part of the program.
class Handbook {
public:
    explicit Handbook(std::vector<HandbookChapter> chapters) : m_chapters(std::move(chapters)) {}
    static const Handbook& shipped();

    [[nodiscard]] const std::vector<HandbookChapter>& chapters() const { return m_chapters; }
    [[nodiscard]] const HandbookSection& at(HandbookPlace place) const
    {
        return m_chapters.at(place.chapter).sections.at(place.section);
    }
    /// The sections that hold all of the words typed, those with a word in their heading first.
    [[nodiscard]] std::vector<HandbookPlace> find(const QString& words) const;
    /// The section about a view of a stage; the chapter's head where none is, the first chapter's where that is
    /// missing.
    [[nodiscard]] HandbookPlace placeOf(const QString& chapter, const QString& view) const;
    /// The section with a heading, in the chapter; its head where there is none.
    [[nodiscard]] HandbookPlace placeOfHeading(std::size_t chapter, const QString& title) const;

private:
    std::vector<HandbookChapter> m_chapters;
};

}  // namespace euryth::widgets
