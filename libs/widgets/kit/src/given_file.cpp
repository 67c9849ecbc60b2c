// SPDX-License-Identifier: GPL-3.0-or-later
#include "kit/given_file.hpp"

#include <QFile>
#include <QFileInfo>

#include "kit/table_input.hpp"

namespace euryth::widgets {

GivenFile::GivenFile(const QString& where)
    : path(where),
      name(QFileInfo(where).fileName().toLower()),
      isTable(endsIn({QStringLiteral(".csv"), QStringLiteral(".tsv"), QStringLiteral(".txt")}))
{
    QFile file(path);
    constexpr qint64 forHeadings = 64 << 10;
    if (isTable && file.open(QIODevice::ReadOnly))
        kind = imports::kindOfTable(imports::splitTable(file.read(forHeadings).toStdString()));
}

bool GivenFile::endsIn(const QStringList& endings) const
{
    return std::ranges::any_of(endings, [this](const QString& ending) { return name.endsWith(ending); });
}

FileTaker tableTaker(imports::TableKind kind, const char* what, std::function<void(Desk&, const QString&)> take,
                     Command::Rule enabled)
{
    return {what,
            [kind](const GivenFile& file) {
                if (!file.isTable || (file.kind && file.kind != kind))
                    return Fit::No;
                return file.kind ? Fit::Surely : Fit::Perhaps;
            },
            [take = std::move(take)](Desk& desk, const QStringList& paths) {
                if (const auto text = readTable(desk, paths.front()))
                    take(desk, *text);
            },
            enabled};
}

FileTaker endingTaker(QStringList endings, const char* what, std::function<void(Desk&, const QString&)> take,
                      Command::Rule enabled)
{
    return {
        what,
        [endings = std::move(endings)](const GivenFile& file) { return file.endsIn(endings) ? Fit::Surely : Fit::No; },
        [take = std::move(take)](Desk& desk, const QStringList& paths) { take(desk, paths.front()); }, enabled};
}

}  // namespace euryth::widgets
