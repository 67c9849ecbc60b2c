// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <memory>

#include <QByteArray>
#include <QLockFile>
#include <QObject>
#include <QString>
#include <QUndoStack>

#include "job/job.hpp"

namespace euryth::app {

/// The open job with its undo history and its file.
///
/// - the job always passes job::check(): an edit that would break it is refused with the reason;
/// - every change goes through edit(), so everything can be undone;
/// - snapshots are immutable, so that long work can run on one while the job changes.
class Document : public QObject {
    Q_OBJECT

public:
    explicit Document(QObject* parent = nullptr);

    [[nodiscard]] const job::Job& job() const { return *m_job; }
    [[nodiscard]] std::shared_ptr<const job::Job> snapshot() const { return m_job; }
    [[nodiscard]] QUndoStack& undoStack() { return m_undo; }

    using Change = std::function<void(job::Job&)>;
    /// Applies `change` as one undo step named `text`. Returns what is wrong with the changed job, in which case
    /// nothing has happened, or an empty text. An edit that changes nothing leaves no step. Edits of the same `group`
    /// (over 0) that follow each other, such as the moves of one drag, are one step.
    [[nodiscard]] QString edit(const QString& text, const Change& change, int group = 0);
    /// The same for whoever has no place of its own for the reason: refused() tells it. True where the edit was made,
    /// or changes nothing.
    bool apply(const QString& text, const Change& change, int group = 0);
    /// While one lives, all edits are one undo step (a paste, clearing several cells).
    class Transaction {
    public:
        explicit Transaction(Document& document) : m_document(document), m_outer(document.m_openGroup)
        {
            document.m_openGroup = document.newGroup();
        }
        Transaction(const Transaction&) = delete;
        Transaction& operator=(const Transaction&) = delete;
        ~Transaction() { m_document.m_openGroup = m_outer; }

    private:
        Document& m_document;
        int m_outer;
    };
    /// A group number not used before.
    int newGroup() { return ++m_lastGroup; }

    [[nodiscard]] QString path() const { return m_path; }
    /// The file's name without folder, or what an unsaved job is called.
    [[nodiscard]] QString displayName() const;
    [[nodiscard]] bool isDirty() const { return !m_undo.isClean(); }

    /// Starts over with `job`, without history. A path that is empty means "not saved yet".
    void reset(job::Job job, const QString& path);
    /// Starts over with a job that is not saved although it may belong to a file, such as one found after a crash.
    /// Where that file is open elsewhere the job becomes one that was never saved.
    void resume(job::Job job, const QString& path);
    /// Opens a file; returns the reasons why not, one a line, in which case the open job stays as it is. A file that
    /// another Euryth has open is not opened; see lockedBy().
    QString open(const QString& path);
    /// Opens a file's content as a job that was never saved.
    QString openCopy(const QString& path);
    /// Writes the job, keeping the file as it was among the backups; returns the reason why not, or an empty text.
    QString saveAs(const QString& path);
    /// True where the file of the open job is another one on disk than it was when it was last read or written here:
    /// somebody else has changed or removed it.
    [[nodiscard]] bool changedOutside() const;
    /// Opens a file that another Euryth has, or had, open: its lock is taken away. The other one says so when it saves.
    QString takeOver(const QString& path);
    /// A number that no other job opened or made in this process has.
    [[nodiscard]] quint64 identity() const { return m_identity; }

    /// Who has a job file open, in words, or an empty text when nobody else has.
    [[nodiscard]] QString lockedBy(const QString& path) const;
    /// What the last save or open has to tell beside having worked: a backup that could not be made, changes of meaning
    /// in an old file.
    [[nodiscard]] QString remark() const { return m_remark; }

signals:
    void changed();                       ///< the job is another one
    void fileChanged();                   ///< path or dirty mark
    void refused(const QString& reason);  ///< an edit by apply()

private:
    friend class JobEdit;
    void set(std::shared_ptr<const job::Job> job);
    /// Takes the lock of a path, giving up the one held; returns who has it, in words, or an empty text.
    QString take(const QString& path);
    /// What the file is now, so that a change by somebody else shows.
    void noteFile();
    void start(job::Job job, const QString& path);

    std::shared_ptr<const job::Job> m_job;
    QUndoStack m_undo;
    QString m_path;
    int m_lastGroup = 0;
    int m_openGroup = 0;
    std::unique_ptr<QLockFile> m_lock;
    QString m_remark;
    QByteArray m_onDisk;  ///< hash of the file as it was last read or written; empty where there is none
    quint64 m_identity = 0;
};

}  // namespace euryth::app
