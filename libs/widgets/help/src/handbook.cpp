// SPDX-License-Identifier: GPL-3.0-or-later
#include "help/handbook.hpp"

#include <algorithm>

#include <QFile>
#include <QRegularExpression>

static void loadHandbookFiles() { Q_INIT_RESOURCE(handbook); }

namespace euryth::widgets {

namespace {

/// In the order in which one reads them. A test holds that none is missing here.
const QStringList kOrder{QStringLiteral("start"), QStringLiteral("survey"), QStringLiteral("shape"),
                         QStringLiteral("probe"), QStringLiteral("cut"),    QStringLiteral("prove"),
                         QStringLiteral("book"),  QStringLiteral("limits"), QStringLiteral("glossary"),
                         QStringLiteral("others")};

/// "<!-- views: Work, Hours -->": its views.
std::optional<QStringList> viewsIn(const QString& line)
{
    static const QRegularExpression mark(QStringLiteral("^<!-- views: (.*) -->$"));
    const auto match = mark.match(line.trimmed());
    if (!match.hasMatch())
        return std::nullopt;
    QStringList views;
    for (const QString& view : match.captured(1).split(QLatin1Char(',')))
        views << view.trimmed();
    return views;
}

int levelOf(const QString& line)
{
    int level = 0;
    while (level < line.size() && line[level] == QLatin1Char('#'))
        ++level;
    return level > 0 && level < line.size() && line[level] == QLatin1Char(' ') ? level : 0;
}

}  // namespace

HandbookChapter readChapter(const QString& name, const QString& text)
{
    HandbookChapter chapter;
    chapter.name = name;
    QStringList views;
    QStringList kept;
    bool inCode = false;
    for (const QString& line : text.split(QLatin1Char('\n'))) {
        if (const auto of = viewsIn(line)) {
            views = *of;
            continue;
        }
        kept << line;
        inCode = inCode != line.startsWith(QStringLiteral("```"));
        if (const int level = inCode ? 0 : levelOf(line)) {
            chapter.sections.push_back({line.mid(level + 1).trimmed(), level, {}, std::exchange(views, {})});
        } else if (!chapter.sections.empty()) {
            chapter.sections.back().text += line + QLatin1Char('\n');
        }
    }
    chapter.markdown = kept.join(QLatin1Char('\n'));
    if (chapter.sections.empty())
        chapter.sections.push_back({name, 1, chapter.markdown, {}});
    chapter.title = chapter.sections.front().title;
    return chapter;
}

const Handbook& Handbook::shipped()
{
    static const Handbook book = [] {
        loadHandbookFiles();
        std::vector<HandbookChapter> chapters;
        for (const QString& name : kOrder) {
            QFile file(QStringLiteral(":/handbook/%1.md").arg(name));
            if (file.open(QIODevice::ReadOnly))
                chapters.push_back(readChapter(name, QString::fromUtf8(file.readAll())));
        }
        return Handbook(std::move(chapters));
    }();
    return book;
}

std::vector<HandbookPlace> Handbook::find(const QString& words) const
{
    const QStringList wanted = words.simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::vector<HandbookPlace> inHeading;
    std::vector<HandbookPlace> inText;
    for (std::size_t c = 0; c < m_chapters.size() && !wanted.isEmpty(); ++c) {
        for (std::size_t s = 0; s < m_chapters[c].sections.size(); ++s) {
            const HandbookSection& section = m_chapters[c].sections[s];
            const auto has = [&](const QString& text, const QString& word) {
                return text.contains(word, Qt::CaseInsensitive);
            };
            const bool all = std::ranges::all_of(
                wanted, [&](const QString& word) { return has(section.title, word) || has(section.text, word); });
            const bool heading =
                std::ranges::any_of(wanted, [&](const QString& word) { return has(section.title, word); });
            if (all)
                (heading ? inHeading : inText).push_back({c, s});
        }
    }
    inHeading.insert(inHeading.end(), inText.begin(), inText.end());
    return inHeading;
}

HandbookPlace Handbook::placeOf(const QString& chapter, const QString& view) const
{
    const auto of = std::ranges::find(m_chapters, chapter, &HandbookChapter::name);
    if (of == m_chapters.end())
        return {};
    HandbookPlace place{static_cast<std::size_t>(of - m_chapters.begin()), 0};
    for (std::size_t s = 0; s < of->sections.size(); ++s) {
        if (of->sections[s].views.contains(view)) {
            place.section = s;
            break;
        }
    }
    return place;
}

HandbookPlace Handbook::placeOfHeading(std::size_t chapter, const QString& title) const
{
    const auto& sections = m_chapters.at(chapter).sections;
    const auto of = std::ranges::find(sections, title, &HandbookSection::title);
    return {chapter, of == sections.end() ? 0 : static_cast<std::size_t>(of - sections.begin())};
}

}  // namespace euryth::widgets
