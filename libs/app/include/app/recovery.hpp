// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include <QDateTime>
#include <QLockFile>
#include <QObject>
#include <QThreadPool>
#include <QTimer>

#include "app/document.hpp"

namespace euryth::app {

/// Keeps what is not saved on disk after every edit, so that a killed program or a power cut costs at most the last
/// one.
///
/// - while the document is dirty there is a file in the folder that holds it as it is now (or was one edit ago);
/// - once it is saved, undone to the saved state or replaced, that file is gone;
/// - a file whose program still runs is nobody else's business;
/// - the window never waits for the disk, which takes seconds while something else writes.
class Recovery : public QObject {
    Q_OBJECT

public:
    Recovery(Document& document, QString folder, QObject* parent = nullptr);
    ~Recovery() override;

    /// What a session that ended without saving has left.
    struct Left {
        QString file;
        QString jobPath;  ///< empty for a job that had never been saved
        QString title;
        QDateTime when;
    };
    /// Newest first.
    [[nodiscard]] std::vector<Left> leftBehind() const;
    /// Opens what was left; the document is then not saved, and belongs to its old file where that is free. Returns
    /// what is wrong, or an empty text; on success the left file is gone.
    QString recover(const Left& left);
    static void discard(const Left& left);

    /// Writes or removes the file now, and waits until it is on disk; false where it cannot be written.
    bool flush();

signals:
    /// The unsaved state cannot be kept, and why; empty once it can again.
    void troubled(const QString& reason);

private:
    [[nodiscard]] QString ownFile() const;
    /// What the file is to hold; nothing: it is to go.
    [[nodiscard]] std::function<QString()> step() const;
    void begin();
    void setTrouble(const QString& trouble);

    Document& m_document;
    QString m_folder;
    QString m_name;
    std::unique_ptr<QLockFile> m_lock;
    QTimer m_soon;
    QString m_trouble;
    bool m_writing = false;  ///< in the pool
    bool m_again = false;    ///< there has been an edit since
    quint64 m_last = 0;      ///< number of the last time it was written
    QThreadPool m_pool;
};

}  // namespace euryth::app
