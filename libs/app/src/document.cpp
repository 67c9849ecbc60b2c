// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document.hpp"

#include <QCryptographicHash>
#include <QDateTime>
#include <QFile>
#include <QFileInfo>

#include "app/language.hpp"
#include "files/job_file.hpp"
#include "job/check.hpp"

namespace euryth::app {

namespace {

/// The file itself, absolute and without links, so that it has one name and one lock.
QString realPath(const QString& path)
{
    if (path.isEmpty())
        return path;
    const QFileInfo info(path);
    const QString real = info.canonicalFilePath();
    if (!real.isEmpty())
        return real;
    const QString folder = QFileInfo(info.absolutePath()).canonicalFilePath();
    return folder.isEmpty() ? info.absoluteFilePath() : folder + QLatin1Char('/') + info.fileName();
}

QByteArray hashOf(const QString& path)
{
    QFile file(path);
    if (path.isEmpty() || !file.open(QIODevice::ReadOnly))
        return {};
    QCryptographicHash hash(QCryptographicHash::Sha256);
    return hash.addData(&file) ? hash.result() : QByteArray();
}

std::unique_ptr<QLockFile> lockFor(const QString& path)
{
    const QString name = realPath(path) + QStringLiteral(".lock");
    auto lock = std::make_unique<QLockFile>(name);
    lock->setStaleLockTime(0);  // a lock is stale when its process is gone, however old it is
    qint64 process = 0;
    QString host;
    QString program;
    // A file that is no lock (empty, cut off) names nobody who could ever give it up. A lock in the making is as empty
    // for an instant.
    constexpr qint64 makingSeconds = 5;
    const QFileInfo file(name);
    if (file.exists() && !lock->getLockInfo(&process, &host, &program) &&
        file.lastModified().secsTo(QDateTime::currentDateTime()) > makingSeconds)
        QFile::remove(name);
    return lock;
}

QString holderOf(const QLockFile& lock)
{
    qint64 process = 0;
    QString host;
    QString program;
    lock.getLockInfo(&process, &host, &program);
    const QString since = QFileInfo(lock.fileName()).lastModified().toString(QStringLiteral("yyyy-MM-dd hh:mm"));
    return Document::tr("It is open in another window (%1, process %2 on %3, since %4).")
        .arg(program)
        .arg(process)
        .arg(host, since);
}

}  // namespace

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
    // A job of 16 ports and 40 stations each takes half a megabyte a step.
    constexpr int mostSteps = 200;
    m_undo.setUndoLimit(mostSteps);
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
        return shown(problems.front().text);
    m_undo.push(new JobEdit(*this, text, std::move(after), m_openGroup > 0 ? m_openGroup : group));
    return {};
}

bool Document::apply(const QString& text, const Change& change, int group)
{
    const QString problem = edit(text, change, group);
    if (!problem.isEmpty())
        emit refused(problem);
    return problem.isEmpty();
}

void Document::set(std::shared_ptr<const job::Job> job)
{
    m_job = std::move(job);
    emit changed();
}

QString Document::displayName() const { return m_path.isEmpty() ? tr("not saved yet") : QFileInfo(m_path).fileName(); }

void Document::start(job::Job job, const QString& path)
{
    static quint64 made = 0;
    m_identity = ++made;
    m_undo.clear();
    m_remark.clear();
    m_path = path;
    noteFile();
    set(std::make_shared<job::Job>(std::move(job)));
    emit fileChanged();
}

void Document::reset(job::Job job, const QString& given)
{
    const QString path = realPath(given);
    take(path);
    start(std::move(job), path);
}

void Document::resume(job::Job job, const QString& given)
{
    const QString path = realPath(given);
    const bool free = take(path).isEmpty();
    start(std::move(job), free ? path : QString());
    m_undo.resetClean();
    emit fileChanged();
}

QString Document::lockedBy(const QString& path) const
{
    if (path.isEmpty() || realPath(path) == m_path)
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

void Document::noteFile() { m_onDisk = hashOf(m_path); }

bool Document::changedOutside() const { return !m_path.isEmpty() && hashOf(m_path) != m_onDisk; }

QString Document::takeOver(const QString& path)
{
    QFile::remove(realPath(path) + QStringLiteral(".lock"));
    return open(path);
}

QString Document::open(const QString& given)
{
    const QString path = realPath(given);
    std::vector<std::string> notes;
    auto loaded = files::loadJob(path.toStdString(), &notes);
    if (!loaded)
        return shown(loaded.error().lines());
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
        return shown(loaded.error().lines());
    resume(std::move(*loaded), {});
    return {};
}

QString Document::saveAs(const QString& given)
{
    const QString path = realPath(given);
    // The lock of the present file is kept until the other one is written: a save that fails changes nothing.
    auto held = path == m_path ? nullptr : std::move(m_lock);
    if (const QString holder = take(path); !holder.isEmpty()) {
        if (held)
            m_lock = std::move(held);
        return holder;
    }
    Phrase trouble;
    const auto saved = files::saveWithBackup(path.toStdString(), files::jobText(*m_job), trouble);
    if (!saved) {
        if (path != m_path)
            m_lock = std::move(held);
        return shown(saved.error());
    }
    m_remark = shown(trouble);
    m_path = path;
    noteFile();
    m_undo.setClean();
    emit fileChanged();
    return {};
}

}  // namespace euryth::app
