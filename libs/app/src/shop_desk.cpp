// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shop_desk.hpp"

#include <algorithm>

#include <QDir>
#include <QFile>
#include <QFileInfo>

#include "app/language.hpp"
#include "app/work_edits.hpp"
#include "files/shop_file.hpp"

namespace euryth::app {

namespace {

constexpr std::size_t kStepsBack = 50;

}  // namespace

ShopDesk::ShopDesk(Workspace& workspace, Clock clock, QObject* parent)
    : QObject(parent),
      m_workspace(workspace),
      m_clock(std::move(clock))
{
    // A file that is being written changes several times in a moment.
    constexpr int settleMs = 300;
    m_again.setSingleShot(true);
    m_again.setInterval(settleMs);
    connect(&m_again, &QTimer::timeout, this, &ShopDesk::read);
    connect(&m_watcher, &QFileSystemWatcher::directoryChanged, &m_again, qOverload<>(&QTimer::start));
    connect(&m_watcher, &QFileSystemWatcher::fileChanged, &m_again, qOverload<>(&QTimer::start));
    connect(&m_workspace.document(), &Document::fileChanged, this, &ShopDesk::follow);
    connect(&m_workspace.document(), &Document::changed, this, &ShopDesk::outdate);
    connect(&m_reading, &Background::changed, this, [this] {
        if (m_reading.state() == Background::State::Failed)
            m_trouble = m_reading.failure();
        emit changed();
    });
}

void ShopDesk::follow()
{
    const QString path = m_workspace.document().path();
    if (path == m_jobPath)
        return;
    m_jobPath = path;
    if (path.isEmpty())
        return outdate();
    openFolder(QFileInfo(path).absolutePath());
}

void ShopDesk::openFolder(const QString& folder)
{
    const QString absolute = QFileInfo(folder).absoluteFilePath();
    if (absolute != m_folder) {
        m_folder = absolute;
        m_files.clear();
        m_unreadable.clear();
        m_before.clear();
        m_shop = {};
    }
    if (!m_watcher.directories().isEmpty())
        m_watcher.removePaths(m_watcher.directories());
    m_watcher.addPath(m_folder);
    read();
}

void ShopDesk::read()
{
    if (m_folder.isEmpty())
        return;
    // The job files are replaced whole, which a folder's watch sees.
    m_reading.start([this, index = ShopIndex(m_database), folder = m_folder](const std::stop_token& stop,
                                                                             const Background::Post& post) {
        auto jobs = index.read(folder, [&stop] { return stop.stop_requested(); });
        auto shop = tasks::loadShop(folder.toStdString());
        post([this, jobs = std::move(jobs), shop = std::move(shop)]() mutable {
            take(std::move(jobs), std::move(shop));
        });
    });
    emit changed();
}

void ShopDesk::take(ShopIndex::Read read, tl::expected<job::Shop, Phrase> shop)
{
    m_files = std::move(read.jobs.cards);
    m_unreadable = std::move(read.jobs.unreadable);
    m_trouble = read.trouble.empty() ? QString() : shown(read.trouble);
    m_shopReadable = shop.has_value();
    if (shop)
        m_shop = std::move(*shop);
    else
        m_trouble = shown(shop.error());
    // New pictures are seen as they come.
    if (const QString incoming = QDir(m_folder).filePath(QString::fromStdString(m_shop.incoming));
        !m_shop.incoming.empty() && QFileInfo(incoming).isDir() && !m_watcher.directories().contains(incoming))
        m_watcher.addPath(incoming);
    outdate();
}

void ShopDesk::finish()
{
    m_reading.finish();
    if (m_again.isActive()) {
        m_again.stop();
        read();
        m_reading.finish();
    }
}

void ShopDesk::rebuild()
{
    ShopIndex(m_database).forget(m_folder);
    read();
}

void ShopDesk::outdate()
{
    m_outdated = true;
    emit changed();
}

const std::vector<work::Card>& ShopDesk::cards() const
{
    reckon();
    return m_cards;
}

const work::Queue& ShopDesk::queue() const
{
    reckon();
    return m_queue;
}

void ShopDesk::reckon() const
{
    if (!m_outdated)
        return;
    m_outdated = false;
    m_cards = m_files;
    const QFileInfo open(m_jobPath);
    if (!m_jobPath.isEmpty() && open.absolutePath() == m_folder) {
        const std::string name = open.fileName().toStdString();
        work::Card card{name, work::condensed(m_workspace.job())};
        const auto has = std::ranges::find(m_cards, name, &work::Card::file);
        if (has == m_cards.end())
            m_cards.push_back(std::move(card));
        else
            *has = std::move(card);
    }
    m_queue = work::queueOf(m_shop, m_cards, today());
    m_learned = work::learnedFrom(m_cards);
}

const work::Learned& ShopDesk::learned() const
{
    reckon();
    return m_learned;
}

work::Day ShopDesk::today() const { return momentNow(m_clock).day(); }

std::optional<std::size_t> ShopDesk::openCard() const
{
    if (m_jobPath.isEmpty() || QFileInfo(m_jobPath).absolutePath() != m_folder)
        return std::nullopt;
    const auto found = std::ranges::find(cards(), QFileInfo(m_jobPath).fileName().toStdString(), &work::Card::file);
    return found == m_cards.end() ? std::nullopt : std::optional(static_cast<std::size_t>(found - m_cards.begin()));
}

QString ShopDesk::heldBy(std::size_t card) const
{
    const QString path = pathOf(card);
    return QFile::exists(path + QStringLiteral(".lock")) ? m_workspace.document().lockedBy(path) : QString();
}

QString ShopDesk::pathOf(std::size_t card) const
{
    return QDir(m_folder).filePath(QString::fromStdString(cards()[card].file));
}

QString ShopDesk::write(const job::Shop& shop)
{
    if (m_folder.isEmpty())
        return tr("Save the job first: its folder is the shop.");
    if (!m_shopReadable)
        return m_trouble;  // it would be written over
    if (const auto problems = job::check(shop); !problems.empty())
        return shown(problems.front().text);
    const auto saved = tasks::saveShop(m_folder.toStdString(), shop);
    if (!saved)
        return shown(saved.error());
    m_shop = shop;
    outdate();
    return {};
}

QString ShopDesk::change(const Change& how)
{
    job::Shop after = m_shop;
    how(after);
    if (after == m_shop)
        return {};
    m_before.push_back(m_shop);
    QString problem = write(after);
    if (!problem.isEmpty())
        m_before.pop_back();
    else if (m_before.size() > kStepsBack)
        m_before.erase(m_before.begin());
    return problem;
}

QString ShopDesk::takeBack()
{
    if (m_before.empty())
        return {};
    const job::Shop before = m_before.back();
    m_before.pop_back();
    return write(before);
}

QString ShopDesk::moveBefore(std::size_t row, std::size_t before)
{
    auto order = work::orderOf(m_shop, cards());
    if (row >= order.size() || before > order.size())
        return {};
    const std::size_t moved = order[row];
    order.erase(order.begin() + static_cast<std::ptrdiff_t>(row));
    if (before > row)
        --before;
    order.insert(order.begin() + static_cast<std::ptrdiff_t>(before), moved);
    return change([&](job::Shop& shop) { work::setOrder(shop, m_cards, order); });
}

QString ShopDesk::orderByPromises()
{
    return change([&](job::Shop& shop) { work::setOrder(shop, cards(), work::orderByPromise(cards())); });
}

}  // namespace euryth::app
