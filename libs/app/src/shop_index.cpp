// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shop_index.hpp"

#include <atomic>
#include <map>
#include <set>

#include <sys/stat.h>

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlQuery>
#include <QVariant>

#include "files/job_file.hpp"

namespace euryth::app {

namespace {

/// Another one where what is kept means something else.
constexpr int kVersion = 1;

/// The database, open as long as this lives.
class Store {
public:
    explicit Store(const QString& file) : m_name(QStringLiteral("shop-index-%1").arg(++s_number))
    {
        if (file.isEmpty())
            return;
        QDir().mkpath(QFileInfo(file).absolutePath());
        if (!open(file) || !prepare()) {
            m_database.close();
            QFile::remove(file);  // broken, or of another Euryth
            m_open = open(file) && prepare();
            return;
        }
        m_open = true;
    }
    ~Store()
    {
        if (!QSqlDatabase::contains(m_name))
            return;
        m_database.close();
        m_database = QSqlDatabase();
        QSqlDatabase::removeDatabase(m_name);
    }
    Store(const Store&) = delete;
    Store& operator=(const Store&) = delete;

    [[nodiscard]] bool isOpen() const { return m_open; }

    struct Entry {
        QString mark;
        QByteArray job;
    };
    std::map<std::string, Entry> entries(const QString& folder) const
    {
        std::map<std::string, Entry> all;
        QSqlQuery query(m_database);
        query.prepare(QStringLiteral("SELECT file, mark, job FROM cards WHERE folder = ?"));
        query.addBindValue(folder);
        for (bool there = query.exec(); there && query.next();)
            all[query.value(0).toString().toStdString()] = {query.value(1).toString(), query.value(2).toByteArray()};
        return all;
    }

    void put(const QString& folder, const std::string& file, const QString& mark, const std::string& job)
    {
        if (!m_open)
            return;
        QSqlQuery query(m_database);
        query.prepare(QStringLiteral("INSERT OR REPLACE INTO cards (folder, file, mark, job) VALUES (?, ?, ?, ?)"));
        query.addBindValue(folder);
        query.addBindValue(QString::fromStdString(file));
        query.addBindValue(mark);
        query.addBindValue(QByteArray::fromStdString(job));
        query.exec();  // what is not kept is read from its file the next time
    }

    void remove(const QString& folder, const std::string& file)
    {
        if (!m_open)
            return;
        QSqlQuery query(m_database);
        query.prepare(QStringLiteral("DELETE FROM cards WHERE folder = ? AND file = ?"));
        query.addBindValue(folder);
        query.addBindValue(QString::fromStdString(file));
        query.exec();
    }

    void removeAll(const QString& folder)
    {
        QSqlQuery query(m_database);
        query.prepare(QStringLiteral("DELETE FROM cards WHERE folder = ?"));
        query.addBindValue(folder);
        query.exec();
    }

    void begin()
    {
        if (m_open)
            m_database.transaction();
    }
    void commit()
    {
        if (m_open)
            m_database.commit();
    }

private:
    bool open(const QString& file)
    {
        if (QSqlDatabase::contains(m_name)) {
            m_database = QSqlDatabase();
            QSqlDatabase::removeDatabase(m_name);
        }
        m_database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), m_name);
        m_database.setDatabaseName(file);
        m_database.setConnectOptions(QStringLiteral("QSQLITE_BUSY_TIMEOUT=5000"));
        return m_database.open();
    }

    bool prepare()
    {
        QSqlQuery query(m_database);
        if (!query.exec(QStringLiteral("PRAGMA user_version")) || !query.next())
            return false;
        const int version = query.value(0).toInt();
        query.finish();
        if (version != 0 && version != kVersion)
            return false;
        return query.exec(QStringLiteral("CREATE TABLE IF NOT EXISTS cards (folder TEXT NOT NULL, file TEXT NOT NULL, "
                                         "mark TEXT NOT NULL, job BLOB NOT NULL, PRIMARY KEY (folder, file))")) &&
               query.exec(QStringLiteral("PRAGMA user_version = %1").arg(kVersion));
    }

    static inline std::atomic<int> s_number{0};
    QString m_name;
    QSqlDatabase m_database;
    bool m_open = false;
};

/// What changes when somebody writes the file: its size, its moment, its number on the disk.
QString markOf(const std::filesystem::path& file)
{
    struct stat is {};
    if (::stat(file.c_str(), &is) != 0)
        return {};
    return QStringLiteral("%1 %2.%3 %4").arg(is.st_size).arg(is.st_mtim.tv_sec).arg(is.st_mtim.tv_nsec).arg(is.st_ino);
}

}  // namespace

ShopIndex::Read ShopIndex::read(const QString& folder, const std::function<bool()>& stop) const
{
    Read read;
    const std::filesystem::path path(folder.toStdString());
    const auto names = tasks::jobFiles(path);
    if (!names) {
        read.trouble = names.error();
        return read;
    }
    Store store(m_database);
    auto kept = store.isOpen() ? store.entries(folder) : std::map<std::string, Store::Entry>();
    store.begin();
    for (const std::string& name : *names) {
        if (stop && stop())
            break;
        const QString mark = markOf(path / name);
        const auto found = kept.find(name);
        if (found != kept.end() && found->second.mark == mark && !mark.isEmpty()) {
            auto job = files::parseJob(found->second.job.toStdString());
            kept.erase(found);
            if (job) {
                read.jobs.cards.push_back({name, std::move(*job)});
                continue;
            }
        }
        ++read.fromFiles;
        auto card = tasks::readCard(path, name);
        if (!card) {
            read.jobs.unreadable.push_back({name, card.error()});
            store.remove(folder, name);
            continue;
        }
        store.put(folder, name, mark, files::jobText(card->job));
        read.jobs.cards.push_back(std::move(*card));
    }
    const std::set<std::string> present(names->begin(), names->end());
    for (const auto& [name, entry] : kept) {
        if (!present.contains(name))
            store.remove(folder, name);
    }
    store.commit();
    return read;
}

void ShopIndex::forget(const QString& folder) const
{
    Store store(m_database);
    if (store.isOpen())
        store.removeAll(folder);
}

}  // namespace euryth::app
