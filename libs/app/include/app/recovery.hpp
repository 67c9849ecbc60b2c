// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <vector>

#include <QDateTime>
#include <QLockFile>
#include <QObject>
#include <QTimer>

#include "app/document.hpp"

namespace euryth::app {

/// Keeps what is not saved on disk after every edit, so that a killed program or a power cut costs at most the last
/// one.
///
/// - while the document is dirty there is a file in the folder that holds it as it is now (or was one edit ago);
/// - once it is saved, undone to the saved state or replaced, that file is gone;
/// - a file whose program still runs is nobody else's business.
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

    /// Writes or removes the file now, without waiting for the event loop; false where it cannot be written.
    bool flush();

signals:
    /// The unsaved state cannot be kept, and why; empty once it can again.
    void troubled(const QString& reason);

private:
    [[nodiscard]] QString ownFile() const;

    Document& m_document;
    QString m_folder;
    QString m_name;
    std::unique_ptr<QLockFile> m_lock;
    QTimer m_soon;
    QString m_trouble;
};

}  // namespace euryth::app
