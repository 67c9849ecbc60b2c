// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document.hpp"

#include <QFileInfo>

#include "files/job_file.hpp"
#include "job/check.hpp"

namespace euryth::app {

/// One edit: the job before and the job after. Snapshots share nothing but are small (a few kB a port), and make undo
/// independent of what an edit did.
class JobEdit : public QUndoCommand {
public:
    JobEdit(Document& document, const QString& text, std::shared_ptr<const job::Job> after, int group)
        : QUndoCommand(text),
          m_document(document),
          m_before(document.snapshot()),
          m_after(std::move(after)),
          m_group(group)
    {
    }

    void undo() override { m_document.set(m_before); }
    void redo() override { m_document.set(m_after); }
    [[nodiscard]] int id() const override { return m_group > 0 ? m_group : -1; }
    bool mergeWith(const QUndoCommand* other) override
    {
        m_after = static_cast<const JobEdit*>(other)->m_after;  // same id, hence same class
        if (*m_after == *m_before)
            setObsolete(true);
        return true;
    }

private:
    Document& m_document;
    std::shared_ptr<const job::Job> m_before;
    std::shared_ptr<const job::Job> m_after;
    int m_group;
};

Document::Document(QObject* parent) : QObject(parent), m_job(std::make_shared<job::Job>())
{
    connect(&m_undo, &QUndoStack::cleanChanged, this, &Document::fileChanged);
}

QString Document::edit(const QString& text, const Change& change, int group)
{
    auto after = std::make_shared<job::Job>(*m_job);
    change(*after);
    if (*after == *m_job)
        return {};
    const auto problems = job::check(*after);
    if (!problems.empty())
        return QString::fromStdString(problems.front().text);
    m_undo.push(new JobEdit(*this, text, std::move(after), m_openGroup > 0 ? m_openGroup : group));
    return {};
}

void Document::set(std::shared_ptr<const job::Job> job)
{
    m_job = std::move(job);
    emit changed();
}

QString Document::displayName() const { return m_path.isEmpty() ? tr("not saved yet") : QFileInfo(m_path).fileName(); }

void Document::start(job::Job job, const QString& path)
{
    m_undo.clear();
    m_remark.clear();
    m_path = path;
    set(std::make_shared<job::Job>(std::move(job)));
    emit fileChanged();
}

void Document::reset(job::Job job, const QString& path)
{
    take(path);
    start(std::move(job), path);
}

void Document::resume(job::Job job, const QString& path)
{
    const bool free = take(path).isEmpty();
    start(std::move(job), free ? path : QString());
    m_undo.resetClean();
    emit fileChanged();
}

namespace {

std::unique_ptr<QLockFile> lockFor(const QString& path)
{
    auto lock = std::make_unique<QLockFile>(path + QStringLiteral(".lock"));
    lock->setStaleLockTime(0);  // a lock is stale when its process is gone, however old it is
    return lock;
}

QString holderOf(const QLockFile& lock)
{
    qint64 process = 0;
    QString host;
    QString program;
    lock.getLockInfo(&process, &host, &program);
    return Document::tr("It is open in another window (%1, process %2 on %3).").arg(program).arg(process).arg(host);
}

}  // namespace

QString Document::lockedBy(const QString& path) const
{
    if (path.isEmpty() || path == m_path)
        return {};
    const auto lock = lockFor(path);
    if (lock->tryLock(0) || lock->error() != QLockFile::LockFailedError)
        return {};
    return holderOf(*lock);
}

QString Document::take(const QString& path)
{
    if (m_lock && path == m_path)
        return {};
    if (path.isEmpty()) {
        m_lock.reset();
        return {};
    }
    auto lock = lockFor(path);
    if (lock->tryLock(0)) {
        m_lock = std::move(lock);
        return {};
    }
    if (lock->error() == QLockFile::LockFailedError)
        return holderOf(*lock);
    m_lock.reset();  // a folder that cannot be written to cannot be saved to either, so nothing is in danger
    return {};
}

QString Document::open(const QString& path)
{
    std::vector<std::string> notes;
    auto loaded = files::loadJob(path.toStdString(), &notes);
    if (!loaded)
        return QString::fromStdString(loaded.error().text());
    if (const QString holder = take(path); !holder.isEmpty())
        return holder;
    start(std::move(*loaded), path);
    for (const std::string& note : notes)
        m_remark += QString::fromStdString(note) + QLatin1Char('\n');
    return {};
}

QString Document::openCopy(const QString& path)
{
    auto loaded = files::loadJob(path.toStdString());
    if (!loaded)
        return QString::fromStdString(loaded.error().text());
    resume(std::move(*loaded), {});
    return {};
}

QString Document::saveAs(const QString& path)
{
    if (const QString holder = take(path); !holder.isEmpty())
        return holder;
    std::string trouble;
    const auto saved = files::saveWithBackup(path.toStdString(), files::jobText(*m_job), trouble);
    if (!saved)
        return QString::fromStdString(saved.error());
    m_remark = QString::fromStdString(trouble);
    m_path = path;
    m_undo.setClean();
    emit fileChanged();
    return {};
}

}  // namespace euryth::app
