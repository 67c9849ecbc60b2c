// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

#include <QString>

#include "tasks/shop_folder.hpp"

namespace euryth::app {

/// What is known of the jobs of shops' folders, kept in a database (SQLite by Qt SQL) so that a thousand jobs are there
/// at once. It can be thrown away at any time: what it has not, or what is not as the file is now (size, moment, number
/// on the disk), is read from the file. Each call opens the database for itself, so that any thread may.
class ShopIndex {
public:
    /// In a database file, which is made where there is none; one that is broken, or of another Euryth, is made anew.
    explicit ShopIndex(QString database) : m_database(std::move(database)) {}

    struct Read {
        tasks::ShopJobs jobs;
        std::size_t fromFiles = 0;  ///< read anew
        Phrase trouble;             ///< why the folder cannot be read; empty where it can
    };
    /// `stop` is asked between files; what has been read by then is kept.
    [[nodiscard]] Read read(const QString& folder, const std::function<bool()>& stop = {}) const;
    /// Throws away what is kept of a folder.
    void forget(const QString& folder) const;

private:
    QString m_database;
};

}  // namespace euryth::app
