// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <vector>

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>

#include "app/background.hpp"
#include "app/clock.hpp"
#include "app/shop_index.hpp"
#include "app/workspace.hpp"

namespace euryth::app {

/// The shop: the folder that the open job lies in, or one that somebody has chosen, with its jobs and its queue. It is
/// read beside the window, and read again when a file in it changes; the open job counts as it is in the window.
class ShopDesk : public QObject {
    Q_OBJECT

public:
    /// Without a database everything is read from the files each time.
    ShopDesk(Workspace& workspace, Clock clock, QObject* parent = nullptr);
    /// Where the index is kept; to be said before the first folder is read.
    void keepIndexIn(const QString& database) { m_database = database; }

    /// Follows the open job's folder from here on; a folder that was chosen stays until another job is opened.
    void openFolder(const QString& folder);
    [[nodiscard]] const QString& folder() const { return m_folder; }
    /// Why folder or shop's file cannot be read; empty where they can.
    [[nodiscard]] const QString& trouble() const { return m_trouble; }
    [[nodiscard]] bool isReading() const { return m_reading.isWorking(); }
    void stopReading() { m_reading.stop(); }
    /// Until it has been read; for tests, and for pictures of the window.
    void finish();
    /// Throws the index away and reads all files.
    void rebuild();

    [[nodiscard]] const job::Shop& shop() const { return m_shop; }
    [[nodiscard]] const std::vector<work::Card>& cards() const;
    [[nodiscard]] const std::vector<tasks::Unreadable>& unreadable() const { return m_unreadable; }
    /// Worked out when somebody looks.
    [[nodiscard]] const work::Queue& queue() const;
    /// What all jobs of the shop teach.
    [[nodiscard]] const work::Learned& learned() const;
    [[nodiscard]] work::Day today() const;
    /// Index of the open job among the cards.
    [[nodiscard]] std::optional<std::size_t> openCard() const;
    /// Who has a card's file open elsewhere, in words; empty where nobody has.
    [[nodiscard]] QString heldBy(std::size_t card) const;
    /// The whole path of a card's file.
    [[nodiscard]] QString pathOf(std::size_t card) const;

    /// Changes the shop's file; says why where it cannot be written, else an empty text. Can be taken back.
    using Change = std::function<void(job::Shop&)>;
    QString change(const Change& how);
    [[nodiscard]] bool canTakeBack() const { return !m_before.empty(); }
    QString takeBack();
    /// Puts the job at a place of the queue before the one at another, or behind all (its end).
    QString moveBefore(std::size_t row, std::size_t before);
    QString orderByPromises();

signals:
    void changed();

private:
    void follow();
    void read();
    void take(ShopIndex::Read read, tl::expected<job::Shop, Phrase> shop);
    void outdate();
    void reckon() const;
    QString write(const job::Shop& shop);

    Workspace& m_workspace;
    Clock m_clock;
    QString m_database;
    QString m_folder;
    QString m_trouble;
    bool m_shopReadable = true;
    job::Shop m_shop;
    std::vector<job::Shop> m_before;
    std::vector<work::Card> m_files;  ///< as they are on disk
    mutable bool m_outdated = true;
    mutable std::vector<work::Card> m_cards;  ///< with the open job as it is in the window
    std::vector<tasks::Unreadable> m_unreadable;
    mutable work::Queue m_queue;
    mutable work::Learned m_learned;
    QString m_jobPath;
    QFileSystemWatcher m_watcher;
    QTimer m_again;
    Background m_reading;
};

}  // namespace euryth::app
