// SPDX-License-Identifier: GPL-3.0-or-later
#include "shell/given_files.hpp"

#include <QCoreApplication>
#include <QFileInfo>

#include "shell/main_window.hpp"

namespace euryth::widgets {

namespace {

/// What replaces the open job; after one of these the others would fall on another job than was seen.
std::vector<FileTaker> jobTakers(MainWindow& window)
{
    const auto open = [&window](Desk&, const QString& path) { window.files().openFile(path); };
    const auto unpack = [&window](Desk&, const QString& path) { window.files().unpack(path); };
    return {endingTaker({QStringLiteral(".euryth.json")}, QT_TRANSLATE_NOOP("Files", "A job"), open),
            endingTaker({QStringLiteral(".euryth.zip")}, QT_TRANSLATE_NOOP("Files", "A packed job"), unpack)};
}

std::vector<FileTaker> stageTakers(const MainWindow& window)
{
    std::vector<FileTaker> takers;
    for (const StageInfo& stage : window.stages())
        takers.insert(takers.end(), stage.takers.begin(), stage.takers.end());
    return takers;
}

/// Those who fit best, among those that have something to work on.
std::vector<const FileTaker*> whoTakes(const std::vector<FileTaker>& takers, const GivenFile& file,
                                       const app::Workspace& workspace)
{
    for (const Fit wanted : {Fit::Surely, Fit::Perhaps}) {
        std::vector<const FileTaker*> found;
        for (const FileTaker& taker : takers) {
            if ((!taker.enabled || taker.enabled(workspace)) && taker.fits(file) == wanted)
                found.push_back(&taker);
        }
        if (!found.empty())
            return found;
    }
    return {};
}

QString whatOf(const FileTaker& taker) { return QCoreApplication::translate("Files", taker.what); }

/// The one who takes a file; null where the person does not want it. Several are asked for.
const FileTaker* chosenOf(Desk& desk, const std::vector<const FileTaker*>& takers, const GivenFile& file)
{
    if (takers.size() == 1)
        return takers.front();
    QStringList options;
    for (const FileTaker* taker : takers)
        options << whatOf(*taker);
    const auto choice = desk.prompts().choose(
        desk.window(), QCoreApplication::translate("Files", "A dropped file"),
        QCoreApplication::translate("Files", "What is %1?").arg(QFileInfo(file.path).fileName()), options);
    return choice ? takers.at(static_cast<std::size_t>(*choice)) : nullptr;
}

/// Files of one taker, in the order in which they were given.
struct Share {
    const FileTaker* taker;
    QStringList paths;
};

void addTo(std::vector<Share>& shares, const FileTaker* taker, const QString& path)
{
    const auto same = std::ranges::find(shares, taker, &Share::taker);
    if (taker->many && same != shares.end())
        same->paths << path;
    else
        shares.push_back({taker, {path}});
}

}  // namespace

bool anyTaken(MainWindow& window, const QStringList& paths)
{
    auto takers = jobTakers(window);
    for (FileTaker& taker : stageTakers(window))
        takers.push_back(std::move(taker));
    return std::ranges::any_of(paths, [&](const QString& path) {
        const GivenFile file(path);
        return std::ranges::any_of(takers, [&](const FileTaker& taker) { return taker.fits(file) != Fit::No; });
    });
}

void takeGiven(MainWindow& window, const QStringList& paths)
{
    Desk& desk = window;
    const auto jobs = jobTakers(window);
    for (const QString& path : paths) {
        if (const auto taker = whoTakes(jobs, GivenFile(path), desk.workspace()); !taker.empty())
            return taker.front()->take(desk, {path});
    }
    const auto takers = stageTakers(window);
    std::vector<Share> shares;
    QStringList left;
    for (const QString& path : paths) {
        const GivenFile file(path);
        const auto who = whoTakes(takers, file, desk.workspace());
        if (who.empty())
            left << QFileInfo(path).fileName();
        else if (const FileTaker* taker = chosenOf(desk, who, file))
            addTo(shares, taker, path);
    }
    for (const Share& share : shares)
        share.taker->take(desk, share.paths);
    if (left.isEmpty())
        return;
    QStringList known;
    for (const FileTaker& taker : takers)
        known << whatOf(taker);
    desk.tell(QCoreApplication::translate("Files", "Nothing takes this"),
              QCoreApplication::translate("Files",
                                          "%1: only these can be dropped, and only where there is something to "
                                          "take them, a chosen port or station: %2.")
                  .arg(left.join(QStringLiteral(", ")), known.join(QStringLiteral("; "))));
}

}  // namespace euryth::widgets
